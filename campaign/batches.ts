import { ask } from "./ask";
import type { Dice } from "./dice";
import { type Field, pause } from "./duties";
import type { Instance } from "./instance";
import { wholePicture } from "./pictures";
import type { Tally } from "./tally";

/** Batches begun one after the other, at most. */
const MOST_BATCHES = 8;
/** A short campaign on a slow machine may be over before the app was there for a first batch: that one is waited for, ms. */
const FIRST_MS = 60_000;
/** Photos added at the same time. */
const AT_ONCE = 4;

type Made = Pick<Field, "instance" | "tally">;

/** A visit of so many small photos of its own. @returns its id. */
export async function visitOfMany({ instance, tally }: Made, dice: Dice, count: number): Promise<string> {
  const made = await ask(instance, tally, "set-up", "/api/assignments", { method: "POST", body: { name: "Many" } });
  const id = String(made.json["id"]);
  let left = count;
  const add = async (own: Dice): Promise<void> => {
    while (left-- > 0) {
      const { name, bytes } = await wholePicture(own, 60);
      const path = `/api/assignments/${id}/photos?name=${left}-${name}`;
      await ask(instance, tally, "set-up", path, { method: "POST", body: bytes });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, () => add(dice.fork())));
  return id;
}

/** Gives every photo of a visit a new version, as one batch; again once that has ended, whatever is killed meanwhile. */
export const batches =
  (visit: string) =>
  async ({ instance, tally, stop }: Field): Promise<void> => {
    const photoIds = await photosOf(instance, visit);
    const path = `/api/assignments/${visit}/batches`;
    const first = Date.now() + FIRST_MS;
    const goesOn = (begun: number): boolean => !stop.aborted || (begun === 0 && Date.now() < first);
    for (let begun = 0; begun < MOST_BATCHES && goesOn(begun);) {
      const { status } = await ask(instance, tally, "batches begun", path, {
        method: "POST",
        body: { photoIds, action: { kind: "new-version" } },
      });
      if (status === 200) begun++;
      // A database that has just been killed says nothing: then it is asked again.
      while (!stop.aborted && (await waiting(instance, visit).catch(() => 1)) > 0) await pause(500);
      await pause(200);
    }
  };

/** Photos of a visit, by what the database holds: the app may be away. */
async function photosOf(instance: Instance, visit: string): Promise<string[]> {
  const { rows } = await instance.database((c) =>
    c.query<{ id: string }>("select id from photos where assignment_id = $1", [visit]),
  );
  return rows.map(({ id }) => id);
}

/** Items of a visit's batches that have not ended. */
export async function waiting(instance: Instance, visit: string): Promise<number> {
  const { rows } = await instance.database((c) =>
    c.query<{ n: number }>(
      "select count(*)::int as n from batch_items i join batches b on b.id = i.batch_id where b.assignment_id = $1 and i.state = 'waiting'",
      [visit],
    ),
  );
  return rows[0]!.n;
}

/** Each item of each batch was done, once: a photo has one version for each batch beside its first. */
export async function checkBatches(instance: Instance, tally: Tally, visit: string): Promise<void> {
  const [items, versions, count] = await instance.database(async (c) => [
    (await c.query<{ state: string; n: number }>("select i.state, count(*)::int as n from batch_items i join batches b on b.id = i.batch_id where b.assignment_id = $1 group by 1", [visit])).rows,
    (await c.query<{ n: number }>("select count(*)::int as n from versions v join photos p on p.id = v.photo_id where p.assignment_id = $1 group by p.id", [visit])).rows,
    (await c.query<{ n: number }>("select count(*)::int as n from batches where assignment_id = $1", [visit])).rows[0]!.n,
  ]); // prettier-ignore
  for (const { state, n } of items) {
    tally.count("photos of batches", state, n);
    if (state !== "done") tally.fault(`${n} photos of batches are ${state} in the end.`);
  }
  const off = versions.filter(({ n }) => n !== 1 + count).length;
  tally.count(`versions by ${count} batches`, "one each", versions.length - off);
  if (off > 0) tally.fault(`${off} photos have not just one new version for each of ${count} batches.`);
  if (count === 0) tally.fault("No batch was begun.");
}
