import { distortionPercent } from "./distortion-percent";

test("the curve says what the terms say: k1 r² of Brown and Conrady, r over its tangent's radius of a fisheye", () => {
  const barrel = { k: [-0.06, 0, 0] as [number, number, number], amount: 1, model: "brown-conrady" as const };
  expect(distortionPercent(barrel, 0, 1)).toBe(0);
  expect(distortionPercent(barrel, 1, 1)).toBeCloseTo(-6, 12);
  expect(distortionPercent({ ...barrel, amount: 0.5 }, 0.5, 1)).toBeCloseTo(-0.75, 12);
  const fisheye = { k: [0, 0, 0] as [number, number, number], amount: 1, model: "equidistant" as const };
  // Seen at 45°: recorded at f · π/4, an ideal lens would have put it at f.
  expect(distortionPercent(fisheye, 0.7, 0.7)).toBeCloseTo(100 * (Math.PI / 4 - 1), 9);
});
