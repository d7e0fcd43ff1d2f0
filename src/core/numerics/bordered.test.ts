import fc from "fast-check";
import { randomFrom } from "../testing";
import { BorderedSystem } from "./bordered";
import { solveSymmetric } from "./symmetric";

test("a bordered system has the dense system's answer, whatever its band and border", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 30 }),
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 0, max: 4 }),
      fc.nat(),
      (band, half, border, seed) => {
        const random = randomFrom(seed);
        const system = new BorderedSystem(band, half, border);
        const n = band + border;
        const dense = Array.from({ length: n }, () => new Array<number>(n).fill(0));
        const right = new Array<number>(n).fill(0);
        const observe = (unknowns: number[], coefficients: number[], value: number, weight: number): void => {
          system.observe(Int32Array.from(unknowns), Float64Array.from(coefficients), unknowns.length, value, weight);
          unknowns.forEach((i, a) => {
            right[i]! += weight * coefficients[a]! * value;
            unknowns.forEach((j, b) => (dense[i]![j]! += weight * coefficients[a]! * coefficients[b]!));
          });
        };
        for (let i = 0; i < n; i++) observe([i], [1], random(), 0.5);
        for (let k = 0; k < 3 * n; k++) {
          const first = Math.floor(random() * band);
          const near = [first, Math.min(band - 1, first + Math.floor(random() * (half + 1)))];
          const far = border > 0 ? [band + Math.floor(random() * border)] : [];
          const unknowns = [...new Set([...near, ...far])];
          observe(
            unknowns,
            unknowns.map(() => random() - 0.5),
            random(),
            1 + random(),
          );
        }
        const expected = solveSymmetric(dense, right)!;
        const found = system.solve();
        expected.forEach((v, i) => expect(found[i]).toBeCloseTo(v, 8));
      },
    ),
    { numRuns: 60 },
  );
});

test("what nothing was observed of is not made up", () => {
  const system = new BorderedSystem(2, 1, 0);
  system.observe(Int32Array.of(0), Float64Array.of(1), 1, 3, 1);
  expect(() => system.solve()).toThrow("does not determine");
});
