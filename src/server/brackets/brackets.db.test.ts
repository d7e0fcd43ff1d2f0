import { eq } from "drizzle-orm";
import { emptyRecipe } from "@/core/recipe";
import {
  addPhoto,
  changeVersion,
  closeDatabase,
  createAssignment,
  createBatch,
  createVersion,
  database,
  getBatch,
  listPhotos,
  openVersion,
  saveRevision,
  undoBatch,
} from "..";
import { runBatchItem } from "../batches/run-item";
import { photos } from "../db/schema";
import { closeDesks } from "../image/desks";
import type { Problem } from "../problem";
import { firstRecipe } from "../photos/photos";
import { chunksOf, temporaryFolder } from "../testing";
import { BRACKET_SIZE, exposed, scene } from "../testing-bracket";
import { changeBracket } from "./brackets";
import { findBrackets } from "./find-brackets";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(async () => {
  closeDesks();
  await closeDatabase();
});

/** What a photo of that size begins with. */
const first = firstRecipe({ width: BRACKET_SIZE[0], height: BRACKET_SIZE[1], equivalentMm: null, focalMm: null });
const going = new AbortController().signal;
const start = Date.parse("2026-05-04T10:00:00Z");

/** A visit with exposures of scenes, three of each, one series a minute. @param moved the scene that the last exposure of a series shows, where it is another. */
async function visit(series: readonly { readonly seed: number; readonly moved?: number }[]) {
  const { id } = await createAssignment("Series");
  const ids: string[] = [];
  for (const [s, { seed, moved }] of series.entries())
    for (const [i, times] of [0.5, 1, 2].entries()) {
      const light = scene(i === 2 && moved !== undefined ? moved : seed);
      const { photo } = await addPhoto(id, `S-${s}-${i}.png`, chunksOf(await exposed(light, times, 10 * s + i)));
      const takenAt = new Date(start + 60_000 * s + 1000 * i);
      await database().update(photos).set({ takenAt, exposure: i, camera: "Made-up" }).where(eq(photos.id, photo.id));
      ids.push(photo.id);
    }
  await findBrackets({ assignmentId: id }, going);
  return { id, ids };
}

/** What the version that each of some photos is delivered as has for its newest state. */
async function states(assignmentId: string, ids: readonly string[]) {
  const listed = await listPhotos(assignmentId);
  return Promise.all(
    ids.map(async (photoId) => {
      const { shown } = listed.find((p) => p.id === photoId)!;
      const opened = await openVersion(shown!.versionId);
      return { versionId: shown!.versionId, revision: opened.revision, recipe: opened.recipe as never as Recipe };
    }),
  );
}
type Recipe = ReturnType<typeof emptyRecipe>;

/** A photo of the series as it arrives, but for a height. */
const tall = (height: number): Recipe => ({
  ...first,
  proportion: { ...first.proportion, on: true, height },
});
const brightened = (recipe: Recipe, exposure: number): Recipe => ({
  ...recipe,
  finish: { ...emptyRecipe().finish, exposure } as never,
});
const heights = (all: Awaited<ReturnType<typeof states>>): number[] => all.map((s) => s.recipe.proportion.height);

test("series are told by their times, and whether one position took them by the pictures; what holds is not looked at again", async () => {
  const { id, ids } = await visit([{ seed: 5 }, { seed: 6, moved: 7 }]);
  const found = async () => {
    const listed = await listPhotos(id);
    return ids.map((photoId) => listed.find((p) => p.id === photoId)!.bracket);
  };
  const brackets = await found();
  expect(brackets.map((b) => b?.together)).toEqual([true, true, true, false, false, false]);
  expect(brackets.map((b) => b?.count)).toEqual([3, 3, 3, 3, 3, 3]);
  expect(new Set(brackets.map((b) => b?.id)).size).toBe(2);
  await findBrackets({ assignmentId: id }, going);
  expect(await found()).toEqual(brackets);
  // One that was taken out leaves a smaller bracket, which goes on as somebody wished.
  await changeBracket(brackets[0]!.id, { apart: true });
  await database().update(photos).set({ deletedAt: new Date() }).where(eq(photos.id, ids[2]!));
  await findBrackets({ assignmentId: id }, going);
  expect((await listPhotos(id)).find((p) => p.id === ids[0])!.bracket).toMatchObject({ count: 2, together: true, apart: true }); // prettier-ignore
}, 120_000);

test("what is saved for one exposure is saved for all, but for Finish; nothing where it is known, apart, or not to be delivered", async () => {
  const { id, ids } = await visit([{ seed: 5 }, { seed: 6, moved: 7 }]);
  const [a, b, , moved] = await states(id, ids);
  await saveRevision(b!.versionId, 1, brightened(first, 0.5));
  await saveRevision(a!.versionId, 1, brightened(tall(1.1), -1));
  const after = await states(id, ids);
  expect(heights(after)).toEqual([1.1, 1.1, 1.1, 1, 1, 1]);
  expect(after.map((s) => s.recipe.finish?.exposure)).toEqual([-1, 0.5, undefined, undefined, undefined, undefined]);
  expect(after.map((s) => s.revision)).toEqual([2, 3, 2, 1, 1, 1]);
  expect((await listPhotos(id)).map((p) => p.laid).slice(0, 3)).toEqual([["shape", "finish"], ["shape", "finish"], ["shape"]]); // prettier-ignore
  // Only its own Finish is changed: the others have all that they share.
  await saveRevision(a!.versionId, 2, brightened(tall(1.1), -2));
  expect((await states(id, ids)).map((s) => s.revision)).toEqual([3, 3, 2, 1, 1, 1]);
  // A camera that was moved shares nothing.
  await saveRevision(moved!.versionId, 1, tall(1.3));
  expect(heights(await states(id, ids))).toEqual([1.1, 1.1, 1.1, 1.3, 1, 1]);
  // Nor does a version that is not the one to deliver.
  await changeVersion(a!.versionId, { chosen: true });
  const other = await createVersion(ids[0]!, tall(1.2));
  await saveRevision(other.id, 1, tall(1.25));
  expect(heights(await states(id, ids)).slice(0, 3)).toEqual([1.1, 1.1, 1.1]);
  const bracket = (await openVersion(a!.versionId)).bracket!;
  await changeBracket(bracket.id, { apart: true });
  await saveRevision(a!.versionId, 3, tall(1.4));
  expect(heights(await states(id, ids)).slice(0, 3)).toEqual([1.4, 1.1, 1.1]);
  await changeBracket(bracket.id, { apart: false });
  await saveRevision(b!.versionId, 3, tall(1.5));
  expect(heights(await states(id, ids)).slice(0, 3)).toEqual([1.5, 1.5, 1.5]);
}, 120_000);

test("saved for several exposures at the same moment, all end alike and nothing is held up", async () => {
  const { id, ids } = await visit([{ seed: 8 }]);
  for (let turn = 0; turn < 8; turn++) {
    const now = await states(id, ids);
    const saves = now.map((s, i) => saveRevision(s.versionId, s.revision, tall(1.01 + turn / 10 + i / 100)));
    const ended = await Promise.allSettled(saves);
    // One is first; the others are told that somebody has saved meanwhile.
    expect(ended.filter((e) => e.status === "fulfilled")).toHaveLength(1);
    for (const e of ended) if (e.status === "rejected") expect((e.reason as Problem).status).toBe(409);
    const after = heights(await states(id, ids));
    expect(new Set(after).size).toBe(1);
    expect(now.map((s) => s.revision + 1)).toEqual((await states(id, ids)).map((s) => s.revision));
  }
}, 120_000);

test("a batch does each of its photos itself, others of their brackets follow, and all is taken back", async () => {
  const { id, ids } = await visit([{ seed: 9 }]);
  const [a] = await states(id, ids);
  await saveRevision(a!.versionId, 1, tall(1.1));
  const run = async (photoIds: readonly string[]) => {
    const batch = await createBatch(id, { photoIds: [...photoIds], action: { kind: "reset" } });
    for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
    return getBatch(batch.id);
  };
  const all = await run(ids);
  expect(all.items.map((i) => i.state)).toEqual(["done", "done", "done"]);
  expect(heights(await states(id, ids))).toEqual([1, 1, 1]);
  expect((await undoBatch(all.id)).items.map((i) => i.state)).toEqual(["undone", "undone", "undone"]);
  expect(heights(await states(id, ids))).toEqual([1.1, 1.1, 1.1]);
  const one = await run(ids.slice(1, 2));
  expect(heights(await states(id, ids))).toEqual([1, 1, 1]);
  await undoBatch(one.id);
  expect(heights(await states(id, ids))).toEqual([1.1, 1.1, 1.1]);
}, 120_000);
