import { type Attitude, type Intrinsics, LEVEL } from "../camera";
import { DEG, distance2 } from "../geometry";
import type { Lens } from "../lens";
import { type ChosenFace, type FaceChoice, type Wall, chooseFace } from "./choose-face";
import { type Fit, fitLines } from "./fit-lines";
import { groupSills } from "./group-sills";
import { horizonStarts } from "./horizon-starts";
import { type LineInput, type ModelLine, type Unknowns, halfTurn, missOf } from "./line-model";
import { observe } from "./plumb-residual";
import { END_SIGMA_PX, solvePlumbs } from "./solve-plumbs";

export type LineStatus = "none" | "one" | "undetermined" | "solved";

export interface SolvedWall extends Wall {
  /** Standard deviation of the heading, degrees. */
  readonly sigma: number;
}

export interface LineShare {
  readonly id: string;
  /** How far the line misses what all of them say, pixels of end placement; 0 while unsolved. */
  readonly residualPx: number;
  /** Its deleted, studentised residual: how many deviations it misses what the others say. */
  readonly studentised: number;
  /** Leverage, 0…1: how much of the line's own miss its weight hides. */
  readonly leverage: number;
  /** The line's share in fixing the angles, 0…1; shares add up to 1. */
  readonly pull: number;
  /** Index of the wall a sill is on; null for plumbs and while unsolved. */
  readonly wall: number | null;
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
  /** Lines less unknowns. */
  readonly freedom: number;
}

export interface SolveOptions {
  readonly face?: FaceChoice;
  /** Whether the focal length is unknown and may be solved for. */
  readonly freeFocal?: boolean;
}

/** How many lines' worth of belief the prior of the end noise carries against the residuals seen. */
const PRIOR_WEIGHT = 10;
/** A pitch or roll less certain than this is no answer, degrees. */
const HOPELESS_DEG = 15;
/** A focal length less certain than this, as a share of itself, is not taken from the lines. */
const HOPELESS_FOCAL = 0.12;
/** Focal lengths, in longer sides of the picture, beyond which none is believed. */
const FOCALS = [0.25, 6] as const;
/** Where the search for a focal length starts, as factors of the one assumed. */
const FOCAL_TRIES = [0.55, 0.7, 0.85, 1, 1.2, 1.45, 1.8];
/** Ends closer than this make no line, pixels. */
const SHORTEST_PX = 2;
/** Where the search starts when plumbs do not tell, degrees of pitch. */
const STARTS = [0, 12, -12, 25];
/** Each further wall must explain this much of the misses' squares. */
const WALL_COST = 8;
const REGROUPINGS = 4;
/** Of many starts only this many are followed up. */
const MOST_FITS = 8;

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
  const fixed = bestOf(starts.map((start) => grouped(camera, lines, start, false)));
  const free = options.freeFocal && mayTellFocal(fixed) ? withFocal(camera, lens, lines, fixed) : null;
  const found = free ?? fixed;
  const { fit, model } = found;
  const variance = (PRIOR_WEIGHT + fit.cost) / Math.max(1, PRIOR_WEIGHT + lines.length - fit.count);
  const deviation = (i: number): number => Math.sqrt(Math.max(0, fit.cofactor![i]![i]!) * variance);
  if (!fit.cofactor || Math.max(deviation(0), deviation(1)) > HOPELESS_DEG || Math.abs(fit.unknowns.pitch) > 89)
    return unsolved(inputs, "undetermined");
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
    freedom: lines.length - fit.count,
  };
}

type Prepared = Omit<ModelLine, "wall"> & { readonly name: string | null };

interface Found {
  readonly fit: Fit;
  readonly model: readonly ModelLine[];
}

const NO_SHARE = { residualPx: 0, studentised: 0, leverage: 0, pull: 0, wall: null } as const;

const wholeTurn = (deg: number): number => deg - 360 * Math.round(deg / 360);

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
    freedom: 0,
  };
}

interface Start extends Unknowns {
  /** How well pitch and roll are known, degrees. */
  readonly tilt: number;
}

/** Two plumbs tell pitch and roll by themselves; without them several tilts are tried. */
function startsOf(camera: Intrinsics, lens: Lens, usable: readonly LineInput[]): Start[] {
  const plumbs = solvePlumbs(
    camera,
    lens,
    usable.filter((l) => l.kind === "plumb"),
  );
  const at = (pitch: number, roll: number, tilt: number): Start => ({
    pitch,
    roll,
    headings: [],
    focalPx: camera.focalPx,
    tilt,
  });
  if (plumbs.status === "solved") {
    const { pitch, roll } = plumbs.attitude;
    return [at(pitch, roll, Math.max(plumbs.sigma.pitch!, plumbs.sigma.roll!))];
  }
  const sills = usable.filter((l) => l.kind === "sill");
  const byHorizon = horizonStarts(
    camera,
    sills.map(({ ends }) => [lens.undistort(ends[0]), lens.undistort(ends[1])] as const),
  );
  return [...STARTS.map((pitch) => at(pitch, 0, 5)), ...byHorizon.map((h) => at(h.pitch, h.roll, 0.5))];
}

/** The starts worth a fit: those under which the lines fall into the fewest walls with the smallest misses. */
function promising(camera: Intrinsics, lines: readonly Prepared[], starts: readonly Start[]): Start[] {
  if (starts.length <= MOST_FITS) return [...starts];
  const sills = lines.filter((l) => l.kind === "sill");
  const worth = (start: Start): number => {
    const { walls, headings } = groupSills(
      camera,
      sills.map((l) => ({ ...l, wall: l.name })),
      start,
      start.tilt,
    );
    let cost = WALL_COST * headings.length;
    let n = 0;
    for (const line of lines) {
      const wall = line.kind === "sill" ? walls[n++]! : -1;
      cost += Math.min(WALL_COST, missOf({ ...line, wall }, camera.principal, { ...start, headings }) ** 2 / 25);
    }
    return cost;
  };
  return starts
    .map((start) => ({ start, cost: worth(start) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_FITS)
    .map((s) => s.start);
}

/** Fits from a start, the sills given to walls anew until they stay. */
function grouped(camera: Intrinsics, lines: readonly Prepared[], start: Start, freeFocal: boolean): Found {
  let now: Start = start;
  let last: string | null = null;
  let found: Found | null = null;
  for (let n = 0; n < REGROUPINGS; n++) {
    const sills = lines.filter((l) => l.kind === "sill");
    const { walls, headings } = groupSills(
      { ...camera, focalPx: now.focalPx },
      sills.map((l) => ({ ...l, wall: l.name })),
      now,
      now.tilt,
    );
    const key = walls.join();
    if (key === last) break;
    last = key;
    const wallOf = new Map(sills.map((l, i) => [l.id, walls[i]!]));
    const model = lines.map((l): ModelLine => ({ ...l, wall: wallOf.get(l.id) ?? -1 }));
    const fit = rightSideUp(fitLines(model, camera.principal, { ...now, headings }, freeFocal));
    found = { fit, model };
    const spread = fit.cofactor ? Math.sqrt(Math.max(fit.cofactor[0]![0]!, fit.cofactor[1]![1]!)) : start.tilt;
    now = { ...fit.unknowns, tilt: Math.min(start.tilt, spread) };
    if (sills.length === 0) break;
  }
  return found!;
}

/** Sills alone hold upside down as well; the camera was not. */
function rightSideUp(fit: Fit): Fit {
  const { pitch, roll, headings } = fit.unknowns;
  if (Math.abs(wholeTurn(roll)) <= 90) return fit;
  return { ...fit, unknowns: { ...fit.unknowns, pitch: -pitch, roll: roll + 180, headings: headings.map((h) => -h) } };
}

const costOf = ({ fit }: Found): number =>
  fit.cost + WALL_COST * fit.unknowns.headings.length + (fit.cofactor ? 0 : 1e6);

const bestOf = (all: readonly Found[]): Found => all.reduce((a, b) => (costOf(b) < costOf(a) ? b : a));

/** Two directions with two lines each: less cannot tell a focal length. */
function mayTellFocal({ model }: Found): boolean {
  const counts = new Map<number, number>();
  for (const { wall } of model) counts.set(wall, (counts.get(wall) ?? 0) + 1);
  return [...counts.values()].filter((n) => n >= 2).length >= 2;
}

/** The fit with the focal length free, or null where it stays uncertain. */
function withFocal(camera: Intrinsics, lens: Lens, lines: readonly Prepared[], fixed: Found): Found | null {
  const longer = 2 * Math.max(...camera.principal);
  const recorded = lines.map((l): LineInput => ({
    id: l.id,
    kind: l.kind,
    ends: [lens.distort(l.ends[0]), lens.distort(l.ends[1])],
  }));
  const tries = FOCAL_TRIES.map((by) => {
    const other = { ...camera, focalPx: camera.focalPx * by };
    const start = by === 1 ? { ...fixed.fit.unknowns, tilt: 0.3 } : startsOf(other, lens, recorded)[0]!;
    return grouped(other, lines, { ...start, focalPx: other.focalPx }, true);
  });
  const best = bestOf(tries);
  const { fit } = best;
  const variance = (PRIOR_WEIGHT + fit.cost) / Math.max(1, PRIOR_WEIGHT + lines.length - fit.count);
  const { focalPx } = fit.unknowns;
  if (!fit.cofactor || focalPx < FOCALS[0] * longer || focalPx > FOCALS[1] * longer) return null;
  const sigma = Math.sqrt(fit.cofactor[fit.count - 1]![fit.count - 1]! * variance) * DEG;
  return sigma <= HOPELESS_FOCAL ? best : null;
}

/**
 * Residuals, and shares of the angles: a unit miss of line i moves the unknowns by C Jᵢᵀ, and the squares of that over
 * all lines add up to C's diagonal. Deleted residuals: Cook & Weisberg, Residuals and Influence in Regression, 1982, §2.2.
 */
function sharesOf(fit: Fit, model: readonly ModelLine[], face: number | null): Map<string, LineShare> {
  const angles = face === null ? [0, 1] : [0, 1, 2 + face];
  return new Map(
    model.map((line, i) => {
      const h = Math.min(1 - 1e-9, fit.leverages[i]!);
      const miss = fit.misses[i]!;
      const dof = model.length - fit.count - 1;
      const rest = Math.max(0, fit.cost - (miss * miss) / (1 - h));
      const scale = (PRIOR_WEIGHT + rest) / (PRIOR_WEIGHT + Math.max(0, dof));
      const pull =
        angles.reduce((sum, a) => sum + fit.influence[i]![a]! ** 2 / fit.cofactor![a]![a]!, 0) / angles.length;
      const share: LineShare = {
        id: line.id,
        residualPx: Math.abs(miss) * line.sigmaPx,
        studentised: dof < 0 ? 0 : Math.abs(miss) / Math.sqrt((1 - h) * scale),
        leverage: h,
        pull,
        wall: line.kind === "sill" ? line.wall : null,
      };
      return [line.id, share];
    }),
  );
}
