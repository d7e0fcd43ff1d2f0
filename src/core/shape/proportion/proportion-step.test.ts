import fc from "fast-check";
import { emptyRecipe } from "../../recipe";
import { proportionStep } from "./proportion-step";

const { proportion } = emptyRecipe();

test("heights change about the principal point, which stays, by the factor that is set; there and back is nothing", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.6, max: 1.6, noNaN: true }), fc.integer({ min: 100, max: 900 }), (height, cy) => {
      const step = proportionStep({
        camera: { principal: [500, cy] },
        proportion: { ...proportion, on: true, height },
      })!;
      const [x, y] = step.forward([500, cy])!;
      expect([x, y]).toEqual([expect.closeTo(500, 6), expect.closeTo(cy, 6)]);
      const lower = step.forward([500, cy + 100])!;
      const right = step.forward([600, cy])!;
      expect((lower[1] - y) / (right[0] - x)).toBeCloseTo(height, 6);
      const out = new Float64Array(3);
      step.back(lower[0], lower[1], out);
      expect([out[0], out[1]]).toEqual([expect.closeTo(500, 6), expect.closeTo(cy + 100, 6)]);
    }),
  );
  expect(proportionStep({ camera: { principal: [500, 300] }, proportion: { ...proportion, on: false } })).toBeNull();
});
