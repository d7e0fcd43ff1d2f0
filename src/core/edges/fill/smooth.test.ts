import fc from "fast-check";
import { HIGH, LOW, SKY } from "./kinds";
import { paintedField } from "./painted.testing";
import { smoothed } from "./smooth";

const SIZE = [80, 60] as const;
const share = fc.double({ min: 0, max: 1, noNaN: true });

test("one colour goes on as it is; colours never leave the range of what is known", () => {
  fc.assert(
    fc.property(share, share, fc.integer({ min: 3, max: 25 }), (a, b, depth) => {
      const plain = paintedField(
        SIZE,
        () => [a, b, 0.5],
        (x) => x >= SIZE[0] - depth,
      );
      const two = paintedField(
        SIZE,
        (_, y) => (y < 30 ? [a, a, a] : [b, b, b]),
        (x) => x >= SIZE[0] - depth,
      );
      const [even, mixed] = [smoothed(plain.field), smoothed(two.field)];
      const { wanted } = plain.field;
      const of = (list: Float32Array, c: number): number[] =>
        Array.from(wanted.keys())
          .filter((i) => wanted[i])
          .map((i) => list[3 * i + c]!);
      expect(Array.from(wanted.keys()).every((i) => Number.isNaN(even[3 * i]!) === (wanted[i] === 0))).toBe(true);
      expect(Math.max(...of(even, 0).map((v) => Math.abs(v - a)))).toBeLessThan(1e-4);
      expect(Math.max(...of(even, 1).map((v) => Math.abs(v - b)))).toBeLessThan(1e-4);
      expect(Math.min(...of(mixed, 0))).toBeGreaterThan(Math.min(a, b) - 1e-4);
      expect(Math.max(...of(mixed, 0))).toBeLessThan(Math.max(a, b) + 1e-4);
    }),
    { numRuns: 25 },
  );
});

test("sky goes on as sky and a wall as wall; where nothing of a kind is known there is nothing", () => {
  const { field } = paintedField(
    SIZE,
    (_, y) => (y < 30 ? [0.4, 0.6, 0.9] : [0.5, 0.3, 0.2]),
    (x) => x >= 60,
  );
  const kinds = Uint8Array.from({ length: SIZE[0] * SIZE[1] }, (_, i) => (Math.floor(i / SIZE[0]) < 30 ? SKY : HIGH));
  kinds[SIZE[0] * 50 + 70] = LOW;
  const made = smoothed({ ...field, kinds });
  const at = (x: number, y: number): number[] => [...made.subarray(3 * (y * SIZE[0] + x), 3 * (y * SIZE[0] + x) + 3)];
  // Just above and below where the two meet neither has anything of the other.
  at(75, 29).forEach((v, c) => expect(v).toBeCloseTo([0.4, 0.6, 0.9][c]!, 3));
  at(75, 30).forEach((v, c) => expect(v).toBeCloseTo([0.5, 0.3, 0.2][c]!, 3));
  expect(at(70, 50)).toEqual([NaN, NaN, NaN]);
});
