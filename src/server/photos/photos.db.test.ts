import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { eq } from "drizzle-orm";
import {
  addPhoto,
  changePhoto,
  closeDatabase,
  createAssignment,
  createVersion,
  database,
  listAssignments,
  listPhotos,
  openVersion,
  originalPath,
  requestDelivery,
  saveRevision,
} from "..";
import { photos, revisions } from "../db/schema";
import { previewPath } from "../files/store";
import { filesFolder } from "../running/config";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { madeUpDng } from "../testing-dng";
import { recipeOfVersion, withHeight } from "../testing-recipe";
import { madeUpVisit } from "../testing-visit";
import { tellLaid } from "../versions/laid";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const bytes = pictureOf(gradient(60, 40)).png().toBuffer();

afterAll(async () => {
  await closeDatabase();
});

test("the same file twice in an assignment is one photo; in another it is its own, sharing the file", async () => {
  const { assignment, photo } = await madeUpVisit();
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
  const { assignment } = await madeUpVisit();
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
  const { assignment } = await madeUpVisit();
  await expect(addPhoto(assignment.id, "x.png", chunksOf(Buffer.from("<svg></svg>")))).rejects.toMatchObject({
    status: 415,
  });
  expect(await listPhotos(assignment.id)).toHaveLength(1);
});

test("what board and Bench show first is there when the upload is; of a refused one nothing stays", async () => {
  const { assignment, photo } = await madeUpVisit();
  for (const level of ["thumb", "bench"]) expect(existsSync(previewPath(photo.sha256, level))).toBe(true);
  const whole = await pictureOf(gradient(300, 200)).jpeg().toBuffer();
  // Only its last rows are missing: a preview of it could be made all the same.
  const cut = whole.subarray(0, whole.length - 200);
  await expect(addPhoto(assignment.id, "cut.jpg", chunksOf(cut))).rejects.toThrow(/truncated/);
  const sha256 = createHash("sha256").update(cut).digest("hex");
  for (const level of ["thumb", "bench"]) expect(existsSync(previewPath(sha256, level))).toBe(false);
  expect(readdirSync(path.join(filesFolder(), "incoming"))).toEqual([]);
});

test("photos are taken out and brought back with all their work", async () => {
  const { assignment, photo, version } = await madeUpVisit();
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
  const { assignment, photo } = await madeUpVisit();
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
  const { assignment } = await madeUpVisit();
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
  const { assignment, photo, version } = await madeUpVisit();
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
  const { assignment } = await madeUpVisit();
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
