import { eq } from "drizzle-orm";
import { addPhoto, changePhoto, closeDatabase, createAssignment, database, listPhotos, namesakes } from "..";
import { photos } from "../db/schema";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const bytes = pictureOf(gradient(60, 40)).png().toBuffer();
afterAll(closeDatabase);

describe("photos", () => {
  test("are known by name and length before they are sent, those that were taken out not", async () => {
    const { id } = await createAssignment("Namesakes");
    const { photo } = await addPhoto(id, "one.png", chunksOf(await bytes));
    const file = { name: "one.png", bytes: photo.bytes };
    const others = [{ name: "one.png", bytes: 7 }, { name: "two.png", bytes: photo.bytes }]; // prettier-ignore
    expect(await namesakes(id, [file, ...others])).toEqual([{ ...file, sha256: photo.sha256 }]);
    expect(await namesakes(id, [])).toEqual([]);
    await changePhoto(photo.id, { deleted: true });
    expect(await namesakes(id, [file])).toEqual([]);
  });

  test("are listed page by page in the same order as all together, with those that do not say when they were taken last", async () => {
    const { id } = await createAssignment("Pages");
    for (let i = 0; i < 7; i++) await addPhoto(id, `${i % 3}.png`, chunksOf(await pictureOf(gradient(50 + i, 40)).png().toBuffer())); // prettier-ignore
    const added = await listPhotos(id);
    for (const [i, at] of ["2026-03-02T10:00:00Z", "2026-03-01T10:00:00Z", "2026-03-02T10:00:00Z"].entries())
      await database().update(photos).set({ takenAt: new Date(at) }).where(eq(photos.id, added[2 * i]!.id)); // prettier-ignore
    const all = (await listPhotos(id)).map((p) => p.id);
    expect(all[0]).toBe(added[2]!.id);
    for (const count of [1, 2, 3, 7]) {
      const paged: string[] = [];
      for (;;) {
        const page = await listPhotos(id, { count, after: paged[paged.length - 1] });
        expect(page.length).toBeLessThanOrEqual(count);
        if (page.length === 0) break;
        paged.push(...page.map((p) => p.id));
      }
      expect(paged).toEqual(all);
    }
    await expect(listPhotos(id, { after: "00000000-0000-4000-8000-000000000000" })).rejects.toMatchObject({
      status: 404,
    });
  });
});
