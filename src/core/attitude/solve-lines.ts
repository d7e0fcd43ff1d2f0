import { lensShift } from "./lens-doubt";
import { type DoubtfulWall, splitWalls } from "./split-walls";
import { type Attitude, type Intrinsics, LEVEL } from "../camera";
import { DEG, distance2 } from "../geometry";
import type { Lens } from "../lens";
import { type ChosenFace, type FaceChoice, type Wall, chooseFace } from "./choose-face";
import { type LineInput, halfTurn } from "./line-model";
import { type LineShare, PRIOR_WEIGHT, sharesOf } from "./line-shares";
import { promising, startsOf } from "./line-starts";
import { observe } from "./plumb-residual";
import { END_SIGMA_PX, SHORTEST_PX } from "./solve-plumbs";
import { type Found, type Prepared, type Start, searched, wholeTurn } from "./walled-fit";

export type LineStatus = "none" | "one" | "undetermined" | "solved";

export interface SolvedWall extends Wall {
  /** Standard deviation of the heading, degrees. */
  readonly sigma: number;
}

export interface LineSolution {
  readonly status: LineStatus;
  /** LEVEL unless solved. Yaw is that of the wall turned face-on, 0 without one. */
  readonly attitude: Attitude;
  /** Standard deviations, degrees; null where the lines say nothing. */
  readonly sigma: { readonly pitch: number | null; readonly yaw: number | null; readonly roll: number | null };
  /** Standard deviation of a placed end that the solve worked with, pixels. */
  readonly endSigmaPx: number;
  readonly lines: readonly LineShare[];
  readonly walls: readonly SolvedWall[];
  readonly face: ChosenFace;
  /** The focal length that the lines determine, where it was asked for; pixels. */
  readonly focal: { readonly focalPx: number; readonly sigmaPx: number } | null;
  /** A wall that may as well be two. */
  readonly doubtful: DoubtfulWall | null;
  /** What an unknown lens may change, degrees, one deviation; it is in sigma. Null where the lens is known. */
  readonly lensDoubt: { readonly pitch: number; readonly roll: number } | null;
  /** Lines less unknowns. */
  readonly freedom: number;
  /** Sum of the misses' squares, each in its line's own deviation. */
  readonly cost: number;
  /** Inverse of the normal equations over pitch, roll, every wall's heading, and the focal length (its logarithm in degrees) where it was solved for; degrees², for lines as well placed as they say. Null unless solved. */
  readonly cofactor: readonly (readonly number[])[] | null;
}

export interface SolveOptions {
  readonly face?: FaceChoice;
  /** Whether the focal length is unknown and may be solved for: from anywhere, or from where an earlier solve found it. */
  readonly freeFocal?: boolean | "near";
  /** A lens one deviation away from the one given, where that is not known: what it would change is in the deviations. */
  readonly otherLens?: Lens | null;
}

/** A pitch or roll less certain than this is no answer, degrees. */
const HOPELESS_DEG = 15;
/** A focal length less certain than this, as a share of itself, is not taken from the lines. */
const HOPELESS_FOCAL = 0.12;
/** Focal lengths, in longer sides of the picture, beyond which none is believed. */
const FOCALS = [0.25, 6] as const;
/** Where the search for a focal length starts, as factors of the one assumed. */
const FOCAL_TRIES = [0.55, 0.7, 0.85, 1, 1.2, 1.45, 1.8];
/**
 * Maximum-likelihood attitude from lines that are vertical or horizontal in reality: pitch and roll from all of them,
 * the heading of every wall with sills, and the focal length where it is unknown and the lines determine it.
 *
 * Independent, round Gaussian noise on the recorded ends, of each line's own deviation; a line's own direction is
 * profiled out, the lens's stretch of the noise kept. Deviations are scaled by the residuals seen, against a prior.
 * Angles in degrees, points in pixels of the original.
 */
export function solveLines(
  camera: Intrinsics,
  lens: Lens,
  inputs: readonly LineInput[],
  options: SolveOptions = {},
): LineSolution {
  const usable = inputs.filter(({ ends }) => distance2(...ends) >= SHORTEST_PX);
  if (usable.length < 2) return unsolved(inputs, usable.length === 0 ? "none" : "one");
  const lines = usable.map(({ id, kind, ends, sigmaPx, wall }): Prepared => ({
    ...observe(lens, id, ends),
    kind,
    sigmaPx: sigmaPx ?? END_SIGMA_PX,
    name: wall ?? null,
  }));
  const starts = promising(camera, lines, startsOf(camera, lens, usable));
  const fixed = searched(camera, lines, starts, false);
  const { freeFocal = false } = options;
  const free = freeFocal && mayTellFocal(lines) ? withFocal(camera, lens, lines, fixed, freeFocal === "near") : null;
  const named = new Set(lines.filter((l) => l.name !== null).map((l) => l.id));
  const { found, doubtful } = splitWalls(camera, free ?? fixed, free !== null, named);
  const { fit, model } = found;
  const variance = varianceOf(fit.cost, lines.length - fit.count);
  const ofLines = (i: number): number => Math.sqrt(Math.max(0, fit.cofactor![i]![i]!) * variance);
  if (!fit.cofactor || Math.max(ofLines(0), ofLines(1)) > HOPELESS_DEG || Math.abs(fit.unknowns.pitch) > 89)
    return unsolved(inputs, "undetermined");
  const { otherLens } = options;
  const shift = otherLens ? lensShift(fit, model, usable, camera.principal, otherLens, free !== null) : [];
  const deviation = (i: number): number => Math.hypot(ofLines(i), shift[i] ?? 0);
  const walls = fit.unknowns.headings.map((heading, w): SolvedWall => ({
    heading: halfTurn(heading),
    sigma: deviation(2 + w),
    lines: model.filter((l) => l.wall === w).map((l) => l.id),
  }));
  const face = chooseFace(walls, options.face ?? "auto");
  const shares = sharesOf(fit, model, face.wall);
  const { pitch, roll, focalPx } = fit.unknowns;
  return {
    status: "solved",
    attitude: { pitch, yaw: face.wall === null ? 0 : walls[face.wall]!.heading, roll: wholeTurn(roll) },
    sigma: { pitch: deviation(0), yaw: face.wall === null ? null : walls[face.wall]!.sigma, roll: deviation(1) },
    endSigmaPx: END_SIGMA_PX * Math.sqrt(variance),
    lines: inputs.map(({ id }) => shares.get(id) ?? { ...NO_SHARE, id }),
    walls,
    face,
    focal: free ? { focalPx, sigmaPx: focalPx * deviation(fit.count - 1) * DEG } : null,
    doubtful,
    lensDoubt: otherLens ? { pitch: Math.abs(shift[0]!), roll: Math.abs(shift[1]!) } : null,
    freedom: lines.length - fit.count,
    cost: fit.cost,
    cofactor: fit.cofactor,
  };
}

/** From misses' squares this many of their own deviations above what is expected, what hands do is believed the less. */
const HANDS = { from: 1, by: 1.5 } as const;

/**
 * By how much the lines' deviations, squared, are to be multiplied: what they show, blended with what is believed of hands
 * beforehand as long as they do not contradict it. Of what they alone show the estimate is Student's, whose variance is
 * larger by ν / (ν − 2).
 */
function varianceOf(cost: number, freedom: number): number {
  const above = freedom > 0 ? (cost - freedom) / Math.sqrt(2 * freedom) : 0;
  const belief = 1 / (1 + (Math.max(0, above - HANDS.from) / HANDS.by) ** 2);
  const weight = PRIOR_WEIGHT * belief;
  return (weight + cost) / Math.max(1, weight + freedom - 2 * (1 - belief));
}

const NO_SHARE = { residualPx: 0, studentised: 0, leverage: 0, pull: 0, wall: null } as const;

function unsolved(inputs: readonly LineInput[], status: LineStatus): LineSolution {
  return {
    status,
    attitude: LEVEL,
    sigma: { pitch: null, yaw: null, roll: null },
    endSigmaPx: END_SIGMA_PX,
    lines: inputs.map(({ id }) => ({ ...NO_SHARE, id })),
    walls: [],
    face: { wall: null, why: "no-sills" },
    focal: null,
    doubtful: null,
    lensDoubt: null,
    freedom: 0,
    cost: 0,
    cofactor: null,
  };
}

/**
 * Two directions with two lines each: less cannot tell a focal length. Which sills share a wall is not asked here, since
 * that hangs on the focal length.
 */
function mayTellFocal(lines: readonly Prepared[]): boolean {
  const sills = lines.filter((l) => l.kind === "sill").length;
  return sills >= 2 && (lines.length - sills >= 2 || sills >= 4);
}

/** The fit with the focal length free, or null where it stays uncertain. */
function withFocal(
  camera: Intrinsics,
  lens: Lens,
  lines: readonly Prepared[],
  fixed: Found,
  near: boolean,
): Found | null {
  const longer = 2 * Math.max(...camera.principal);
  const recorded = lines.map((l): LineInput => ({
    id: l.id,
    kind: l.kind,
    ends: [lens.distort(l.ends[0]), lens.distort(l.ends[1])],
  }));
  const mayBeOne = lines.filter((l) => l.kind === "sill" && l.name === null).length;
  const starts = (near ? [1] : FOCAL_TRIES).flatMap((by): Start[] => {
    const other = { ...camera, focalPx: camera.focalPx * by };
    const start = by === 1 ? { ...fixed.fit.unknowns, tilt: 0.3 } : startsOf(other, lens, recorded)[0]!;
    // Under another focal length sills of one wall seem to run apart.
    return near || mayBeOne < 2 ? [start] : [start, { ...start, oneWall: true }];
  });
  const best = searched(camera, lines, starts, true);
  const { fit } = best;
  const variance = varianceOf(fit.cost, lines.length - fit.count);
  const { focalPx } = fit.unknowns;
  if (!fit.cofactor || focalPx < FOCALS[0] * longer || focalPx > FOCALS[1] * longer) return null;
  const sigma = Math.sqrt(fit.cofactor[fit.count - 1]![fit.count - 1]! * variance) * DEG;
  return sigma <= HOPELESS_FOCAL ? best : null;
}
