import type { Dice } from "./dice";
import { type Field, pause } from "./duties";
import type { Part } from "./instance";

/** What a killed worker held must have been taken up by another after so long, seconds. */
const MOST_SECONDS = 30;
/** And must have ended, whatever else there is to do, seconds. */
const MOST_UNTIL_DONE = 90;

/** Kills app, worker and database without warning, one after another, and looks how what was held goes on. */
export async function kill(field: Field, dice: Dice, everyMs: readonly [number, number]): Promise<void> {
  const { instance, tally, stop } = field;
  // Each once, then as the dice fall.
  const first: Part[] = ["app", "database", "worker"];
  while (!stop.aborted) {
    await pause(dice.between(...everyMs));
    if (stop.aborted) return;
    const part = first.shift() ?? dice.of<Part>(["app", "worker", "worker", "database"]);
    const held = part === "worker" ? await heldNow(field) : [];
    await instance.kill(part, part === "database" ? dice.between(0, 4000) : 0);
    tally.count("kills", part);
    await instance.answers();
    if (held.length > 0) await takenUp(field, held);
  }
}

/** A delivery in a worker's hands, and the mark by which it was claimed. */
interface Held {
  readonly id: string;
  readonly worker: string;
}

async function heldNow({ instance }: Field): Promise<Held[]> {
  const { rows } = await instance.database((c) =>
    c.query<Held>("select id, worker from deliveries where state = 'rendering'"),
  );
  return rows;
}

/** Waits until the deliveries have ended. No other kill meanwhile: this is what is being measured. */
async function takenUp({ instance, tally }: Field, held: readonly Held[]): Promise<void> {
  const began = Date.now();
  let taken = false;
  for (;;) {
    const { rows } = await instance.database((c) =>
      c.query<{ held: number; open: number }>(
        `select count(*) filter (where d.worker = h.worker and d.state = 'rendering')::int as held,
                count(*) filter (where d.finished_at is null)::int as open
         from deliveries d join unnest($1::uuid[], $2::text[]) as h (id, worker) using (id)`,
        [held.map((h) => h.id), held.map((h) => h.worker)],
      ),
    );
    const { held: still, open } = rows[0]!;
    const seconds = (Date.now() - began) / 1000;
    if (!taken && still === 0) {
      taken = true;
      tally.takenUpSeconds.push(seconds);
    }
    if (open === 0) {
      tally.doneSeconds.push(seconds);
      tally.count("deliveries of killed workers", "done by another", held.length);
      return;
    }
    if (seconds > MOST_UNTIL_DONE)
      return tally.fault(`What a killed worker held was not done after ${seconds.toFixed(0)} s.`);
    await pause(200);
  }
}

export const tooLate = (seconds: readonly number[]): number => seconds.filter((s) => s > MOST_SECONDS).length;
