import { put } from "@/language";
import { leastSquares } from "../../numerics";
import { between, normalFrom, randomFrom } from "../../testing";
import type { Vec2 } from "../../geometry";
import { makeLens } from "../make-lens";
import { type Trace, adviseTraces, bowOfTrace, solveTraces, traceResiduals } from ".";

const size = [3000, 2000] as const;

/** Traces along straight lines of the ideal picture, recorded by a lens, with noise across them. */
function madeUpTraces(
  k: readonly [number, number, number],
  centre: Vec2,
  count: number,
  samples: number,
  noise: number,
  random: () => number,
): Trace[] {
  const lens = makeLens(size, { k, p: [0, 0], centre, amount: 1 });
  const normal = normalFrom(random);
  return Array.from({ length: count }, (_, n) => {
    // Along the four borders in turn, at different depths and slants.
    const depth = between(random, 0.03, 0.3);
    const slant = between(random, -0.05, 0.05);
    const at = (t: number): Vec2 => {
      const d = depth + slant * (t - 0.5);
      return (
        [
          [t * 3000, d * 2000],
          [(1 - d) * 3000, t * 2000],
          [t * 3000, (1 - d) * 2000],
          [d * 3000, t * 2000],
        ] as const
      )[n % 4]!;
    };
    const points = Array.from({ length: samples }, (_, i): Vec2 => {
      const p = lens.distort(at(0.02 + (0.96 * i) / (samples - 1)));
      return [p[0] + noise * normal(), p[1] + noise * normal()];
    });
    return { id: `t${n}`, points };
  });
}

test("exact traces give the lens back", () => {
  const random = randomFrom(1);
  const solution = solveTraces(madeUpTraces([-0.046, 0.0148, -0.0029], [1504, 997], 8, 60, 0, random), size, {
    radial: 3,
    centre: true,
  })!;
  expect(solution.k[0]).toBeCloseTo(-0.046, 3);
  expect(solution.k[1]).toBeCloseTo(0.0148, 3);
  expect(solution.k[2]).toBeCloseTo(-0.0029, 3);
  expect(solution.centre[0]).toBeCloseTo(1504, 0);
  expect(solution.rmsPx).toBeLessThan(0.01);
});

test("with 0.3 px of noise the errors are those of the Cramér–Rao bound within 15 %, and the sigmas say so", () => {
  const [k1, k2] = [-0.05, 0.012];
  const runs = 60;
  const random = randomFrom(7);
  const [errors, sigmas, bounds] = [
    [0, 0],
    [0, 0],
    [0, 0],
  ];
  for (let n = 0; n < runs; n++) {
    const shape = randomFrom(1000 + n);
    const exact = madeUpTraces([k1, k2, 0], [1500, 1000], 8, 200, 0, shape);
    const noise = normalFrom(random);
    const traces = exact.map((t) => ({
      ...t,
      points: t.points.map((p): Vec2 => [p[0] + 0.3 * noise(), p[1] + 0.3 * noise()]),
    }));
    const solution = solveTraces(traces, size, { radial: 2, centre: false })!;
    const all = (v: readonly number[]): Float64Array =>
      Float64Array.from(
        exact.flatMap((t) => [...traceResiduals(t, { k: [v[0]!, v[1]!, 0], centre: [1500, 1000] }, size)]),
      );
    // The bound: the information in exact traces, at the truth, each line's two numbers being free as well.
    const { cofactor } = leastSquares(all, [k1, k2], [1e-4, 1e-4], new Float64Array(1600).fill(1), 1);
    [solution.k[0] - k1, solution.k[1] - k2].forEach((e, i) => {
      errors[i]! += (e * e) / runs;
      sigmas[i]! += solution.sigma.k[i]! ** 2 / runs;
      bounds[i]! += (cofactor[i]![i]! * 0.09) / runs;
    });
  }
  for (const i of [0, 1]) {
    const [error, sigma, bound] = [errors, sigmas, bounds].map((v) => Math.sqrt(v[i]!)) as [number, number, number];
    expect(sigma / bound).toBeGreaterThan(0.9);
    expect(sigma / bound).toBeLessThan(1.12);
    // 60 runs know a deviation to 9 %.
    expect(error / bound).toBeLessThan(1.15 + 0.18);
    expect(error / bound).toBeGreaterThan(0.75);
  }
});

test("samples on something that stands before the edge do not count", () => {
  const random = randomFrom(3);
  const traces = madeUpTraces([-0.05, 0, 0], [1500, 1000], 6, 200, 0.2, random).map((t) => ({
    ...t,
    points: t.points.map((p, i): Vec2 => (i > 60 && i < 90 ? [p[0] + 6, p[1] + 7] : p)),
  }));
  const solution = solveTraces(traces, size)!;
  expect(solution.k[0] + solution.k[1] + solution.k[2]).toBeCloseTo(-0.05, 3);
  for (const share of solution.counted.values()) expect(share).toBeLessThan(0.9);
});

test("the data decide how many terms there are", () => {
  const random = randomFrom(5);
  expect(solveTraces(madeUpTraces([-0.03, 0, 0], [1500, 1000], 6, 150, 0.3, random), size)!.terms).toEqual({
    radial: 1,
    centre: false,
  });
  const moustache = solveTraces(madeUpTraces([-0.09, 0.05, 0], [1512, 992], 10, 200, 0.2, random), size)!;
  expect(moustache.terms.radial).toBeGreaterThanOrEqual(2);
  expect(moustache.terms.centre).toBe(true);
  // One trace cannot say where the middle is.
  expect(solveTraces(madeUpTraces([-0.05, 0, 0], [1500, 1000], 1, 150, 0.3, random), size)!.terms.centre).toBe(false);
});

test("the bow of a trace, and what another should show", () => {
  expect(
    bowOfTrace([
      [0, 0],
      [10, 1],
      [20, 2],
      [30, 2],
      [40, 2],
      [50, 1],
      [60, 0],
    ]),
  ).toBeCloseTo(2, 9);
  expect(put(adviseTraces([], size, null)[0]!.text)).toMatch(/near a border/);
  const through: Trace = { id: "a", points: Array.from({ length: 20 }, (_, i): Vec2 => [100 + 140 * i, 1000]) };
  expect(put(adviseTraces([through], size, null)[0]!.text)).toMatch(/through the middle/);
  const top: Trace = { id: "b", points: Array.from({ length: 20 }, (_, i): Vec2 => [900 + 60 * i, 300]) };
  expect(put(adviseTraces([top], size, null)[0]!.text)).toMatch(
    /% of the way to the corners; one more along the bottom/,
  );
  expect(solveTraces([], size)).toBeNull();
});
