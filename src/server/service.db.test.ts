import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { eq } from "drizzle-orm";
import { emptyRecipe } from "@/core/recipe";
import {
  addPhoto,
  changeAssignment,
  changePhoto,
  changeVersion,
  closeDatabase,
  createAssignment,
  createVersion,
  database,
  getAssignment,
  listAssignments,
  listPhotos,
  listRevisions,
  openVersion,
  originalPath,
  requestDelivery,
  saveRevision,
} from ".";
import { photos, revisions } from "./db/schema";
import { deliveries } from "./db/work-schema";
import { filesFolder } from "./running/config";
import { tellLaid } from "./versions/laid";
import { revisionRecipe } from "./versions/revisions";
import { previewPath } from "./files/store";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "./testing";
import { madeUpDng } from "./testing-dng";
import { recipeOfVersion } from "./testing-recipe";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const bytes = pictureOf(gradient(60, 40)).png().toBuffer();

afterAll(async () => {
  await closeDatabase();
});

/** A fresh assignment with one photo and its first version. */
async function setUp() {
  const assignment = await createAssignment("Test visit");
  const { photo } = await addPhoto(assignment.id, "a.png", chunksOf(await bytes));
  const version = (await listPhotos(assignment.id))[0]!.versions[0]!;
  return { assignment, photo, version };
}

const withHeight = (height: number) => ({ ...emptyRecipe(), proportion: { on: true, height } });

test("versions are named, noted, chosen, moved, deleted and brought back; a photo keeps one", async () => {
  const { photo, version: a } = await setUp();
  await expect(changeVersion(a.id, { deleted: true })).rejects.toMatchObject({ status: 409 });
  const [b, c] = [await createVersion(photo.id), await createVersion(photo.id)];
  expect([b.name, c.name]).toEqual(["B", "C"]);
  const order = async () => (await openVersion(a.id)).siblings.map((v) => v.name);
  expect(await changeVersion(b.id, { name: "With the sky", note: "as asked on the phone" })).toMatchObject({ name: "With the sky", note: "as asked on the phone" }); // prettier-ignore
  await expect(changeVersion(c.id, { name: "With the sky" })).rejects.toMatchObject({ status: 409 });
  await changeVersion(c.id, { move: -1 });
  expect(await order()).toEqual(["A", "C", "With the sky"]);
  await changeVersion(a.id, { chosen: true });
  await changeVersion(c.id, { chosen: true });
  expect((await openVersion(a.id)).siblings.filter((v) => v.chosen).map((v) => v.name)).toEqual(["C"]);
  await changeVersion(c.id, { deleted: true });
  expect(await order()).toEqual(["A", "With the sky"]);
  // Its letter is not given again, and it comes back with its work, but not as the one to deliver.
  expect((await createVersion(photo.id)).name).toBe("D");
  await changeVersion(c.id, { deleted: false });
  expect(await order()).toEqual(["A", "C", "With the sky", "D"]);
  expect((await listPhotos(photo.assignmentId))[0]!.versions.some((v) => v.chosen)).toBe(false);
  await expect(changeVersion("00000000-0000-4000-8000-000000000000", {})).rejects.toMatchObject({ status: 404 });
});

test("states of a version are told newest first, in parts, and which of them was delivered", async () => {
  const { version } = await setUp();
  for (let n = 1; n <= 50; n++) await saveRevision(version.id, n, withHeight(1 + n / 100));
  const { id } = await requestDelivery(version.id, { format: "png", quality: 90 });
  await database().update(deliveries).set({ state: "done", finishedAt: new Date() }).where(eq(deliveries.id, id));
  await saveRevision(version.id, 51, withHeight(1.9));
  const first = await listRevisions(version.id);
  expect(first.map((r) => r.number).slice(0, 3)).toEqual([52, 51, 50]);
  expect(first).toHaveLength(40);
  expect(first[0]).toEqual({ number: 52, createdAt: expect.any(String), deliveredAt: null });
  expect(await revisionRecipe(version.id, 52)).toMatchObject({ recipe: { proportion: { height: 1.9 } } });
  expect(Date.parse(first[1]!.deliveredAt!)).toBeGreaterThan(Date.parse(first[1]!.createdAt) - 1000);
  const rest = await listRevisions(version.id, first.at(-1)!.number);
  expect(rest.map((r) => r.number)).toEqual([12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
  expect(await listRevisions(version.id, 1)).toEqual([]);
  await expect(listRevisions("00000000-0000-4000-8000-000000000000")).rejects.toMatchObject({ status: 404 });
});

describe("assignments", () => {
  test("are made, renamed, deleted and brought back", async () => {
    const made = await createAssignment("  Canal wing ");
    expect(made.name).toBe("Canal wing");
    await changeAssignment(made.id, { name: "Canal wing, north" });
    expect((await getAssignment(made.id)).name).toBe("Canal wing, north");
    await changeAssignment(made.id, { deleted: true });
    await expect(getAssignment(made.id)).rejects.toMatchObject({ status: 404 });
    expect((await listAssignments()).some((a) => a.id === made.id)).toBe(false);
    await changeAssignment(made.id, { deleted: false });
    expect((await listAssignments()).some((a) => a.id === made.id)).toBe(true);
  });

  test("need a name", async () => {
    await expect(createAssignment("  ")).rejects.toMatchObject({ status: 400 });
  });
});

describe("photos", () => {
  test("the same file twice in an assignment is one photo; in another it is its own, sharing the file", async () => {
    const { assignment, photo } = await setUp();
    const again = await addPhoto(assignment.id, "copy.png", chunksOf(await bytes));
    expect(again).toMatchObject({ known: true, photo: { id: photo.id } });
    const elsewhere = await createAssignment("Other");
    const third = await addPhoto(elsewhere.id, "a.png", chunksOf(await bytes));
    expect(third.known).toBe(false);
    expect(third.photo.sha256).toBe(photo.sha256);
    expect(existsSync(originalPath(photo.sha256))).toBe(true);
    expect((await listAssignments()).find((a) => a.id === elsewhere.id)).toMatchObject({
      photoCount: 1,
      covers: [photo.sha256],
    });
  });

  test("a raw photo is kept byte for byte and developed once; a damaged one leaves nothing", async () => {
    const { assignment } = await setUp();
    const dng = madeUpDng(64, 48, () => [0.2, 0.3, 0.1]);
    const { photo } = await addPhoto(assignment.id, "raw.dng", chunksOf(dng));
    expect(photo).toMatchObject({ format: "dng", width: 64, height: 48, bits: 16, camera: "Harrow K3" });
    expect(readFileSync(originalPath(photo.sha256)).equals(dng)).toBe(true);
    const developed = () => readdirSync(path.join(filesFolder(), "developed")).filter((n) => n.endsWith(".tif"));
    expect(developed()).toHaveLength(1);
    const half = dng.subarray(0, dng.length >> 1);
    await expect(addPhoto(assignment.id, "bad.dng", chunksOf(half))).rejects.toMatchObject({ name: "Problem" });
    expect(developed()).toHaveLength(1);
  });

  test("a refused file leaves neither photo nor file", async () => {
    const { assignment } = await setUp();
    await expect(addPhoto(assignment.id, "x.png", chunksOf(Buffer.from("<svg></svg>")))).rejects.toMatchObject({
      status: 415,
    });
    expect(await listPhotos(assignment.id)).toHaveLength(1);
  });

  test("what board and Bench show first is there when the upload is; of a refused one nothing stays", async () => {
    const { assignment, photo } = await setUp();
    for (const level of ["thumb", "bench"]) expect(existsSync(previewPath(photo.sha256, level))).toBe(true);
    const whole = await pictureOf(gradient(300, 200)).jpeg().toBuffer();
    // Only its last rows are missing: a preview of it could be made all the same.
    const cut = whole.subarray(0, whole.length - 200);
    await expect(addPhoto(assignment.id, "cut.jpg", chunksOf(cut))).rejects.toThrow(/truncated/);
    const sha256 = createHash("sha256").update(cut).digest("hex");
    for (const level of ["thumb", "bench"]) expect(existsSync(previewPath(sha256, level))).toBe(false);
    expect(readdirSync(path.join(filesFolder(), "incoming"))).toEqual([]);
  });

  test("are taken out and brought back with all their work", async () => {
    const { assignment, photo, version } = await setUp();
    await saveRevision(version.id, 1, withHeight(1.2));
    await changePhoto(photo.id, { deleted: true });
    expect(await listPhotos(assignment.id)).toHaveLength(0);
    await expect(openVersion(version.id)).rejects.toMatchObject({ status: 404 });
    for (const work of [
      () => saveRevision(version.id, 2, withHeight(1.3)),
      () => requestDelivery(version.id, { format: "png", quality: 90 }),
    ])
      await expect(work()).rejects.toMatchObject({ status: 409, details: { deleted: "photo", id: photo.id } });
    await changePhoto(photo.id, { deleted: false });
    expect((await recipeOfVersion(version.id)).proportion.height).toBe(1.2);
  });

  test("one that was taken out and added again comes back only when the other is out", async () => {
    const { assignment, photo } = await setUp();
    await changePhoto(photo.id, { deleted: true });
    const again = await addPhoto(assignment.id, "a.png", chunksOf(await bytes));
    expect(again.known).toBe(false);
    await expect(changePhoto(photo.id, { deleted: false })).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining("added to this assignment again"),
    });
    await changePhoto(again.photo.id, { deleted: true });
    expect((await changePhoto(photo.id, { deleted: false })).deletedAt).toBeNull();
  });

  test("a drawing that calls itself a photo never reaches a decoder, and no process dies of it", async () => {
    const { assignment } = await setUp();
    const filter = '<filter id="f"><feTurbulence baseFrequency="9" numOctaves="9999"/></filter>';
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="15000" height="15000">${filter}<rect width="100%" height="100%" filter="url(#f)"/></svg>`;
    const began = performance.now();
    await expect(addPhoto(assignment.id, "x.jpg", chunksOf(Buffer.from(svg)))).rejects.toMatchObject({ status: 415 });
    // Drawn, it would take minutes.
    expect(performance.now() - began).toBeLessThan(30_000);
    const sha256 = createHash("sha256").update(svg).digest("hex");
    for (const level of ["thumb", "bench"]) expect(existsSync(previewPath(sha256, level))).toBe(false);
  });

  test("a card whose recipe cannot be read says so; the others are as they were", async () => {
    const { assignment, photo, version } = await setUp();
    const second = await createVersion(photo.id, withHeight(1.4));
    await addPhoto(assignment.id, "b.png", chunksOf(await pictureOf(gradient(50, 40)).png().toBuffer()));
    await database()
      .insert(revisions)
      .values({ versionId: version.id, number: 2, recipe: { format: "flat-stone-recipe", version: 77 } as never });
    const [first, other] = await listPhotos(assignment.id);
    expect(first).toMatchObject({ unreadable: ["A"], laid: ["shape"] });
    expect(first!.versions.map((v) => v.name)).toEqual(["A", "B"]);
    expect(other).toMatchObject({ unreadable: [], laid: [] });
    await expect(openVersion(version.id)).rejects.toMatchObject({ status: 422 });
    expect((await recipeOfVersion(second.id)).proportion.height).toBe(1.4);
    // What an older program kept is told its courses once; what cannot be read is left alone.
    await database().update(revisions).set({ laid: null }).where(eq(revisions.versionId, second.id));
    jest.spyOn(console, "error").mockImplementation(() => undefined);
    await tellLaid(database());
    expect((await listPhotos(assignment.id))[0]).toMatchObject({ unreadable: ["A"], laid: ["shape"] });
  });

  test("the database itself refuses nonsense", async () => {
    const { assignment } = await setUp();
    const row = {
      assignmentId: assignment.id,
      name: "x",
      sha256: "0".repeat(64),
      bytes: 1,
      format: "png",
      width: 1,
      height: 1,
      bits: 8,
    };
    await expect(
      database()
        .insert(photos)
        .values({ ...row, width: 0 }),
    ).rejects.toThrow();
    await expect(
      database()
        .insert(photos)
        .values({ ...row, sha256: "xyz" }),
    ).rejects.toThrow();
    await expect(
      database()
        .insert(photos)
        .values({ ...row, assignmentId: crypto.randomUUID() }),
    ).rejects.toThrow();
  });
});

describe("versions", () => {
  test("every save is a row; the newest counts", async () => {
    const { version } = await setUp();
    expect(await saveRevision(version.id, 1, withHeight(1.1))).toEqual({ revision: 2 });
    expect(await saveRevision(version.id, 2, withHeight(1.2))).toEqual({ revision: 3 });
    const opened = await openVersion(version.id);
    expect(opened).toMatchObject({ revision: 3, recipe: { proportion: { height: 1.2 } } });
    expect(await database().select().from(revisions).where(eq(revisions.versionId, version.id))).toHaveLength(3);
  });

  test("two windows do not overwrite each other: the later save is refused and nothing is written", async () => {
    const { version } = await setUp();
    await saveRevision(version.id, 1, withHeight(1.1));
    await expect(saveRevision(version.id, 1, withHeight(1.5))).rejects.toMatchObject({
      status: 409,
      details: { revision: 2, token: null },
    });
    expect((await recipeOfVersion(version.id)).proportion.height).toBe(1.1);
  });

  test("of many saves on one base at the same moment, one wins", async () => {
    const { version } = await setUp();
    const results = await Promise.allSettled(
      Array.from({ length: 8 }, (_, i) => saveRevision(version.id, 1, withHeight(1 + i / 10))),
    );
    expect(results.filter((r) => r.status === "fulfilled")).toHaveLength(1);
    expect((await openVersion(version.id)).revision).toBe(2);
  });

  test("a recipe that does not hold is refused", async () => {
    const { version } = await setUp();
    await expect(saveRevision(version.id, 1, { format: "other" })).rejects.toMatchObject({ status: 422 });
    await expect(saveRevision(version.id, 1, { ...emptyRecipe(), more: 1 })).rejects.toMatchObject({ status: 422 });
  });

  test("a new version takes the next letter and the recipe given", async () => {
    const { photo } = await setUp();
    const b = await createVersion(photo.id, withHeight(1.3));
    expect(b.name).toBe("B");
    expect((await openVersion(b.id)).siblings.map((v) => v.name)).toEqual(["A", "B"]);
    expect((await recipeOfVersion(b.id)).proportion.height).toBe(1.3);
  });
});
