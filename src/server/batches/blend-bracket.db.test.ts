import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import {
  addPhoto,
  closeDatabase,
  createAssignment,
  createBatch,
  getBatch,
  listPhotos,
  openVersion,
  saveRevision,
  undoBatch,
} from "..";
import { closeDesks } from "../image/desks";
import { chunksOf, temporaryFolder } from "../testing";
import { BRACKET_SIZE, exposed, scene } from "../testing-bracket";
import { madeUpDng } from "../testing-dng";
import { runBatchItem } from "./run-item";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(async () => {
  closeDesks();
  await closeDatabase();
});

const [width, height] = BRACKET_SIZE;
const going = new AbortController().signal;
async function visit(files: readonly Buffer[], ending = "png") {
  const { id } = await createAssignment("Brackets");
  const ids: string[] = [];
  for (const [i, file] of files.entries()) ids.push((await addPhoto(id, `B-${i}.${ending}`, chunksOf(file))).photo.id);
  const blend = async () => {
    const batch = await createBatch(id, { photoIds: [ids[1]!], action: { kind: "blend", brackets: [[ids[1]!, ids[0]!, ids[2]!]] } }); // prettier-ignore
    await runBatchItem({ batchId: batch.id, photoId: ids[1]! }, going);
    return getBatch(batch.id);
  };
  return { id, ids, blend };
}

test("a bracket becomes a photo of its own with what its middle exposure was given, once however often it is asked for, and is taken back", async () => {
  const light = scene(5);
  const { id, ids, blend } = await visit(await Promise.all([0.5, 1, 2].map((t, i) => exposed(light, t, i))));
  const middle = (await listPhotos(id)).find((p) => p.id === ids[1])!;
  await saveRevision(middle.versions[0]!.id, 1, { ...emptyRecipe(), proportion: { on: true, height: 1.1 } });
  const batch = await blend();
  expect(batch.items[0]).toMatchObject({ state: "done", words: "blended into B-1 blend.tif" });
  const made = (await listPhotos(id)).find((p) => p.blended !== null)!;
  expect(made).toMatchObject({ name: "B-1 blend.tif", blended: 3, bits: 16, width, height });
  expect((await openVersion(made.versions[0]!.id)).recipe).toMatchObject({ proportion: { on: true, height: 1.1 } });
  // Asked for again it is the same photo.
  expect((await blend()).items[0]).toMatchObject({ state: "done", versionId: made.versions[0]!.id });
  expect(await listPhotos(id)).toHaveLength(4);
  await undoBatch(batch.id);
  expect((await listPhotos(id)).map((p) => p.name).sort()).toEqual(["B-0.png", "B-1.png", "B-2.png"]);
}, 120_000);

test("raw exposures are blended as others are, in 16 bits", async () => {
  const light = scene(6);
  const raw = (times: number): Buffer =>
    madeUpDng(width, height, (x, y) => {
      const v = Math.min(1, (light[y * width + x]! * times) / 255) ** 2.2;
      return [v, v, v];
    });
  const { id, blend } = await visit([0.5, 1, 2].map(raw), "dng");
  const batch = await blend();
  expect(batch.items[0]).toMatchObject({ state: "done", words: "blended into B-1 blend.tif" });
  const all = await listPhotos(id);
  expect(all.filter((p) => p.format === "dng")).toHaveLength(3);
  expect(all.find((p) => p.blended !== null)).toMatchObject({ blended: 3, bits: 16, format: "tiff", width, height });
}, 120_000);

test("photos of different places are not blended, and it is said why", async () => {
  const { id, blend } = await visit(await Promise.all([7, 8, 9].map((seed) => exposed(scene(seed), 1, seed))));
  expect((await blend()).items[0]).toMatchObject({
    state: "left",
    words: "the camera was moved between its exposures",
  });
  expect(await listPhotos(id)).toHaveLength(3);
}, 120_000);

test("trued up together the exposures of a bracket take what its middle one is given, also one in which nothing is seen", async () => {
  const file = sharp("demo/photos/SM-0412.jpg").resize(900);
  const [seen, dark] = [await file.clone().jpeg().toBuffer(), await file.clone().linear(0.01, 0).jpeg().toBuffer()];
  const { id } = await createAssignment("Held alike");
  const ids = [(await addPhoto(id, "dark.jpg", chunksOf(dark, 50_000))).photo.id, (await addPhoto(id, "seen.jpg", chunksOf(seen, 50_000))).photo.id]; // prettier-ignore
  const run = async (action: Parameters<typeof createBatch>[1]["action"], photoIds: string[]) => {
    const batch = await createBatch(id, { photoIds, action });
    for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
    return (await getBatch(batch.id)).items.map((i) => i.state);
  };
  expect(await run({ kind: "true-up" }, [ids[0]!])).toEqual(["left"]);
  expect(await run({ kind: "true-up", brackets: [[ids[1]!, ids[0]!]] }, ids)).toEqual(["done", "done"]);
  const [one, other] = await Promise.all(
    (await listPhotos(id)).map(async (p) => (await openVersion(p.versions[0]!.id)).recipe),
  );
  expect(one).toEqual(other);
  expect(one).toMatchObject({ attitude: { on: true } });
}, 120_000);
