import path from "node:path";
import { totalmem } from "node:os";
import { Hands, type Limits } from "../hands/hands";
import { bundlesFolder } from "../running/config";

/**
 * Where the app has pictures looked at: hands of its own for what arrives, for showing what is kept, and for measuring
 * charts, for fills, for checking large recipes and for what photos propose, so that files that keep the first busy never hold up the Bench.
 */
const COUNT = { arriving: 2, showing: 1, measuring: 1, filling: 2, checking: 1, proposing: 1 } as const;
export type Desk = keyof typeof COUNT;

/** Whatever arrives, the app answers first; what a person waits for on the Bench comes soon after. */
const NICENESS = {
  arriving: 19,
  showing: 19,
  measuring: 19,
  // As what is proposed: the last of all it took minutes while other pages were drawn by software.
  filling: 5,
  checking: 19,
  proposing: 5,
} as const satisfies Record<Desk, number>;

/** At some desks a hand more does only what takes about so long, seconds: a small fill does not wait for large ones, nor long for others. */
const LIGHT_SECONDS: Partial<Record<Desk, number>> = { filling: 0.4 };

/** A file may take this long, and this much longer for each byte, ms. */
const BASE_MS = 60_000;
const MS_PER_BYTE = (0.5 / 2 ** 20) * 1000;
/** One that takes longer than this makes way for others that wait, and is begun anew after them, ms. */
const SLOW_MS = 4000;
/** Developing a raw photo, ms. */
const RAW_MS = 180_000;
/** Most memory of a process that looks at a picture, bytes: what 250 megapixels of four 16-bit samples need, twice. */
const MOST_BYTES = Math.min(5 * 2 ** 30, 0.3 * totalmem());

export const limitsFor = (bytes: number, raw = false): Limits => ({
  ms: BASE_MS + MS_PER_BYTE * bytes + (raw ? RAW_MS : 0),
  bytes: MOST_BYTES,
  yieldsAfterMs: SLOW_MS + (raw ? RAW_MS / 10 : 0),
});

// Next reloads modules while developing; one set for the process, whatever it reloads.
const shared = globalThis as unknown as { flatStoneDesks?: Map<Desk, Hands> };

/** Hands at a desk; started when first needed. */
export function desk(name: Desk): Hands {
  const all = (shared.flatStoneDesks ??= new Map());
  const kept = all.get(name);
  if (kept) return kept;
  const made = new Hands(
    path.join(bundlesFolder(), "picture-hand.mjs"),
    COUNT[name],
    NICENESS[name],
    LIGHT_SECONDS[name],
  );
  all.set(name, made);
  return made;
}

/** Ends them all; for commands and tests that should exit. */
export function closeDesks(): void {
  for (const hands of shared.flatStoneDesks?.values() ?? []) hands.close();
  shared.flatStoneDesks?.clear();
}
