import sharp from "sharp";
import { addPhoto, closeDatabase, createAssignment, createBatch, getBatch, listPhotos, openVersion } from "..";
import { chunksOf, temporaryFolder } from "../testing";
import { recipeOfVersion } from "../testing-recipe";
import { runBatchItem } from "./run-item";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(closeDatabase);

const going = new AbortController().signal;
/** The lens that SM-0415 to SM-0418 were made with. */
const K = [-0.0468, 0.0148, -0.0029] as const;
const LONG = 1200;

/** How far terms lead the picture's corner astray, pixels. */
const astray = (k: readonly number[]): number =>
  Math.abs(k.reduce((sum, v, i) => sum + v - K[i]!, 0)) * Math.hypot(LONG / 2, LONG / 3);

test("photos at one setting that are trued up together get one lens; one at another keeps its own", async () => {
  const { id } = await createAssignment("One lens");
  const photoIds: string[] = [];
  for (const name of ["SM-0415", "SM-0416", "SM-0417", "SM-0418", "SM-0420"]) {
    const file = await sharp(`demo/photos/${name}.jpg`).resize(LONG).keepExif().jpeg({ quality: 95 }).toBuffer();
    photoIds.push((await addPhoto(id, `${name}.jpg`, chunksOf(file, 50_000))).photo.id);
  }
  const batch = await createBatch(id, { photoIds, action: { kind: "true-up" } });
  for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
  const { items } = await getBatch(batch.id);
  expect(items.map((i) => i.state)).toEqual(photoIds.map(() => "done"));
  const lenses = await Promise.all(
    (await listPhotos(id)).map(async (p) => (await recipeOfVersion(p.versions[0]!.id)).lens),
  );
  const [first, ...rest] = lenses.slice(0, 4);
  for (const { k } of rest) k.forEach((v, i) => expect(v).toBeCloseTo(first!.k[i]!, 9));
  // Their ± together is 0.18 px there.
  expect(astray(first!.k)).toBeLessThan(0.5);
  for (const item of items.slice(0, 4)) expect(item.words).toContain("Its lens is told by 4 photos together.");
  expect(items[4]!.words).not.toContain("together");
  expect(Math.abs(lenses[4]!.k[0] - first!.k[0])).toBeGreaterThan(0.01);
  await expect(openVersion((await listPhotos(id))[0]!.versions[0]!.id)).resolves.toMatchObject({ revision: 2 });
}, 180_000);
