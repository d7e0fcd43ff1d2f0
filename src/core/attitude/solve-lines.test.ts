import { many } from "../soak.testing";
import { type Vec2, type Vec3 } from "../geometry";
import { makeLens } from "../lens";
import {
  type MadeUpCamera,
  between,
  madeUpCamera,
  madeUpPlumbs,
  madeUpSills,
  normalFrom,
  randomFrom,
} from "../testing";
import { END_SIGMA_PX, type LineInput, type LineSolution, solveLines } from ".";

const none = makeLens([3000, 2000], null);

interface Scene {
  readonly made: MadeUpCamera;
  readonly lines: readonly LineInput[];
}

/** A made-up camera before plumbs and walls of these headings. */
function scene(
  random: () => number,
  plumbs: number,
  headings: readonly number[],
  sills: number,
  leastPitch = 0,
): Scene {
  for (;;) {
    const made = { ...madeUpCamera(random), k1: 0 };
    if (Math.abs(made.attitude.pitch) < leastPitch) continue;
    const all: LineInput[] = madeUpPlumbs(made, random, plumbs).map((ends, i) => ({
      id: `p${i}`,
      kind: "plumb",
      ends,
    }));
    headings.forEach((h, w) =>
      madeUpSills(made, random, h, sills).forEach((ends, i) => all.push({ id: `s${w}${i}`, kind: "sill", ends })),
    );
    if (all.length === plumbs + headings.length * sills) return { made, lines: all };
  }
}

const shaken = (lines: readonly LineInput[], normal: () => number): LineInput[] =>
  lines.map((l) => ({
    ...l,
    ends: l.ends.map(([x, y]): Vec2 => [x + END_SIGMA_PX * normal(), y + END_SIGMA_PX * normal()]) as [Vec2, Vec2],
  }));

test("exact lines give pitch, roll and the wall's heading to 0.001°, whatever the camera", () => {
  const random = randomFrom(11);
  let worst = 0;
  for (let n = 0; n < many(1000, 200); n++) {
    const heading = between(random, -55, 55);
    const { made, lines } = scene(random, 2 + Math.floor(random() * 3), [heading], 3);
    const solution = solveLines(made.intrinsics, none, lines, { face: { line: "s00" } });
    expect(solution.status).toBe("solved");
    worst = Math.max(
      worst,
      Math.abs(solution.attitude.pitch - made.attitude.pitch),
      Math.abs(solution.attitude.roll - made.attitude.roll),
      Math.abs(solution.attitude.yaw - heading),
    );
  }
  expect(worst).toBeLessThan(0.001);
});

/**
 * Cramér–Rao bound by the long road: every line has its own first end, direction along the vanishing point's line and
 * length as nuisance unknowns, all four recorded numbers are data, and the nuisance is taken out by Schur's complement.
 *
 * @returns deviations in the order pitch, roll, headings …, focal length (if free).
 */
function boundOf({ made, lines }: Scene, headings: readonly number[], free: boolean): number[] {
  const truth = [made.attitude.pitch, made.attitude.roll, ...headings, ...(free ? [made.intrinsics.focalPx] : [])];
  const directionOf = (line: LineInput, u: readonly number[]): Vec2 => {
    const world: Vec3 =
      line.kind === "plumb"
        ? [0, 1, 0]
        : (() => {
            const h = (u[2 + Number(line.id[1])]! * Math.PI) / 180;
            return [Math.cos(h), 0, Math.sin(h)];
          })();
    const camera = { ...made.intrinsics, focalPx: free ? u[u.length - 1]! : made.intrinsics.focalPx };
    const [f, [cx, cy]] = [camera.focalPx, camera.principal];
    const v = rotated({ pitch: u[0]!, roll: u[1]! }, world);
    const [a] = line.ends;
    const d: Vec2 = [f * v[0] + cx * v[2] - a[0] * v[2], f * v[1] + cy * v[2] - a[1] * v[2]];
    const length = Math.hypot(...d);
    return [d[0] / length, d[1] / length];
  };
  const n = truth.length;
  const information = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (const line of lines) {
    const [a, b] = line.ends;
    const d = directionOf(line, truth);
    const t = (b[0] - a[0]) * d[0] + (b[1] - a[1]) * d[1];
    // Only b across the line depends on the unknowns once a and the length are free; a moves b across as well.
    const across: Vec2 = [-d[1], d[0]];
    const byUnknown = truth.map((value, i) => {
      const h = 1e-5 * Math.max(1, Math.abs(value));
      const up = directionOf(
        line,
        truth.map((v, j) => (j === i ? v + h : v)),
      );
      const down = directionOf(
        line,
        truth.map((v, j) => (j === i ? v - h : v)),
      );
      return (t * ((up[0] - down[0]) * across[0] + (up[1] - down[1]) * across[1])) / (2 * h);
    });
    const step = 0.01;
    const moved = directionOf({ ...line, ends: [[a[0] + across[0] * step, a[1] + across[1] * step], b] }, truth);
    const byA = 1 + (t * (moved[0] * across[0] + moved[1] * across[1])) / step;
    const variance = END_SIGMA_PX ** 2 * (1 + byA ** 2);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) information[i]![j]! += (byUnknown[i]! * byUnknown[j]!) / variance;
  }
  return inverseDiagonal(information).map(Math.sqrt);
}

function rotated({ pitch, roll }: { pitch: number; roll: number }, [x, y, z]: Vec3): Vec3 {
  const [p, r] = [(-pitch * Math.PI) / 180, (-roll * Math.PI) / 180];
  const [y1, z1] = [y * Math.cos(p) - z * Math.sin(p), y * Math.sin(p) + z * Math.cos(p)];
  return [x * Math.cos(r) - y1 * Math.sin(r), x * Math.sin(r) + y1 * Math.cos(r), z1];
}

function inverseDiagonal(m: readonly (readonly number[])[]): number[] {
  const n = m.length;
  const a = m.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  for (let i = 0; i < n; i++) {
    const pivot = a[i]![i]!;
    a[i] = a[i]!.map((v) => v / pivot);
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const by = a[r]![i]!;
      a[r] = a[r]!.map((v, c) => v - a[i]![c]! * by);
    }
  }
  return a.map((row, i) => row[n + i]!);
}

interface Case {
  readonly name: string;
  readonly plumbs: number;
  readonly headings: readonly number[];
  readonly free: boolean;
}

/** Index of the found wall that has most of each true wall's sills; one on the horizon itself may go to either. */
const wallsOf = ({ walls }: LineSolution, headings: readonly number[]): number[] =>
  headings.map((_, w) => {
    const own = walls.map(({ lines }) => lines.filter((id) => id.startsWith(`s${w}`)).length);
    return own.indexOf(Math.max(...own));
  });

/** Errors of the solution in the bound's order. */
function errorsOf(solution: LineSolution, { made }: Scene, headings: readonly number[], free: boolean): number[] {
  const order = wallsOf(solution, headings);
  return [
    solution.attitude.pitch - made.attitude.pitch,
    solution.attitude.roll - made.attitude.roll,
    ...headings.map((h, w) => solution.walls[order[w]!]!.heading - h),
    ...(free ? [solution.focal!.focalPx - made.intrinsics.focalPx] : []),
  ];
}

test.each<Case>([
  { name: "plumbs only", plumbs: 4, headings: [], free: false },
  { name: "plumbs and one wall", plumbs: 3, headings: [25], free: false },
  { name: "a corner with two walls", plumbs: 3, headings: [-42, 48], free: false },
  { name: "sills of two walls alone", plumbs: 0, headings: [-35, 50], free: false },
  { name: "the focal length unknown", plumbs: 5, headings: [-40, 45], free: true },
])(
  "$name: with 0.5 px of noise errors are at the Cramér–Rao bound, and the sigmas are honest",
  ({ plumbs, headings, free }) => {
    const random = randomFrom(21 + plumbs + headings.length);
    const normal = normalFrom(random);
    // Without plumbs the search is a long one.
    const cameras = plumbs === 0 ? many(200, 60) : many(1000, 150);
    // So many know a ratio to 1/√2n; three of these are chance.
    const within = Math.max(0.1, 3 / Math.sqrt(2 * cameras));
    const size = 2 + headings.length + (free ? 1 : 0);
    const overBound = new Array<number>(size).fill(0);
    const overSigma = new Array<number>(size).fill(0);
    for (let n = 0; n < cameras; n++) {
      const made = scene(random, plumbs, headings, 4, free ? 7 : 0);
      const solution = solveLines(made.made.intrinsics, none, shaken(made.lines, normal), { freeFocal: free });
      expect(solution.status).toBe("solved");
      if (free) expect(solution.focal).not.toBeNull();
      const bound = boundOf(made, headings, free);
      const order = wallsOf(solution, headings);
      const sigma = [
        solution.sigma.pitch!,
        solution.sigma.roll!,
        ...headings.map((_, w) => solution.walls[order[w]!]!.sigma),
        ...(free ? [solution.focal!.sigmaPx] : []),
      ];
      errorsOf(solution, made, headings, free).forEach((error, i) => {
        overBound[i]! += (error / bound[i]!) ** 2 / cameras;
        overSigma[i]! += (error / sigma[i]!) ** 2 / cameras;
      });
    }
    for (const ratio of [...overBound, ...overSigma].map(Math.sqrt)) {
      expect(ratio).toBeGreaterThan(1 - within);
      expect(ratio).toBeLessThan(1 + within);
    }
  },
);

test("without a stated deviation hands of any steadiness are told by the residuals", () => {
  for (const noise of [1, 2]) {
    const [random, normal] = [randomFrom(31), normalFrom(randomFrom(32))];
    let [sum, count] = [0, 0];
    for (let n = 0; n < many(200, 50); n++) {
      const made = { ...madeUpCamera(random), k1: 0 };
      const shaken = ([x, y]: Vec2): Vec2 => [x + noise * normal(), y + noise * normal()];
      const heading = between(random, -60, -20);
      const inputs = [
        ...madeUpPlumbs(made, random, 6).map((ends) => ["plumb", ends] as const),
        ...[heading, heading + 90].flatMap((h) =>
          madeUpSills(made, random, h, 5).map((ends) => ["sill", ends] as const),
        ),
      ].map(([kind, [a, b]], i): LineInput => ({ id: `l${i}`, kind, ends: [shaken(a), shaken(b)] }));
      const { attitude, sigma } = solveLines(made.intrinsics, makeLens(made.size, null), inputs);
      for (const key of ["pitch", "roll"] as const) sum += ((attitude[key] - made.attitude[key]) / sigma[key]!) ** 2;
      count += 2;
    }
    expect(Math.sqrt(sum / count)).toBeGreaterThan(0.88);
    expect(Math.sqrt(sum / count)).toBeLessThan(1.2);
  }
});
