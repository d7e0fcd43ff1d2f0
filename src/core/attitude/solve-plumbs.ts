import { EigenvalueDecomposition, Matrix } from "ml-matrix";
import {
  type Attitude,
  type Intrinsics,
  LEVEL,
  calibration,
  calibrationInverse,
  downInCamera,
  pitchRollFromVertical,
} from "../camera";
import { type Vec3, apply3, cross3, distance2, unit3 } from "../geometry";
import type { Lens } from "../lens";
import { type ObservedLine, missOfVanishingPoint, observe } from "./plumb-residual";
import type { Vec2 } from "../geometry";

/** A line to solve from: recorded ends in pixels of the original. */
export interface PlumbInput {
  readonly id: string;
  readonly ends: readonly [Vec2, Vec2];
}

export type SolveStatus = "none" | "one" | "undetermined" | "solved";

export interface PlumbSolution {
  readonly status: SolveStatus;
  /** Yaw is 0: plumbs say nothing of it. LEVEL unless solved. */
  readonly attitude: Attitude;
  /** Standard deviations, degrees; null where the lines say nothing. */
  readonly sigma: { readonly pitch: number | null; readonly yaw: number | null; readonly roll: number | null };
  /** Covariance of (pitch, roll), degrees², row order; null unless solved. */
  readonly covariance: readonly [number, number, number, number] | null;
  /** Standard deviation of a placed end that the solve worked with, pixels. */
  readonly endSigmaPx: number;
  readonly lines: readonly PlumbShare[];
}

export interface PlumbShare {
  readonly id: string;
  /** How far the line misses the vanishing point of all, pixels of end placement; 0 while unsolved. */
  readonly residualPx: number;
  /** The line's share in fixing the result, 0…1; shares add up to 1. */
  readonly pull: number;
}

/** How well a hand places an end, pixels, before the lines themselves have said anything. */
export const END_SIGMA_PX = 0.5;
/** How many lines' worth of belief that prior carries against the residuals seen. */
const PRIOR_WEIGHT = 10;
/** A pitch or roll less certain than this is no answer, degrees. */
const HOPELESS_DEG = 15;
/** A step smaller than this changes nothing any more, degrees. */
const CONVERGED_DEG = 1e-8;
/** Ends closer than this make no line, pixels. */
const SHORTEST_PX = 2;

const NOTHING = { pitch: null, yaw: null, roll: null } as const;

/** Where the down direction of a camera of this pitch and roll vanishes, homogeneous pixels. */
const vanishing = (camera: Intrinsics, pitch: number, roll: number): Vec3 =>
  apply3(calibration(camera), downInCamera({ pitch, roll }));

/** First guess: the direction most nearly in all the planes through the lines and the lens. */
function guess(camera: Intrinsics, lines: readonly ObservedLine[]): { pitch: number; roll: number } {
  const back = calibrationInverse(camera);
  const scatter = Matrix.zeros(3, 3);
  for (const { ends } of lines) {
    const [a, b] = ends.map((p) => apply3(back, [p[0], p[1], 1])) as [Vec3, Vec3];
    const n = unit3(cross3(a, b));
    const weight = distance2(...ends) ** 2;
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) scatter.set(r, c, scatter.get(r, c) + weight * n[r]! * n[c]!);
  }
  const eigen = new EigenvalueDecomposition(scatter, { assumeSymmetric: true });
  const values = eigen.realEigenvalues;
  const smallest = values.indexOf(Math.min(...values));
  const v = eigen.eigenvectorMatrix.getColumn(smallest) as unknown as Vec3;
  return pitchRollFromVertical(v);
}

interface Normal {
  /** JᵀJ as [pp, pr, rr] and Jᵀe as [p, r], per degree. */
  readonly a: readonly [number, number, number];
  readonly g: readonly [number, number];
  readonly rows: readonly (readonly [number, number])[];
  readonly misses: readonly number[];
  readonly cost: number;
}

function normalEquations(camera: Intrinsics, lines: readonly ObservedLine[], pitch: number, roll: number): Normal {
  const step = 1e-4;
  const at = (p: number, r: number): number[] => {
    const v = vanishing(camera, p, r);
    return lines.map((line) => missOfVanishingPoint(line, v));
  };
  const misses = at(pitch, roll);
  const [pu, pd] = [at(pitch + step, roll), at(pitch - step, roll)];
  const [ru, rd] = [at(pitch, roll + step), at(pitch, roll - step)];
  const rows = misses.map((_, i) => [(pu[i]! - pd[i]!) / (2 * step), (ru[i]! - rd[i]!) / (2 * step)] as const);
  const sum = (f: (i: number) => number): number => misses.reduce((s, _, i) => s + f(i), 0);
  return {
    a: [sum((i) => rows[i]![0] ** 2), sum((i) => rows[i]![0] * rows[i]![1]), sum((i) => rows[i]![1] ** 2)],
    g: [sum((i) => rows[i]![0] * misses[i]!), sum((i) => rows[i]![1] * misses[i]!)],
    rows,
    misses,
    cost: sum((i) => misses[i]! ** 2),
  };
}

/** Levenberg–Marquardt in (pitch, roll); the cost never rises. */
function refine(camera: Intrinsics, lines: readonly ObservedLine[], start: { pitch: number; roll: number }) {
  let { pitch, roll } = start;
  let now = normalEquations(camera, lines, pitch, roll);
  let damping = 1e-6;
  for (let n = 0; n < 60; n++) {
    const [app, apr, arr] = now.a;
    const [dp, dr] = [app * (1 + damping) + 1e-15, arr * (1 + damping) + 1e-15];
    const det = dp * dr - apr * apr;
    if (!(det > 0)) break;
    const stepP = -(dr * now.g[0] - apr * now.g[1]) / det;
    const stepR = -(dp * now.g[1] - apr * now.g[0]) / det;
    const next = normalEquations(camera, lines, pitch + stepP, roll + stepR);
    if (next.cost <= now.cost) {
      pitch += stepP;
      roll += stepR;
      now = next;
      damping = Math.max(damping / 10, 1e-12);
      if (Math.abs(stepP) + Math.abs(stepR) < CONVERGED_DEG) break;
    } else {
      damping = Math.max(damping, 1e-9) * 10;
      if (damping > 1e8) break;
    }
  }
  return { pitch, roll, now };
}

/**
 * Maximum-likelihood pitch and roll from lines that are vertical in reality.
 *
 * Independent, equal, round Gaussian noise on the recorded ends; each line's own direction is
 * profiled out, the lens's stretch of the noise is kept. The end noise is the prior
 * (END_SIGMA_PX) updated by the residuals. Angles in degrees, points in pixels of the original.
 */
export function solvePlumbs(camera: Intrinsics, lens: Lens, plumbs: readonly PlumbInput[]): PlumbSolution {
  const lines = plumbs
    .filter(({ ends }) => distance2(...ends) >= SHORTEST_PX)
    .map(({ id, ends }) => observe(lens, id, ends));
  const unsolved = (status: SolveStatus): PlumbSolution => ({
    status,
    attitude: LEVEL,
    sigma: NOTHING,
    covariance: null,
    endSigmaPx: END_SIGMA_PX,
    lines: plumbs.map(({ id }) => ({ id, residualPx: 0, pull: 0 })),
  });
  if (lines.length === 0) return unsolved("none");
  if (lines.length === 1) return unsolved("one");

  const { pitch, roll, now } = refine(camera, lines, guess(camera, lines));
  const [pp, pr, rr] = now.a;
  const det = pp * rr - pr * pr;
  if (!(det > 1e-12 * pp * rr)) return unsolved("undetermined");
  const variance = (PRIOR_WEIGHT * END_SIGMA_PX ** 2 + now.cost) / (PRIOR_WEIGHT + lines.length - 2);
  const inverse = [rr / det, -pr / det, pp / det] as const;
  const covariance = [
    inverse[0] * variance,
    inverse[1] * variance,
    inverse[1] * variance,
    inverse[2] * variance,
  ] as const;
  const sigma = { pitch: Math.sqrt(covariance[0]), yaw: null, roll: Math.sqrt(covariance[3]) };
  if (Math.max(sigma.pitch, sigma.roll) > HOPELESS_DEG || Math.abs(pitch) > 89) return unsolved("undetermined");

  const byId = new Map(
    lines.map((line, i) => {
      const [jp, jr] = now.rows[i]!;
      const leverage = jp * jp * inverse[0] + 2 * jp * jr * inverse[1] + jr * jr * inverse[2];
      return [line.id, { id: line.id, residualPx: Math.abs(now.misses[i]!), pull: leverage / 2 }];
    }),
  );
  return {
    status: "solved",
    attitude: { pitch, yaw: 0, roll },
    sigma,
    covariance,
    endSigmaPx: Math.sqrt(variance),
    lines: plumbs.map(({ id }) => byId.get(id) ?? { id, residualPx: 0, pull: 0 }),
  };
}
