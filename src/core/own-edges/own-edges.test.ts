import { isSoak, many } from "../soak.testing";
import { vanishingPoints } from "./directions";
import { EdgeShape } from "./edge-shape";
import { MAY_BE_FISHEYE, RATHER_FISHEYE, solveFisheye } from "./fisheye";
import { fitOwnEdges } from "./fit";
import { type MadeUpScene, madeUpScene } from "./made-up.testing";
import { flatEdges, idealNodes } from "./own-edge";
import { type OwnSolution, solveOwnEdges } from "./solve";
import { pooledLens } from "./pool";

const unitOf = ({ size }: Pick<MadeUpScene, "size">): number => Math.hypot(size[0], size[1]) / 2;

test("slopes and their derivatives are those of the moved unknowns, for edges that belong", () => {
  const scene = madeUpScene(5, { directions: 3, astray: 0, noisePx: 0.02, count: 60 });
  const flat = flatEdges(scene.edges, scene.size);
  const truth = {
    k: [scene.k[0], scene.k[1]],
    centre: null as [number, number] | null,
    logFocal: Math.log(scene.focalPx / unitOf(scene)),
    ...scene.attitude,
    headings: scene.headings,
  };
  const slopeAt = (u: typeof truth, e: number, d: number): number => {
    const shape = new EdgeShape(flat, 2);
    shape.take(e, idealNodes(flat, u.k, u.centre)!, vanishingPoints(u)[d]!);
    return shape.slope;
  };
  const h = 1e-6;
  scene.truth.forEach((which, e) => {
    const d = which! + 1;
    const shape = new EdgeShape(flat, 2, true);
    const point = vanishingPoints(truth)[d]!;
    shape.take(e, idealNodes(flat, truth.k, null)!, point);
    expect(Math.abs(shape.slope)).toBeLessThan(8 * shape.slopeSigma);
    const by = (move: (s: number) => typeof truth): number =>
      (slopeAt(move(h), e, d) - slopeAt(move(-h), e, d)) / (2 * h);
    const expected: [number, number][] = [
      [shape.slopeByLens[0]!, by((s) => ({ ...truth, k: [truth.k[0]! + s, truth.k[1]!] }))],
      [shape.slopeByLens[1]!, by((s) => ({ ...truth, k: [truth.k[0]!, truth.k[1]! + s] }))],
      [shape.slopeByLens[2]!, by((s) => ({ ...truth, centre: [s, 0] }))],
      [shape.slopeByLens[3]!, by((s) => ({ ...truth, centre: [0, s] }))],
      [shape.slopeBy(point.byFocal), by((s) => ({ ...truth, logFocal: truth.logFocal + s }))],
      [shape.slopeBy(point.byPitch), by((s) => ({ ...truth, pitch: truth.pitch + s }))],
      [shape.slopeBy(point.byRoll), by((s) => ({ ...truth, roll: truth.roll + s }))],
    ];
    if (which! >= 0)
      expected.push([
        shape.slopeBy(point.byHeading),
        by((s) => ({ ...truth, headings: truth.headings.map((v, i) => (i === which ? v + s : v)) })),
      ]);
    // First order in the slope, which noise makes a hundredth or so.
    for (const [own, moved] of expected)
      expect(Math.abs(own - moved)).toBeLessThan(0.03 * Math.max(0.1, Math.abs(moved)));
  });
});

const argumentsOf = ({ edges, size }: MadeUpScene) => [edges, size, { built: 0 }] as const;

/** Errors in their own deviations: focal length, pitch, roll, displacement at the corner. */
function normalised(scene: MadeUpScene, s: OwnSolution): number[] {
  const corner = (s.k[0] + s.k[1] + s.k[2] - scene.k[0] - scene.k[1]) * unitOf(scene);
  return [
    (s.focalPx - scene.focalPx) / s.sigma.focalPx,
    (s.attitude.pitch - scene.attitude.pitch) / s.sigma.pitch,
    (s.attitude.roll - scene.attitude.roll) / s.sigma.roll,
    corner / s.sigma.cornerPx,
  ];
}

test("from nothing but edges, a tenth of them false, answers are right and their ± honest", () => {
  const sums = [0, 0, 0, 0];
  let runs = 0;
  for (let seed = 7001; seed < 7001 + many(30, 7); seed++) {
    const scene = madeUpScene(seed);
    const solution = solveOwnEdges(scene.edges, scene.size, { built: 0 })!;
    const z = normalised(scene, solution);
    expect({ seed, worst: Math.max(...z.map(Math.abs)) < 6 }).toEqual({ seed, worst: true });
    z.forEach((v, i) => (sums[i]! += v * v));
    runs++;
  }
  // 30 runs know a deviation to 13 %, and so do all four of seven runs together.
  const all = sums.reduce((a, b) => a + b, 0) / sums.length;
  for (const sum of isSoak ? sums : [all]) {
    expect(Math.sqrt(sum / runs)).toBeGreaterThan(0.6);
    expect(Math.sqrt(sum / runs)).toBeLessThan(1.4);
  }
}, 240_000);

test("the deviations are near the Cramér–Rao bound: those of the true edges alone, told which is which", () => {
  const ratios: number[] = [];
  for (let seed = 8001; seed < 8001 + many(12, 3); seed++) {
    const scene = madeUpScene(seed, { directions: 3 });
    const solution = solveOwnEdges(scene.edges, scene.size, { built: 0 })!;
    const sound = flatEdges(
      scene.edges.filter((_, e) => scene.truth[e] !== null),
      scene.size,
    );
    const start = {
      k: [scene.k[0], scene.k[1]],
      centre: null,
      logFocal: Math.log(scene.focalPx / unitOf(scene)),
      ...scene.attitude,
      headings: scene.headings,
    };
    // Reach wide enough that nothing true is let go.
    const told = fitOwnEdges(
      sound,
      start,
      { k: [1, 1, 1], centre: 1, logFocal: 0, logFocalSigma: 100, built: 0 },
      [0, 0],
    )!;
    ratios.push(solution.sigma.pitch / Math.sqrt(told.covariance![3]![3]!));
  }
  ratios.sort((a, b) => a - b);
  expect(ratios.length).toBe(many(12, 3));
  expect(ratios[ratios.length >> 1]!).toBeLessThan(1.15);
}, 120_000);

test("a focal length told beforehand counts by its ±, and is contradicted where the picture knows better", () => {
  const scene = madeUpScene(9003, { directions: 3, count: 250 });
  const right = solveOwnEdges(scene.edges, scene.size, {
    built: 0,
    focal: { focalPx: scene.focalPx * 1.01, sigma: 0.02 },
  })!;
  expect(right.contradicted).toBeNull();
  expect(Math.abs(right.focalPx / scene.focalPx - 1)).toBeLessThan(0.01);
  const wrong = solveOwnEdges(scene.edges, scene.size, {
    built: 0,
    focal: { focalPx: scene.focalPx * 1.4, sigma: 0.02 },
  })!;
  expect(wrong.contradicted).toBeCloseTo(scene.focalPx * 1.4, 6);
  expect(Math.abs(wrong.focalPx / scene.focalPx - 1)).toBeLessThan(0.01);
});

test("several pictures of one lens are one measurement: smaller ±, and the one of another lens is named", () => {
  const lens = madeUpScene(9101).k;
  const solutions = [9102, 9103, 9104, 9105, 9106].map((seed) => {
    const scene = madeUpScene(seed, { directions: 3, count: 120, k: [lens[0], lens[1]] });
    return solveOwnEdges(scene.edges, scene.size, { built: 0 })!;
  });
  const pooled = pooledLens(solutions);
  expect(pooled.disagree).toEqual([]);
  const corner = (k: readonly number[]): number => k[0]! + k[1]! + k[2]!;
  const unit = Math.hypot(3000, 2000) / 2;
  expect(Math.abs(corner(pooled.k) - corner(lens)) / pooled.sigmaCorner).toBeLessThan(4);
  expect(pooled.sigmaCorner * unit).toBeLessThan(Math.min(...solutions.map((s) => s.sigma.cornerPx)));
  const other = madeUpScene(9107, { directions: 3, count: 200, k: [lens[0] + 0.05, lens[1]] });
  const mixed = pooledLens([...solutions, solveOwnEdges(other.edges, other.size, { built: 0 })!]);
  expect(mixed.disagree).toEqual([5]);
  expect(corner(mixed.k)).toBeCloseTo(corner(pooled.k), 9);
}, 60_000);

test("a centre off the middle is told where it is clear, and only there", () => {
  let off = 0;
  for (let seed = 9201; seed < 9201 + many(6, 1); seed++) {
    const wishes = { directions: 3, count: 350, k: [-0.07, 0.01], noisePx: 0.08 } as const;
    const middle = solveOwnEdges(...argumentsOf(madeUpScene(seed, wishes)))!;
    expect(middle.centre).toEqual([1500, 1000]);
    const s = solveOwnEdges(...argumentsOf(madeUpScene(seed, { ...wishes, centre: [18, -11] })))!;
    if (s.centre[0] === 1500) continue;
    off++;
    expect(Math.hypot(s.centre[0] - 1518, s.centre[1] - 989)).toBeLessThan(12);
    expect(Math.abs(s.k[0] + s.k[1] + s.k[2] + 0.06) * 1803).toBeLessThan(5 * s.sigma.cornerPx);
  }
  expect(off).toBe(many(6, 1));
}, 120_000);

test("of edges through a fisheye the focal length and the attitude are told, and a radial lens fits them worse", () => {
  for (const seed of [9306, 9309, 9310].slice(0, many(3, 1))) {
    const scene = madeUpScene(seed, { fisheye: true, count: 300 });
    const s = solveFisheye(...argumentsOf(scene))!;
    expect(Math.abs(s.focalPx - scene.focalPx)).toBeLessThan(4 * s.sigma.focalPx);
    expect(s.sigma.focalPx).toBeLessThan(0.004 * s.focalPx);
    expect(Math.abs(s.attitude.pitch - scene.attitude.pitch)).toBeLessThan(4 * s.sigma.pitch);
    expect(Math.abs(s.attitude.roll - scene.attitude.roll)).toBeLessThan(4 * s.sigma.roll);
    const radial = solveOwnEdges(...argumentsOf(scene))!;
    expect(radial.k[0] + radial.k[1] + radial.k[2]).toBeLessThan(MAY_BE_FISHEYE);
    expect(radial.cost - s.cost).toBeGreaterThan(RATHER_FISHEYE);
  }
}, 60_000);

test("too few edges, or edges that lead nowhere, propose nothing", () => {
  expect(solveOwnEdges([], [3000, 2000])).toBeNull();
  expect(solveOwnEdges(madeUpScene(1, { count: 5 }).edges, [3000, 2000])).toBeNull();
});
