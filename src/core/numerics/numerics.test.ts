import fc from "fast-check";
import { randomFrom } from "../testing";
import {
  biweight,
  dampedLeastSquares,
  invertSymmetric,
  leastSquares,
  median,
  solveSymmetric,
  spreadOf,
  rootOf,
} from ".";

const number = fc.double({ min: -3, max: 3, noNaN: true });
/** B Bᵀ with something on the diagonal, its rows scaled by very different units. */
const positive = fc
  .integer({ min: 1, max: 6 })
  .chain((n) =>
    fc.tuple(
      fc.array(fc.array(number, { minLength: n, maxLength: n }), { minLength: n, maxLength: n }),
      fc.array(fc.double({ min: -4, max: 4, noNaN: true }), { minLength: n, maxLength: n }),
    ),
  );

const matrixOf = ([b, units]: [number[][], number[]]): number[][] =>
  b.map((row, i) =>
    b.map((other, j) => {
      const sum = row.reduce((s, v, k) => s + v * other[k]!, i === j ? 1 : 0);
      return sum * 10 ** (units[i]! + units[j]!);
    }),
  );

test("a symmetric system is solved and inverted, whatever the units of its unknowns", () => {
  fc.assert(
    fc.property(positive, (parts) => {
      const a = matrixOf(parts);
      const x = a.map((_, i) => (i + 1) / 10 ** parts[1][i]!);
      const b = a.map((row) => row.reduce((s, v, j) => s + v * x[j]!, 0));
      solveSymmetric(a, b)!.forEach((v, i) => expect(v / x[i]!).toBeCloseTo(1, 6));
      const inverse = invertSymmetric(a)!;
      a.forEach((row, i) =>
        row.forEach((_, j) => {
          const one = row.reduce((s, v, k) => s + v * inverse[k]![j]!, 0) * 10 ** (parts[1][j]! - parts[1][i]!);
          expect(one).toBeCloseTo(i === j ? 1 : 0, 5);
        }),
      );
    }),
  );
  expect(
    solveSymmetric(
      [
        [1, 1],
        [1, 1],
      ],
      [1, 1],
    ),
  ).toBeNull();
  expect(invertSymmetric([[0]])).toBeNull();
});

test("a decay is fitted exactly, and the cofactor is that of its noise", () => {
  const times = Array.from({ length: 40 }, (_, i) => i / 10);
  const model = ([a, b]: readonly number[]) => Float64Array.from(times, (t) => a! * Math.exp(-b! * t));
  const truth = model([3, 0.7]);
  const weights = new Float64Array(40).fill(1);
  const off = (values: Float64Array) => (p: readonly number[]) => model(p).map((v, i) => v - values[i]!);
  const fit = leastSquares(off(truth), [1, 0.1], [1e-5, 1e-5], weights);
  expect(fit.parameters[0]).toBeCloseTo(3, 8);
  expect(fit.parameters[1]).toBeCloseTo(0.7, 8);
  const random = randomFrom(11);
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  let squares = 0;
  for (let n = 0; n < 400; n++) {
    const noisy = truth.map((v) => v + 0.05 * gauss());
    const { parameters, cofactor } = leastSquares(off(noisy), [2.8, 0.6], [1e-5, 1e-5], weights);
    squares += (parameters[1]! - 0.7) ** 2 / (0.05 ** 2 * cofactor[1]![1]!);
  }
  expect(Math.sqrt(squares / 400)).toBeGreaterThan(0.9);
  expect(Math.sqrt(squares / 400)).toBeLessThan(1.1);
});

test("what the residuals do not determine is told", () => {
  const residuals = ([a, b]: readonly number[]) => Float64Array.of(a! + b! - 1, 2 * (a! + b!) - 2);
  expect(() => leastSquares(residuals, [0, 0], [1e-4, 1e-4], Float64Array.of(1, 1))).toThrow(RangeError);
});

test("the cost never rises, and a place of infinite cost is not entered", () => {
  const costs: number[] = [];
  const at = (x: number) => {
    const r = x * x - 2;
    const cost = x < 0.5 ? Infinity : r * r;
    return { state: x, cost, equations: () => (costs.push(cost), { a: [[4 * x * x]], g: [2 * x * r] }) };
  };
  const { state } = dampedLeastSquares<number, ReturnType<typeof at>>(at, (x, [step]) => x + step!, 9, {
    until: 1e-16,
  });
  expect(state).toBeCloseTo(Math.SQRT2, 7);
  costs.forEach((c, i) => i > 0 && expect(c).toBeLessThanOrEqual(costs[i - 1]!));
});

test("robust measures", () => {
  expect(median([3, 1, 2])).toBe(2);
  expect(median([4, 1, 2, 3])).toBe(3);
  expect(median([])).toBeNaN();
  expect(biweight(0)).toBe(1);
  expect(biweight(5)).toBe(0);
  expect(biweight(-2)).toBeCloseTo((1 - (2 / 4.685) ** 2) ** 2, 12);
  const random = randomFrom(3);
  const normal = Float64Array.from({ length: 4000 }, () => {
    const r = Math.sqrt(-2 * Math.log(1 - random()));
    return 0.3 * r * Math.cos(2 * Math.PI * random());
  });
  // A fifth of it beyond all measure moves it little.
  expect(spreadOf(normal)).toBeCloseTo(0.3, 1);
  expect(spreadOf(normal.map((v, i) => (i % 5 === 0 ? 1e6 : v)))).toBeLessThan(0.45);
});

test("a covariance's root times itself transposed is the covariance; what is none has no root", () => {
  const a = [
    [4, 1, -2],
    [1, 9, 0.5],
    [-2, 0.5, 3],
  ];
  const root = rootOf(a)!;
  a.forEach((row, i) =>
    row.forEach((v, j) => expect(root[i]!.reduce((sum, l, k) => sum + l * root[j]![k]!, 0)).toBeCloseTo(v, 12)),
  );
  expect(root[0]!.slice(1)).toEqual([0, 0]);
  expect(rootOf([[1, 2], [2, 1]])).toBeNull(); // prettier-ignore
});
