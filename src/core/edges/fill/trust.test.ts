import { randomFrom } from "../../testing";
import { mirrored } from "./mirror";
import { paintedField } from "./painted.testing";
import { planFill } from "./plan";
import { type Tried, doubtIn, madeBy, trustIn } from "./trust";

const SIZE = [240, 80] as const;
const isGap = (x: number): boolean => x >= 220;
const FLAT = [0, 0, 1] as const;

/** What was hidden, filled by one plain shift to the left. @param by pixels. */
function triedBy(field: Parameters<typeof mirrored>[0], by: number): Tried {
  const trial = mirrored(field)!;
  const labels = Int16Array.from(trial.wanted, (v) => (v ? 0 : -1));
  return {
    field: trial,
    shifts: [{ normal: FLAT, by: [-by / SIZE[0], 0, 0] }],
    labels,
    light: new Float32Array(trial.data.length),
  };
}

/** Stripes standing side by side, 20 pixels from one to the next. */
const stripes = (x: number): readonly [number, number, number] => {
  const v = x % 20 < 10 ? 0.3 : 0.7;
  return [v, v, v];
};
const inGap = (list: Float32Array): number[] =>
  Array.from(list.keys())
    .filter((i) => isGap(i % SIZE[0]))
    .map((i) => list[i]!);
const mean = (list: readonly number[]): number => list.reduce((sum, v) => sum + v, 0) / list.length;

test("copies that show what was hidden are taken as they are; where they show the contrary the smooth colours are taken", () => {
  const { field } = paintedField(SIZE, stripes, isGap);
  const right = trustIn(field, triedBy(field, 40));
  const wrong = trustIn(field, triedBy(field, 50));
  expect(mean(inGap(right.share))).toBeLessThan(0.1);
  expect(mean(inGap(wrong.share))).toBeGreaterThan(0.6);
  expect(mean(inGap(wrong.error))).toBeGreaterThan(10 * mean(inGap(right.error)));
  // Nothing is said of what is known.
  expect(right.share[40 * SIZE[0] + 50]).toBe(0);
});

test("what differs by less than anyone sees stays copied", () => {
  const { field } = paintedField(SIZE, (x) => [0.5 + 0.001 * (x % 2), 0.5, 0.5], isGap);
  expect(Math.max(...inGap(trustIn(field, triedBy(field, 41)).share))).toBeLessThan(0.2);
});

test("doubt is small where neither the trial was off nor anything dared, and large where both", () => {
  const { field } = paintedField(SIZE, stripes, isGap);
  const made = (by: number): Tried => ({
    field,
    shifts: [{ normal: FLAT, by: [-by / SIZE[0], 0, 0] }],
    labels: Int16Array.from(field.wanted, (v) => (v ? 0 : -1)),
    light: new Float32Array(field.data.length),
  });
  const [right, wrong] = [40, 50].map((by) => doubtIn(field, trustIn(field, triedBy(field, by)), madeBy(made(by))));
  expect(mean(inGap(wrong!))).toBeGreaterThan(5 * mean(inGap(right!)));
  expect(right![40 * SIZE[0] + 50]).toBe(0);
});

test("a plan tells its doubt: more of a gap in noise of all sizes than of one in stripes", async () => {
  const random = randomFrom(5);
  const large = [480, 120] as const;
  const blots = Array.from({ length: 96 * 24 }, () => random());
  const isAtRight = (x: number): boolean => x >= 450;
  const blotchy = paintedField(
    large,
    (x, y) => {
      const v = blots[Math.floor(y / 5) * 96 + Math.floor(x / 5)]!;
      return [v, v, v];
    },
    isAtRight,
  );
  const even = paintedField(large, stripes, isAtRight);
  const [noisy, striped] = [await planFill(blotchy.field, [FLAT]), await planFill(even.field, [FLAT])];
  const doubtOf = (doubt: Uint8Array | null): number => mean([...doubt!].filter((v) => v > 0));
  expect(doubtOf(noisy.doubt)).toBeGreaterThan(2 * doubtOf(striped.doubt));
  expect(striped.doubt!.every((v, i) => v > 0 === isAtRight(i % large[0]))).toBe(true);
}, 60_000);

test("a trial tells how far it is like the rest, and stops where it is told to", async () => {
  const { field } = paintedField([480, 120], stripes, (x) => x >= 450);
  const told: number[] = [];
  await planFill(field, [FLAT], 1, { onStep: (share) => void told.push(share) });
  expect(told.every((share, i) => i === 0 || share >= told[i - 1]!)).toBe(true);
  expect(told.filter((share) => share > 0.56 && share < 0.89).length).toBeGreaterThan(3);
  const stopping = planFill(field, [FLAT], 1, {
    onStep: (share) => {
      if (share > 0.6) throw new Error("not wanted");
    },
  });
  await expect(stopping).rejects.toThrow("not wanted");
}, 60_000);
