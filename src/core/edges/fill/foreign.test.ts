import type { Context } from "./context";
import { contextCosts } from "./context";
import type { Field } from "./field";
import { OF_STROKE } from "./manner";
import { foreignCosts } from "./foreign";

const [W, H] = [80, 60];
const FLAT = [0, 0, 1] as const;
const by = (x: number, y = 0) => ({ normal: FLAT, by: [x / 100, y / 100, 0] as const });

/** A wall, lighter at the right, with a vertical gap in it and a dark pipe at the left. */
const wall = (x: number): number => (Math.abs(x - 15.5) < 4 ? 0.1 : x > 43 ? 0.8 : 0.5);
const isGap = (i: number): boolean => Math.abs((i % W) - 40) < 4 && i > 8 * W && i < 52 * W;
const known = Uint8Array.from({ length: W * H }, (_, i) => (isGap(i) ? 0 : 1));
const field: Field = {
  width: W,
  height: H,
  data: Float32Array.from({ length: 3 * W * H }, (_, k) => wall(Math.floor(k / 3) % W)),
  known,
  wanted: known.map((v) => 1 - v),
  source: known,
  focal: [100, 100],
  centre: [40, 30],
};
const pixel = 30 * W + 40;
const context = (count: number): Context => ({
  pixels: Int32Array.of(pixel),
  far: Float32Array.of(4),
  costs: Array.from({ length: count }, () => Float32Array.of(0.01)),
});

test("what is seen nowhere beside the gap costs more, what is seen at either side does not", () => {
  // The pipe, the wall at the left, the lighter wall at the right.
  const { costs } = foreignCosts(field, [by(-25), by(-12), by(20)], context(3));
  expect(costs[0]![0]!).toBeGreaterThan(0.2);
  expect(costs[1]![0]!).toBeCloseTo(0.01, 6);
  expect(costs[2]![0]!).toBeCloseTo(0.01, 6);
});

test("what has nothing to copy keeps saying so, and in a field with nothing known around it nothing is foreign", () => {
  const none = foreignCosts(field, [by(-400)], { ...context(1), costs: [Float32Array.of(NaN)] });
  expect(none.costs[0]![0]!).toBeNaN();
  // The gap is the whole of its rows and columns.
  const open = Uint8Array.from({ length: W * H }, (_, i) => (i % W > 70 && i > 55 * W ? 1 : 0));
  const cross = { ...field, known: open, wanted: open.map((v) => 1 - v), source: open };
  const far = foreignCosts(cross, [by(34, 27)], { ...context(1), pixels: Int32Array.of(30 * W + 40) });
  expect(far.costs[0]![0]!).toBeCloseTo(0.01, 6);
});

test("what goes on from the gap's border counts more than what agrees further off", () => {
  // Both shifts bring the wall; one has the pipe where the gap's surroundings have the wall, 20 pixels off, one right beside it.
  const [nearWrong, farWrong] = contextCosts(field, [by(-19), by(-9)], OF_STROKE).costs;
  const k = contextCosts(field, [], OF_STROKE).pixels.indexOf(pixel);
  expect(nearWrong![k]!).toBeGreaterThan(farWrong![k]!);
});
