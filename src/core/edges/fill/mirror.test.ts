import fc from "fast-check";
import { HIGH, SKY } from "./kinds";
import { mirrored } from "./mirror";
import { paintedField } from "./painted.testing";

const SIZE = [210, 60] as const;

test("what is hidden is as deep before the photo's border as the gap is beyond it, and nothing of it is left", () => {
  fc.assert(
    fc.property(fc.integer({ min: 4, max: 25 }), fc.constantFrom("left", "right"), (depth, side) => {
      const isGap = (x: number): boolean => (side === "left" ? x < depth : x >= SIZE[0] - depth);
      const { field } = paintedField(SIZE, () => [0.5, 0.5, 0.5], isGap);
      const trial = mirrored(field)!;
      const hidden = field.wanted.map((_, i) => {
        const x = i % SIZE[0];
        const inward = side === "left" ? x : SIZE[0] - 1 - x;
        // The border's own pixel mirrors itself.
        return inward >= depth && inward < 2 * depth - 1 ? 1 : 0;
      });
      expect(trial.wanted).toEqual(hidden);
      expect(trial.known).toEqual(field.known.map((v, i) => (hidden[i] ? 0 : v)));
      expect(trial.source).toEqual(trial.known);
      expect(trial.data).toEqual(field.data.map((v, j) => (trial.known[Math.floor(j / 3)] ? v : 0)));
    }),
    { numRuns: 20 },
  );
});

test("in too small a field nothing is tried", () => {
  const { field } = paintedField(
    [120, 60],
    () => [0.5, 0.5, 0.5],
    (x) => x >= 100,
  );
  expect(mirrored(field)).toBeNull();
});

test("a sliver, or a gap larger than what is known, is not tried", () => {
  const narrow = paintedField(
    SIZE,
    () => [0.5, 0.5, 0.5],
    (x, y) => x === 209 && y < 40,
  );
  expect(mirrored(narrow.field)).toBeNull();
  const wide = paintedField(
    SIZE,
    () => [0.5, 0.5, 0.5],
    (x) => x >= 90,
  );
  expect(mirrored(wide.field)).toBeNull();
});

test("what was hidden of sky and wall is told apart again, by how their border runs", () => {
  const { field } = paintedField(
    SIZE,
    (_, y) => (y < 30 ? [0.4, 0.6, 0.9] : [0.5, 0.3, 0.2]),
    (x) => x >= 195,
  );
  const kinds = Uint8Array.from({ length: SIZE[0] * SIZE[1] }, (_, i) => {
    const y = Math.floor(i / SIZE[0]);
    return y < 28 ? SKY : y < 32 ? SKY | HIGH : HIGH;
  });
  const trial = mirrored({ ...field, kinds })!;
  expect(trial.kinds![10 * SIZE[0] + 188]).toBe(SKY);
  expect(trial.kinds![45 * SIZE[0] + 188]).toBe(HIGH);
});
