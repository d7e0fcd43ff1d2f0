import fc from "fast-check";
import { KERNELS } from "./kernels";
import { Taps } from "./taps";

const kernels = fc.constantFrom("cubic", "lanczos3" as const) as fc.Arbitrary<"cubic" | "lanczos3">;

test("weights add up to 1, and put their middle where the pixel is", () => {
  fc.assert(
    fc.property(
      kernels,
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: 0.3, max: 9, noNaN: true }),
      (kernel, at, shrink) => {
        const taps = new Taps(100, kernel);
        taps.prepare(at, shrink);
        let [sum, middle] = [0, 0];
        for (let i = 0; i < taps.count; i++) {
          const w = taps.table[taps.offset + i]!;
          sum += w;
          middle += w * (taps.first + i + 0.5);
        }
        expect(sum).toBeCloseTo(1, 9);
        expect(Math.abs(middle - at)).toBeLessThan(0.025 * Math.max(1, shrink));
        expect(taps.count).toBeGreaterThanOrEqual(2 * KERNELS[kernel].radius);
      },
    ),
  );
});

test("on a pixel's own centre the kernel leaves it alone; the border is told from the inside", () => {
  const taps = new Taps(10, "lanczos3");
  taps.prepare(5.5, 1);
  const weights = Array.from({ length: taps.count }, (_, i) => [taps.first + i, taps.table[taps.offset + i]]);
  expect(weights.filter(([, w]) => w !== 0)).toEqual([[5, 1]]);
  expect(taps.inside).toBe(true);
  taps.prepare(1, 1);
  expect(taps.inside).toBe(false);
});

test("kernels are 1 in the middle and 0 at every other pixel and beyond", () => {
  for (const { at, radius } of Object.values(KERNELS)) {
    expect(at(0)).toBe(1);
    for (let i = 1; i <= radius + 1; i++) expect(at(i)).toBeCloseTo(0, 12);
    expect(at(0.4)).toBeCloseTo(at(-0.4), 12);
  }
});
