import type { Dice } from "./dice";
import { type Field, pause } from "./duties";
import type { Part } from "./instance";

/** What a worker that is there again must have done with what a killed one held, seconds. */
const MOST_SECONDS = 30;

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

async function heldNow({ instance }: Field): Promise<string[]> {
  const { rows } = await instance.database((c) =>
    c.query<{ id: string }>("select id from deliveries where state = 'rendering'"),
  );
  return rows.map((r) => r.id);
}

/** Waits until the deliveries have ended. No other kill meanwhile: this is what is being measured. */
async function takenUp({ instance, tally }: Field, ids: readonly string[]): Promise<void> {
  const began = Date.now();
  for (;;) {
    const { rows } = await instance.database((c) =>
      c.query<{ n: number }>("select count(*)::int as n from deliveries where id = any($1) and finished_at is null", [
        ids,
      ]),
    );
    const seconds = (Date.now() - began) / 1000;
    if (rows[0]!.n === 0) {
      tally.takenUpSeconds.push(seconds);
      tally.count("deliveries of killed workers", "done by another", ids.length);
      return;
    }
    if (seconds > 2 * MOST_SECONDS)
      return tally.fault(`What a killed worker held was not done after ${seconds.toFixed(0)} s.`);
    await pause(200);
  }
}

export const tooLate = (seconds: readonly number[]): number => seconds.filter((s) => s > MOST_SECONDS).length;
