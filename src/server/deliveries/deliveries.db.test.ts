import { existsSync, rmSync } from "node:fs";
import { eq } from "drizzle-orm";
import {
  cancelDelivery,
  claimDelivery,
  claimNext,
  closeDatabase,
  database,
  deliveryFile,
  deliveryPath,
  endDelivery,
  getDelivery,
  heartbeat,
  listDeliveries,
  releaseDelivery,
  repeatDelivery,
  requestDelivery,
  tidyDeliveries,
} from "..";
import { photos } from "../db/schema";
import { deliveries } from "../db/work-schema";
import { inThisThread } from "../render/bands";
import { renderPicture } from "../render/render-picture";
import { temporaryFolder } from "../testing";
import { madeUpVisit } from "../testing-visit";
import { type MakePicture, deliver } from "../../worker/deliver";
import { Room } from "../../worker/room";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const order = { format: "png", quality: 90 } as const;
const here: MakePicture = (picture, _limits, hooks) => renderPicture(picture, inThisThread, hooks);
const room = new Room(Infinity);

afterAll(closeDatabase);
// What one test leaves waiting is not for the next to claim.
beforeEach(async () => void (await database().delete(deliveries)));

const stateOf = async (id: string) => (await getDelivery(id)).delivery;
const silence = (id: string) =>
  database()
    .update(deliveries)
    .set({ heartbeatAt: new Date(Date.now() - 60_000) })
    .where(eq(deliveries.id, id));

/** Claims a delivery and makes it. */
async function make(id: string, mark: string, by: MakePicture = here): Promise<void> {
  expect(await claimDelivery(id, mark)).not.toBeNull();
  await deliver({ id }, mark, by, room);
}

// A worker polls several times a second; one that listened here would now and then take what a test is about to claim.
test("wait until somebody takes them: no worker listens to the database of these tests", async () => {
  const { version } = await madeUpVisit();
  const { id } = await requestDelivery(version.id, order);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  expect(await stateOf(id)).toMatchObject({ state: "queued", worker: null });
});

test("are claimed once, made, and fetched", async () => {
  const { version } = await madeUpVisit();
  const { id } = await requestDelivery(version.id, order);
  await expect(deliveryFile(id)).rejects.toMatchObject({ status: 409 });
  await make(id, "w1");
  expect((await listDeliveries(version.id))[0]).toMatchObject({
    state: "done",
    progress: 1,
    resultWidth: 60,
    resultHeight: 40,
    gone: false,
  });
  expect(await deliveryFile(id)).toMatchObject({ name: "a-A.png", format: "png" });
  expect(existsSync(deliveryPath(id, "png"))).toBe(true);
  expect(await claimDelivery(id, "w2")).toBeNull();
});

test("one whose file has vanished says so, and is made again", async () => {
  const { version } = await madeUpVisit();
  const { id } = await requestDelivery(version.id, order);
  await make(id, "w1");
  rmSync(deliveryPath(id, "png"));
  await expect(deliveryFile(id)).rejects.toMatchObject({ status: 410, message: expect.stringContaining("made again") });
  expect((await listDeliveries(version.id))[0]).toMatchObject({ state: "done", gone: true });
  expect(await repeatDelivery(id)).toMatchObject({ state: "queued", finishedAt: null });
  await make(id, "w2");
  expect(existsSync((await deliveryFile(id)).file)).toBe(true);
});

test("cancelled while waiting, they are never begun; while running, the heartbeat says so; both have their end", async () => {
  const { version } = await madeUpVisit();
  const waiting = await requestDelivery(version.id, order);
  expect(await cancelDelivery(waiting.id)).toMatchObject({ state: "cancelled", finishedAt: expect.any(Date) });
  expect(await claimDelivery(waiting.id, "w1")).toBeNull();
  const running = await requestDelivery(version.id, order);
  await claimDelivery(running.id, "w1");
  expect(await heartbeat(running.id, "w1", 0.4)).toBe(true);
  await cancelDelivery(running.id);
  expect(await heartbeat(running.id, "w1", 0.5)).toBe(false);
  await endDelivery(running.id, "w1", { state: "cancelled" });
  expect(await stateOf(running.id)).toMatchObject({ state: "cancelled", finishedAt: expect.any(Date) });
});

test("what a killed worker held is taken up again, and the dead worker can no longer end it", async () => {
  const { version } = await madeUpVisit();
  const { id } = await requestDelivery(version.id, order);
  await claimDelivery(id, "dead");
  expect(await claimNext("alive")).toBeNull();
  await silence(id);
  expect(await claimNext("alive")).toMatchObject({ id, attempts: 2 });
  expect(await heartbeat(id, "dead", 0.9)).toBe(false);
  await endDelivery(id, "dead", { state: "failed", error: "late" });
  await deliver({ id }, "alive", here, room);
  expect(await stateOf(id)).toMatchObject({ state: "done", worker: "alive", error: null });
});

test("each is claimed by one worker only, however many ask at once, and never twice", async () => {
  const { version } = await madeUpVisit();
  for (let i = 0; i < 12; i++) await requestDelivery(version.id, order);
  const claims = await Promise.all(
    Array.from({ length: 30 }, (_, i) => claimNext(`w${i}`, i % 2 ? "oldest" : "lightest")),
  );
  const ids = claims.flatMap((c) => (c ? [c.id] : []));
  expect(new Set(ids).size).toBe(ids.length);
  // Those that asked at the very same moment may have gone away empty-handed; asking again finds the rest.
  for (let c = await claimNext("late"); c; c = await claimNext("late")) ids.push(c.id);
  expect(new Set(ids).size).toBe(12);
  expect(ids).toHaveLength(12);
});

test("a small one ordered during a long batch is begun after at most two others, and the oldest is never passed over", async () => {
  const large = await madeUpVisit(400, 300);
  const small = await madeUpVisit(40, 30);
  const batch: string[] = [];
  for (let i = 0; i < 20; i++) batch.push((await requestDelivery(large.version.id, order)).id);
  const late = await requestDelivery(small.version.id, order);
  const begun: string[] = [];
  for (let turn = 0; turn < 4; turn++) begun.push((await claimNext("w", turn % 2 ? "lightest" : "oldest"))!.id);
  expect(begun.slice(0, 2)).toEqual([batch[0], late.id]);
  expect(begun[2]).toBe(batch[1]);
  // Also where all are alike: the newest of equals comes next in its turn.
  const again = await requestDelivery(large.version.id, order);
  expect((await claimNext("w", "lightest"))!.id).toBe(again.id);
});

test("a worker that leaves gives back what it held at once", async () => {
  const { version } = await madeUpVisit();
  const { id } = await requestDelivery(version.id, order);
  await claimDelivery(id, "w1");
  const leaving = new AbortController();
  const never: MakePicture = (_order, _limits, { signal }) =>
    new Promise((_, reject) => signal!.addEventListener("abort", () => reject(signal!.reason)));
  const work = deliver({ id }, "w1", never, room, leaving.signal);
  await new Promise((resolve) => setTimeout(resolve, 100));
  leaving.abort();
  await work;
  expect(await stateOf(id)).toMatchObject({ state: "queued", worker: null, attempts: 0 });
  expect(await claimNext("w2")).toMatchObject({ id });
  await releaseDelivery(id, "w1");
  expect(await stateOf(id)).toMatchObject({ state: "rendering", worker: "w2" });
});

test("nobody holds a cancelled one for ever, and what takes down every worker is given up", async () => {
  const { version } = await madeUpVisit();
  const [cancelled, poison] = [await requestDelivery(version.id, order), await requestDelivery(version.id, order)];
  await claimDelivery(cancelled.id, "dead");
  await cancelDelivery(cancelled.id);
  for (let i = 0; i < 10; i++) {
    expect(await claimDelivery(poison.id, `dead${i}`)).not.toBeNull();
    await silence(poison.id);
  }
  await silence(cancelled.id);
  await tidyDeliveries();
  expect(await stateOf(cancelled.id)).toMatchObject({ state: "cancelled", finishedAt: expect.any(Date) });
  expect(await stateOf(poison.id)).toMatchObject({ state: "failed", error: expect.stringContaining("10 times") });
  expect(await claimNext("w")).toBeNull();
});

test("a missing original is said in words that name no path; nothing is left behind", async () => {
  const { version, photo } = await madeUpVisit(61, 40);
  const { id } = await requestDelivery(version.id, order);
  await database()
    .update(photos)
    .set({ sha256: "f".repeat(64) })
    .where(eq(photos.id, photo.id));
  await make(id, "w1");
  const { state, error } = await stateOf(id);
  expect(state).toBe("failed");
  expect(error).toMatch(/could not be made: The original .* missing/);
  expect(error).not.toMatch(/ENOENT|\/originals\/|f{64}/);
  expect(existsSync(deliveryPath(id, "png"))).toBe(false);
});
