import { toLight } from "../../course";
import type { Context } from "./context";
import type { Field } from "./field";
import { OF_STROKE } from "./manner";
import { leaningsAt, leaningsOf } from "./leaning";

/** A field of plain stripes, 0.5 and 0.6 as displayed, and at the right 0.95, with a gap below them. */
const [W, H] = [60, 40];
const isGap = (i: number): boolean => i >= 30 * W;
const stripe = (x: number): number => (x < 20 ? 0.5 : x < 50 ? 0.6 : 0.95);
const field: Field = {
  width: W,
  height: H,
  data: Float32Array.from({ length: 3 * W * H }, (_, i) => stripe(Math.floor(i / 3) % W)),
  known: Uint8Array.from({ length: W * H }, (_, i) => (isGap(i) ? 0 : 1)),
  wanted: Uint8Array.from({ length: W * H }, (_, i) => (isGap(i) ? 1 : 0)),
  source: Uint8Array.from({ length: W * H }, (_, i) => (isGap(i) ? 0 : 1)),
  focal: [100, 100],
  centre: [30, 20],
};
/** Copies from ten pixels above, and so far to the left. */
const shift = (left: number) => ({ normal: [0, 0, 1] as const, by: [-left / 100, -0.2, 0] as const });
const pixel = 35 * W + 45;
const context = (costs: number[]): Context => ({
  pixels: Int32Array.of(pixel),
  far: Float32Array.of(6),
  costs: costs.map((c) => Float32Array.of(c)),
});
const leaning = (costs: number[], shifts = [shift(35), shift(0)]): number[] => [
  ...leaningsOf(field, shifts, context(costs), Int16Array.of(0), OF_STROKE, null).subarray(3 * pixel, 3 * pixel + 3),
];

test("of two shifts as likely as each other a copy goes most of the way to their mean, in light", () => {
  // What differs from the copy is heard less.
  const heard = Math.exp(-(3 * 0.1 ** 2) / 0.02);
  const mean = (0.5 + heard * 0.6) / (1 + heard);
  const [red, green, blue] = leaning([0.01, 0.01]);
  expect(red).toBeCloseTo(toLight(0.5 + 0.85 * (mean - 0.5)) - toLight(0.5), 5);
  expect([green, blue]).toEqual([red, red]);
});

test("what is much less likely, or another thing, says little; where all bring the same nothing leans", () => {
  expect(Math.abs(leaning([0.001, 0.2])[0]!)).toBeLessThan(1e-6);
  expect(Math.abs(leaning([0.01, 0.01], [shift(0), shift(5)])[0]!)).toBeLessThan(1e-6);
  // The likelier it is, the more it says.
  expect(leaning([0.01, 0.012])[0]!).toBeLessThan(leaning([0.01, 0.01])[0]!);
  // White beside grey is no light on it.
  const white = leaning([0.01, 0.01], [shift(35), shift(-9)])[0]!;
  expect(white).toBeLessThan(0.15 * (toLight(0.95) - toLight(0.5)));
});

test("leanings are read softly, and from the gaps alone", () => {
  const full: Field = { ...field, width: 2 * W, height: 2 * H };
  const all = new Float32Array(3 * W * H).fill(0.3);
  // What stands outside the gaps is not read.
  for (let i = 0; i < 3 * 30 * W; i++) all[i] = 9;
  const read = leaningsAt(full, field, all, Int32Array.of(61 * 2 * W + 50, 79 * 2 * W + 119));
  for (const v of read) expect(v).toBeCloseTo(0.3, 6);
});
