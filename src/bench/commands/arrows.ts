import type { BenchState } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import type { Modifiers } from "./command";

const WAYS: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The keys of a command that moves something, plain and with Shift. */
export const ARROW_KEYS: readonly string[] = Object.keys(WAYS).flatMap((key) => [key, `Shift+${key}`]);

/** How far an arrow key moves something: a pixel, ten with Shift, a tenth with Alt; null for another key. */
export function arrowOf(held: Modifiers | undefined): Vec2 | null {
  const way = held && WAYS[held.key];
  if (!way) return null;
  const by = held.shiftKey ? 10 : held.altKey ? 0.1 : 1;
  return [way[0] * by, way[1] * by];
}

/** Moves by the keys within this time of each other are one step back, ms. */
const BURST_MS = 900;
let burst = { key: "", at: 0 };
let ending: ReturnType<typeof setTimeout> | undefined;

/** The gesture of a move by the keys: the same for those in quick succession of one thing, ended a moment after the last. */
export function burstOf(name: string, get: () => BenchState): string {
  const now = Date.now();
  const goesOn = burst.key.startsWith(`${name} `) && now - burst.at < BURST_MS;
  burst = { key: goesOn ? burst.key : `${name} ${now}`, at: now };
  clearTimeout(ending);
  ending = setTimeout(() => {
    if (get().gesture === burst.key) get().endGesture();
  }, BURST_MS);
  return burst.key;
}
