import { type FaceChoice, chooseFace } from "../attitude";
import type { Attitude } from "../camera";
import type { Size, Vec2 } from "../geometry";
import type { OwnUnknowns } from "./directions";
import { MOST_TERMS } from "./edge-shape";
import { FINE_REACHES, type OwnFit, fitOwnEdges, lensUnknowns } from "./fit";
import { CENTRED, type FreeLens, LENSES, freeAboutMiddle, freeLensOf, isOffCentre, quadratic } from "./free-lens";
import type { OwnPriors } from "./priors";
import { type FlatEdges, type OwnEdge, flatEdges, longestOf } from "./own-edge";
import { byCost, distinct, various } from "./selection";
import { followedRoughly } from "./followed";
import { ownStarts } from "./starts";
import { turnedOver } from "./turned-over";

/** A focal length told by something else, pixels, with its relative deviation. */
export interface FocalObservation {
  readonly focalPx: number;
  /** Of its logarithm. */
  readonly sigma: number;
}

/** A 35 mm equivalent is a whole number, and lenses differ a little from what is engraved on them. */
export const METADATA_SIGMA = 0.02;

export interface OwnWall {
  /** Degrees; 0 faces the camera. */
  readonly heading: number;
  readonly sigma: number;
  readonly edges: readonly number[];
}

/** What a picture's own edges say of its lens and camera. */
export interface OwnSolution {
  readonly size: Size;
  /** An equidistant fisheye has its focal length, and no terms. */
  readonly model: "brown-conrady" | "equidistant";
  readonly k: readonly [number, number, number];
  /** How many radial terms the picture tells. */
  readonly terms: number;
  /** Of the distortion, pixels: the picture's middle unless the picture clearly tells another. */
  readonly centre: Vec2;
  /** The lens with its centre free, whether that is clear or not: what several pictures are pooled by. */
  readonly freely: FreeLens;
  readonly focalPx: number;
  /** The wall that faces the camera turned face-on; yaw 0 where none is. */
  readonly attitude: Attitude;
  readonly walls: readonly OwnWall[];
  /** Indices of the edges that are plumbs. */
  readonly plumbs: readonly number[];
  /** Standard deviations: degrees; pixels. */
  readonly sigma: {
    readonly pitch: number;
    readonly roll: number;
    readonly yaw: number | null;
    readonly focalPx: number;
    /** Of the displacement at the picture's corner. */
    readonly cornerPx: number;
  };
  /** How much speaks against it, and against the next best that is another. */
  readonly cost: number;
  readonly rival: { readonly cost: number; readonly attitude: Pick<Attitude, "pitch" | "roll"> } | null;
  /** By how much slopes scatter more than their own deviations say. */
  readonly scale: number;
  /** Edges that belong to a direction, and how many would by chance. */
  readonly counted: number;
  readonly chance: number;
  /** The focal length that something else told, pixels, where the picture contradicts it; then it does not count. */
  readonly contradicted: number | null;
}

/** Focal lengths that nobody has told, widths of the longer side, and the deviation of the logarithm. */
const USUAL = { focal: 0.85, sigma: 0.45 } as const;
/** Edges of buildings are out of true by themselves: half a millimetre in a metre. */
export const BUILT = 0.0005;
/** So many starts are followed, on the longest edges, and of those so many to the end, on all edges. */
const FOLLOWED = 16;
const FINISHED = { lensKnown: 5, anyLens: 3 } as const;

export interface OwnOptions {
  readonly focal?: FocalObservation | null;
  /** What edges are out of true by themselves, tangent. */
  readonly built?: number;
  readonly face?: FaceChoice;
}

/** The picture contradicts a focal length that lies further off than this, deviations of both together. */
const CONTRADICTS = 4;

/**
 * Lens, focal length and attitude from edges: from many starts, the one that the fewest edges speak against. A focal length
 * told beforehand is an observation beside them; where they contradict it they are believed.
 *
 * @param near a solution of the same picture, whose lens is gone on from. @returns null where the edges lead nowhere.
 */
export function solveOwnEdges(
  edges: readonly OwnEdge[],
  size: Size,
  options: OwnOptions = {},
  near: OwnSolution | null = null,
): OwnSolution | null {
  const { focal } = options;
  if (!focal) return search(edges, size, options, near);
  const told = search(edges, size, options, near);
  // What the edges say by themselves, from there.
  const alone = told && search(edges, size, { ...options, focal: null }, told, true);
  if (!alone) return told;
  const off = Math.log(alone.focalPx / focal.focalPx);
  if (Math.abs(off) < CONTRADICTS * Math.hypot(alone.sigma.focalPx / alone.focalPx, focal.sigma)) return told;
  const free = search(edges, size, { ...options, focal: null }, near);
  return free && { ...free, contradicted: focal.focalPx };
}

/** @param only whether no other start is followed than `near`. */
function search(
  edges: readonly OwnEdge[],
  size: Size,
  { focal = null, built = BUILT, face = "auto" }: OwnOptions,
  near: OwnSolution | null,
  only = false,
): OwnSolution | null {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const priors: OwnPriors = {
    k: LENSES,
    centre: CENTRED,
    logFocal: Math.log((focal?.focalPx ?? USUAL.focal * Math.max(size[0], size[1])) / unit),
    logFocalSigma: focal?.sigma ?? USUAL.sigma,
    built,
  };
  const all = flatEdges(edges, size);
  if (all.count < 6) return null;
  const some = flatEdges(longestOf(edges), size);
  const starts = only ? [] : ownStarts(all, size, focal?.focalPx ?? null, near?.k.slice(0, near.terms) ?? null);
  const followed = followedRoughly(some, [...(near ? [startFrom(near)] : []), ...starts], priors, FOLLOWED);
  const fine = (start: OwnUnknowns): OwnFit | null => fitOwnEdges(all, start, priors, FINE_REACHES);
  const led = various(distinct(followed))
    .slice(0, near ? FINISHED.lensKnown : FINISHED.anyLens)
    .map((fit) => fine(fit.unknowns))
    .filter((fit) => fit !== null);
  const [first] = byCost(led);
  const finished = byCost([...led, ...(first ? turnedOver(first.unknowns).map(fine) : [])]);
  const [best] = finished;
  if (!best) return null;
  const rival = distinct(finished)[1] ?? null;
  const middle = withAllTerms(all, best, priors);
  const centred = fitOwnEdges(all, { ...middle.unknowns, centre: [0, 0] }, priors, [0, 0, 0]);
  const free = centred && freeLensOf(centred);
  const fit = free && isOffCentre(free) ? centred! : middle;
  const freely = free ?? freeAboutMiddle(middle);
  return solutionOf(fit, freely, rival && rivalOf(rival), size, face);
}

function startFrom({ k, terms, focalPx, size, attitude, walls }: OwnSolution): OwnUnknowns {
  return {
    k: k.slice(0, terms),
    centre: null,
    logFocal: Math.log((2 * focalPx) / Math.hypot(size[0], size[1])),
    pitch: attitude.pitch,
    roll: attitude.roll,
    headings: walls.map((w) => w.heading),
  };
}

/**
 * A fit with all radial terms: what the picture does not tell of the higher ones stays as small as lenses are, and is in
 * the deviations.
 */
function withAllTerms(edges: FlatEdges, fit: OwnFit, priors: OwnPriors): OwnFit {
  const k = [...fit.unknowns.k, 0, 0].slice(0, MOST_TERMS);
  if (fit.unknowns.k.length === k.length) return fit;
  const more = fitOwnEdges(edges, { ...fit.unknowns, k }, priors, [0, 0, 0]);
  return more?.covariance ? more : fit;
}

const rivalOf = ({ cost, unknowns: { pitch, roll } }: OwnFit): NonNullable<OwnSolution["rival"]> => ({
  cost,
  attitude: { pitch, roll },
});

/** A fit put in pixels and words of the picture. */
export function solutionOf(
  fit: OwnFit,
  freely: FreeLens,
  rival: OwnSolution["rival"],
  size: Size,
  choice: FaceChoice,
): OwnSolution {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const { unknowns: u, covariance, assigned } = fit;
  const t = lensUnknowns(u);
  const c = covariance!;
  const members = (which: number): number[] => assigned.flatMap((a, e) => (a === which ? [e] : []));
  const walls = u.headings.map((h, w): OwnWall => ({
    heading: h - 180 * Math.round(h / 180),
    sigma: Math.sqrt(c[t + 3 + w]![t + 3 + w]!),
    edges: members(w),
  }));
  const chosen = chooseFace(
    walls.map(({ heading, edges }) => ({ heading, lines: edges.map(String) })),
    choice,
  );
  const facing = chosen.wall === null ? null : walls[chosen.wall]!;
  const focalPx = Math.exp(u.logFocal) * unit;
  const terms = u.k.length;
  // The displacement at a corner by what tells of the lens; by the centre across and down, at the worse of two corners.
  const by = (sign: number): number[] => {
    const slope = u.k.reduce((sum, k, i) => sum + (2 * i + 3) * k, 0);
    const toCorner = [size[0] / (2 * unit), (sign * size[1]) / (2 * unit)];
    return [...u.k.map(() => 1), ...(u.centre ? toCorner.map((v) => -slope * v) : [])];
  };
  const lensPart = c.slice(0, t).map((row) => row.slice(0, t));
  const corner = Math.max(quadratic(lensPart, by(1)), quadratic(lensPart, by(-1)));
  return {
    size,
    model: "brown-conrady",
    k: [u.k[0] ?? 0, u.k[1] ?? 0, u.k[2] ?? 0],
    terms,
    centre: [size[0] / 2 + unit * (u.centre?.[0] ?? 0), size[1] / 2 + unit * (u.centre?.[1] ?? 0)],
    freely,
    focalPx,
    attitude: { pitch: u.pitch, yaw: facing?.heading ?? 0, roll: u.roll },
    walls,
    plumbs: members(-1),
    sigma: {
      pitch: Math.sqrt(c[t + 1]![t + 1]!),
      roll: Math.sqrt(c[t + 2]![t + 2]!),
      yaw: facing?.sigma ?? null,
      focalPx: Math.sqrt(c[t]![t]!) * focalPx,
      cornerPx: Math.sqrt(Math.max(0, corner)) * unit,
    },
    cost: fit.cost,
    rival,
    contradicted: null,
    scale: fit.scale,
    counted: assigned.filter((a) => a !== null).length,
    chance: fit.chance,
  };
}
