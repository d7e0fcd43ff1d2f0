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
import { type Here, dampedLeastSquares, invertSymmetric } from "../numerics";
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
/** A step that promises to lower the cost by less than this, px², changes nothing any more. */
const CONVERGED = 1e-16;
/** How far an angle is moved to see its effect, degrees. */
const STEP = 1e-4;
/** Ends closer than this make no line, pixels. */
export const SHORTEST_PX = 2;

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

interface Tipped {
  readonly pitch: number;
  readonly roll: number;
}

interface Place extends Here<Tipped> {
  readonly misses: readonly number[];
  /** Derivatives of each line's miss by pitch and roll, per degree. */
  rows(): readonly (readonly [number, number])[];
}

/** The lines' misses, each in pixels of end placement, where the camera is tipped so. */
function placeAt(camera: Intrinsics, lines: readonly ObservedLine[], state: Tipped): Place {
  const missesAt = (p: number, r: number): number[] => {
    const v = vanishing(camera, p, r);
    return lines.map((line) => missOfVanishingPoint(line, v));
  };
  const { pitch, roll } = state;
  const misses = missesAt(pitch, roll);
  const sum = (f: (i: number) => number): number => misses.reduce((s, _, i) => s + f(i), 0);
  const rows = (): [number, number][] => {
    const [pu, pd] = [missesAt(pitch + STEP, roll), missesAt(pitch - STEP, roll)];
    const [ru, rd] = [missesAt(pitch, roll + STEP), missesAt(pitch, roll - STEP)];
    return misses.map((_, i) => [(pu[i]! - pd[i]!) / (2 * STEP), (ru[i]! - rd[i]!) / (2 * STEP)]);
  };
  return {
    state,
    misses,
    cost: sum((i) => misses[i]! ** 2),
    rows,
    equations: () => {
      const own = rows();
      const pr = sum((i) => own[i]![0] * own[i]![1]);
      return {
        a: [
          [sum((i) => own[i]![0] ** 2), pr],
          [pr, sum((i) => own[i]![1] ** 2)],
        ],
        g: [sum((i) => own[i]![0] * misses[i]!), sum((i) => own[i]![1] * misses[i]!)],
      };
    },
  };
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

  const now = dampedLeastSquares(
    (state: Tipped) => placeAt(camera, lines, state),
    ({ pitch, roll }, [p, r]) => ({ pitch: pitch + p!, roll: roll + r! }),
    guess(camera, lines),
    { until: CONVERGED, least: 1 },
  );
  const { pitch, roll } = now.state;
  const inverse = invertSymmetric(now.equations().a);
  if (!inverse) return unsolved("undetermined");
  const variance = (PRIOR_WEIGHT * END_SIGMA_PX ** 2 + now.cost) / (PRIOR_WEIGHT + lines.length - 2);
  const [[pp, pr], [, rr]] = inverse as [[number, number], [number, number]];
  const covariance = [pp * variance, pr * variance, pr * variance, rr * variance] as const;
  const sigma = { pitch: Math.sqrt(covariance[0]), yaw: null, roll: Math.sqrt(covariance[3]) };
  if (Math.max(sigma.pitch, sigma.roll) > HOPELESS_DEG || Math.abs(pitch) > 89) return unsolved("undetermined");

  const rows = now.rows();
  const byId = new Map(
    lines.map((line, i) => {
      const [jp, jr] = rows[i]!;
      const leverage = jp * jp * pp + 2 * jp * jr * pr + jr * jr * rr;
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
