import { sql } from "drizzle-orm";
import { runOnce } from "graphile-worker";
import { emptyRecipe } from "@/core/recipe";
import {
  addPhoto,
  changePhoto,
  closeDatabase,
  createAssignment,
  createBatch,
  createVersion,
  database,
  getBatch,
  listPhotos,
  openVersion,
  reviewed,
  saveRevision,
  stopBatch,
  undoBatch,
} from "..";
import { freeJobsOfDead, quiet } from "../jobs/run-jobs";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { runBatchItem } from "./run-item";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(closeDatabase);

const going = new AbortController().signal;
const heightened = { ...emptyRecipe(), proportion: { on: true, height: 1.1 } };

/** A visit of so many photos, each corrected a little. */
async function visit(count: number) {
  const { id } = await createAssignment("Batches");
  for (let i = 0; i < count; i++)
    await addPhoto(
      id,
      `${i}.png`,
      chunksOf(
        await pictureOf(gradient(60 + i, 40))
          .png()
          .toBuffer(),
      ),
    );
  const photos = await listPhotos(id);
  for (const { versions } of photos) await saveRevision(versions[0]!.id, 1, heightened);
  return { id, photos, photoIds: photos.map((p) => p.id) };
}
const newest = (versionId: string) => openVersion(versionId);
const states = async (id: string) => (await getBatch(id)).items.map((i) => i.state);

test("a batch does its photos in the order they were chosen, each once however often it is begun, and is taken back as one", async () => {
  const { id, photos, photoIds } = await visit(3);
  const batch = await createBatch(id, { photoIds: [...photoIds].reverse(), action: { kind: "reset" } });
  expect(batch.items.map((i) => i.photoId)).toEqual([...photoIds].reverse());
  expect(batch.secondsLeft).toBeNull();
  for (const photoId of photoIds)
    await Promise.all([1, 2, 3].map(() => runBatchItem({ batchId: batch.id, photoId }, going)));
  expect(await states(batch.id)).toEqual(["done", "done", "done"]);
  expect((await getBatch(batch.id)).secondsLeft).toBe(0);
  for (const { versions } of photos) {
    const { revision, recipe } = await newest(versions[0]!.id);
    expect(revision).toBe(3);
    expect(recipe).toMatchObject({ proportion: emptyRecipe().proportion });
  }
  // One that is gone on with since is left.
  const went = photos[1]!.versions[0]!.id;
  await saveRevision(went, 3, { ...heightened, proportion: { on: true, height: 1.2 } });
  const undone = await undoBatch(batch.id);
  expect(undone.undone).toBe(true);
  expect(undone.items.map((i) => i.state).sort()).toEqual(["done", "undone", "undone"]);
  expect((await newest(went)).recipe).toMatchObject({ proportion: { height: 1.2 } });
  expect((await newest(photos[0]!.versions[0]!.id)).recipe).toMatchObject({ proportion: { height: 1.1 } });
});

test("a bracket names no photos of another visit", async () => {
  const [one, other] = [await visit(1), await visit(1)];
  const bracket = [one.photoIds[0]!, other.photoIds[0]!];
  for (const action of [
    { kind: "blend", brackets: [bracket] },
    { kind: "true-up", brackets: [bracket] },
  ] as const)
    await expect(
      createBatch(one.id, { photoIds: one.photoIds, action: { ...action, brackets: [bracket] } }),
    ).rejects.toMatchObject({ status: 400 });
});

test("stopped, what waits is left; what is being done meanwhile leaves no trace", async () => {
  const { id, photos, photoIds } = await visit(2);
  const batch = await createBatch(id, { photoIds, action: { kind: "reset" } });
  await runBatchItem({ batchId: batch.id, photoId: photoIds[0]! }, going);
  await expect(undoBatch(batch.id)).rejects.toMatchObject({ status: 409 });
  const stopped = await stopBatch(batch.id);
  expect(stopped.stopped).toBe(true);
  expect(await states(batch.id)).toEqual(["done", "left"]);
  await runBatchItem({ batchId: batch.id, photoId: photoIds[1]! }, going);
  expect((await newest(photos[1]!.versions[0]!.id)).revision).toBe(2);
});

test("new versions are made and taken back; photos taken out, or with nothing done, are left with a word", async () => {
  const { id, photos, photoIds } = await visit(3);
  const made = await createBatch(id, { photoIds: photoIds.slice(0, 1), action: { kind: "new-version" } });
  await runBatchItem({ batchId: made.id, photoId: photoIds[0]! }, going);
  expect((await listPhotos(id))[0]!.versions.map((v) => v.name)).toEqual(["A", "B"]);
  await undoBatch(made.id);
  expect((await listPhotos(id))[0]!.versions.map((v) => v.name)).toEqual(["A"]);
  await changePhoto(photoIds[1]!, { deleted: true });
  await saveRevision(photos[2]!.versions[0]!.id, 2, emptyRecipe());
  const batch = await createBatch(id, { photoIds: [photoIds[2]!], action: { kind: "reset" } });
  await runBatchItem({ batchId: batch.id, photoId: photoIds[2]! }, going);
  expect((await getBatch(batch.id)).items[0]).toMatchObject({ state: "left", words: "nothing was done to it" });
  // Nothing is done to photos that are not there.
  await expect(createBatch(id, { photoIds, action: { kind: "reset" } })).rejects.toMatchObject({ status: 400 });
});

test("courses are carried from one photo to the others, left out and put back in", async () => {
  const { id, photos, photoIds } = await visit(3);
  const [from, ...others] = photos.map((p) => p.versions[0]!.id);
  await saveRevision(from!, 2, { ...heightened, frame: { ...heightened.frame, ratio: 1.5 } });
  const run = async (action: Parameters<typeof createBatch>[1]["action"]) => {
    const batch = await createBatch(id, { photoIds, action });
    for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
    return getBatch(batch.id);
  };
  const carried = await run({ kind: "carry", versionId: from!, courses: ["frame"] });
  expect(carried.items.map((i) => i.state)).toEqual(["left", "done", "done"]);
  for (const v of others) expect((await newest(v)).recipe).toMatchObject({ frame: { ratio: 1.5 } });
  expect((await run({ kind: "carry", versionId: from!, courses: ["frame"] })).items[1]).toMatchObject({
    state: "left",
    words: "it had them already",
  });
  const out = await run({ kind: "switch", course: "proportion", on: false });
  expect(out.items.map((i) => i.state)).toEqual(["done", "done", "done"]);
  for (const v of [from!, ...others]) expect((await newest(v)).recipe).toMatchObject({ proportion: { on: false, height: 1.1 } }); // prettier-ignore
  await undoBatch(out.id);
  for (const v of [from!, ...others]) expect((await newest(v)).recipe).toMatchObject({ proportion: { on: true } });
});

test("what has been worked on is not trued up; a picture with nothing straight is left", async () => {
  const { id, photos, photoIds } = await visit(2);
  await createVersion(photoIds[1]!);
  await saveRevision(photos[1]!.versions[0]!.id, 2, emptyRecipe());
  const batch = await createBatch(id, { photoIds, action: { kind: "true-up" } });
  for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
  const { items } = await getBatch(batch.id);
  expect(items[0]).toMatchObject({ state: "left", words: "it has been worked on already" });
  expect(items[1]).toMatchObject({ state: "left", words: "too little in it is straight" });
}, 60_000);

test("what wants a person's eyes is told with its photo until it is found good, gone on with, or taken back", async () => {
  const { id, photos, photoIds } = await visit(3);
  const batch = await createBatch(id, { photoIds, action: { kind: "reset" } });
  for (const photoId of photoIds) await runBatchItem({ batchId: batch.id, photoId }, going);
  // As a batch that trues up leaves them.
  await database().execute(sql`update batch_items set review = array['cut', 'drawn-out'] where batch_id = ${batch.id}`);
  const told = async () =>
    (await listPhotos(id)).map((p) => [p.shown!.state, p.shown!.review.length, p.shown!.reviewIn]);
  expect(await told()).toEqual(photoIds.map(() => ["review", 2, batch.id]));
  expect((await listPhotos(id))[0]!.shown!.review).toEqual(["a roof or a foot is cut", "much is drawn out"]);
  expect((await reviewed(batch.id, photoIds[0]!)).items[0]!.reviewed).toBe(true);
  await saveRevision(photos[1]!.versions[0]!.id, 3, heightened);
  const back = await undoBatch(batch.id, photoIds[2]!);
  expect(back.undone).toBe(false);
  expect(back.items.map((i) => i.state)).toEqual(["done", "done", "undone"]);
  expect((await newest(photos[2]!.versions[0]!.id)).recipe).toMatchObject({ proportion: { height: 1.1 } });
  expect((await told()).map(([state]) => state)).toEqual(["new", "trued", "trued"]);
  // One photo that was gone on with is not taken back, and it is said why.
  await expect(undoBatch(batch.id, photoIds[1]!)).rejects.toMatchObject({ status: 409 });
  await expect(reviewed(batch.id, photoIds[2]!)).rejects.toMatchObject({ status: 404 });
});

test("jobs wait once each, and what a dead process held is given to others", async () => {
  const { id, photoIds } = await visit(2);
  const batch = await createBatch(id, { photoIds, action: { kind: "reset" } });
  const db = database();
  const waiting = async () =>
    (await db.execute(sql`select locked_by from graphile_worker.jobs where key like ${`${batch.id}%`}`)).rows;
  expect(await waiting()).toHaveLength(2);
  // As a process leaves them that is killed.
  await db.execute(sql`update graphile_worker._private_jobs set locked_by = 'gone', locked_at = now() where key like ${`${batch.id}%`}`); // prettier-ignore
  expect(await freeJobsOfDead(new Set(["gone"]))).toBe(0);
  expect(await freeJobsOfDead(new Set(["other"]))).toBe(1);
  expect((await waiting()).every((r) => r["locked_by"] === null)).toBe(true);
  await runOnce({
    pgPool: db.$client,
    noHandleSignals: true,
    logger: quiet,
    taskList: { "batch-item": (payload) => runBatchItem(payload as { batchId: string; photoId: string }, going) },
  });
  expect(await states(batch.id)).toEqual(["done", "done"]);
  expect(await waiting()).toHaveLength(0);
}, 30_000);
