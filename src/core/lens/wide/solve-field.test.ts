import type { Size, Vec2, Vec3 } from "../../geometry";
import { between, normalFrom, randomFrom } from "../../testing";
import { makeLens } from "../make-lens";
import { focalOfField } from "./field-of-view";
import { solveField } from "./solve-field";

const size: Size = [6000, 1800];
const centre: Vec2 = [3000, 900];

/** Straight things of a yard as a stitched picture records them, with a hand's noise. */
function traces(
  model: "cylindrical" | "equirectangular" | "equidistant",
  field: number,
  seed: number,
  noise: number,
  count = 8,
): Vec2[][] {
  const { wide } = makeLens(size, {
    model,
    focalPx: focalOfField(model, field, size[0]),
    centre,
    k: [0, 0, 0],
    p: [0, 0],
    amount: 1,
  });
  const random = randomFrom(seed);
  const normal = normalFrom(random);
  const out = new Float64Array(3);
  return Array.from({ length: count }, () => {
    const y = between(random, -3, 1.2);
    const side = Math.floor(3 * random());
    const at = (s: number): Vec3 => (side === 0 ? [s, y, 7] : side === 1 ? [-7, y, s + 4] : [7, y, s + 4]);
    const from = between(random, -5, -1);
    const to = from + between(random, 3, 7);
    return Array.from({ length: 25 }, (_, i): Vec2 => {
      wide!.recorded(at(from + ((to - from) * i) / 24), out);
      return [out[0]! + noise * normal(), out[1]! + noise * normal()];
    }).filter(([px, py]) => px > 0 && px < 6000 && py > 0 && py < 1800);
  });
}

test.each([
  ["cylindrical", 190],
  ["cylindrical", 110],
  ["equirectangular", 200],
  ["equidistant", 170],
] as const)("straight things tell the field of a %s picture of %i degrees", (model, field) => {
  const exact = solveField(traces(model, field, 4, 0), model, size, centre)!;
  expect(exact.field).toBeCloseTo(field, 2);
  const noisy = solveField(traces(model, field, 5, 0.5), model, size, centre)!;
  expect(Math.abs(noisy.field - field)).toBeLessThan(Math.max(0.3, 4 * noisy.sigma));
  expect(noisy.missPx).toBeGreaterThan(0.3);
  expect(noisy.missPx).toBeLessThan(0.8);
});

test("its deviation is honest", () => {
  let sum = 0;
  const runs = 40;
  for (let seed = 0; seed < runs; seed++) {
    const told = solveField(traces("cylindrical", 150, 100 + seed, 0.6), "cylindrical", size, centre)!;
    sum += ((told.field - 150) / told.sigma) ** 2;
  }
  expect(Math.sqrt(sum / runs)).toBeGreaterThan(0.6);
  expect(Math.sqrt(sum / runs)).toBeLessThan(1.5);
});

test("nothing is told by nothing, by verticals on a cylinder, or by a trace along the horizon", () => {
  expect(solveField([], "cylindrical", size, centre)).toBeNull();
  const verticals = [400, 3000, 5100].map((x) => Array.from({ length: 9 }, (_, i): Vec2 => [x, 300 + i * 150]));
  expect(solveField(verticals, "cylindrical", size, centre)).toBeNull();
  const horizon = [Array.from({ length: 30 }, (_, i): Vec2 => [500 + 160 * i, 900])];
  expect(solveField(horizon, "cylindrical", size, centre)).toBeNull();
});
