import { invertSymmetric, solveSymmetric } from "../numerics";
import { MOST_TERMS } from "./edge-shape";
import type { Size, Vec2 } from "../geometry";
import { type LensProfile, profileFromCalibration } from "../lens";
import { CENTRED, type FreeLens, LENSES, isOffCentre } from "./free-lens";
import type { OwnSolution } from "./solve";

/** What one picture brings to the pool. */
export type PooledPicture = Pick<OwnSolution, "freely" | "size">;

/** A lens measured from several pictures at one setting. */
export interface PooledLens {
  readonly k: readonly [number, number, number];
  /** From the middle of the first picture, half diagonals; nothing where they do not clearly tell it. */
  readonly centre: Vec2;
  /** Covariance of k and the centre. */
  readonly covariance: readonly (readonly number[])[];
  /** Of the displacement at the corner, half diagonals. */
  readonly sigmaCorner: number;
  /** Of each picture: how far its own lens lies from that of all the others, deviations of both; null with fewer than three. */
  readonly off: readonly (number | null)[];
  /** Indices of the pictures that disagree: cropped, or at another setting. They do not count. */
  readonly disagree: readonly number[];
}

/** A picture further off than this, deviations, is not of the same lens at the same setting. */
const DISAGREES = 4;

/** Displacement is compared at these radii, half diagonals. */
const RADII = [0.5, 0.75, 1] as const;

/**
 * One lens from what several pictures' own edges say of it: their attitudes apart, each counts by its information on the
 * radial terms (its inverse covariance less what was believed beforehand, which counts once).
 *
 * @param solutions of pictures of one size. @throws RangeError where nothing determines the lens.
 */
export function pooledLens(solutions: readonly PooledPicture[]): PooledLens {
  const told = solutions.map((s) => toldBy(s, solutions[0]!.size));
  let counted = solutions.map((_, i) => i);
  const disagree: number[] = [];
  // The one that disagrees most is left out first, since it draws the others' mean to itself.
  for (;;) {
    const off = offsOf(told, counted);
    const worst = counted.reduce((a, b) => ((off.get(b) ?? 0) > (off.get(a) ?? 0) ? b : a), counted[0]!);
    if (!(counted.length > 2 && (off.get(worst) ?? 0) > DISAGREES)) break;
    disagree.push(worst);
    counted = counted.filter((i) => i !== worst);
  }
  const free = sumOf(counted.map((i) => told[i]!));
  const { k, centre, covariance } = isOffCentre(free) ? free : aboutMiddle(free);
  const off = told.map((one, i) => {
    const others = counted.filter((j) => j !== i);
    return others.length > 1 ? apart(one, sumOf(others.map((j) => told[j]!))) : null;
  });
  return {
    k,
    centre,
    covariance,
    sigmaCorner: Math.sqrt(varianceAt(covariance, 1)),
    off,
    disagree: disagree.sort((a, b) => a - b),
  };
}

/** What was believed of every lens beforehand: inverse squares of deviations. */
const BELIEVED = [...LENSES, CENTRED, CENTRED].map((s) => 1 / s ** 2);

/**
 * What a picture tells in the pool. Of a picture held the other way the centre lies elsewhere, which way round is not
 * known: it tells of the radial terms alone.
 */
function toldBy({ freely, size }: PooledPicture, like: Size): FreeLens {
  if (size[0] > size[1] === like[0] > like[1]) return freely;
  const { k, covariance } = freely;
  const of = (i: number, j: number): number =>
    i < MOST_TERMS && j < MOST_TERMS ? covariance[i]![j]! : i === j ? CENTRED ** 2 : 0;
  return { k, centre: [0, 0], covariance: covariance.map((row, i) => row.map((_, j) => of(i, j))) };
}

/** Turns in which the largest eigenvalue of five by five numbers is found to what matters here. */
const TURNS = 50;

/**
 * How much of what was believed beforehand is in what a picture tells, 0…1: all of it, but where its edges miss by more than was expected and
 * its ± is larger for that. What is left when it is taken out is never less than nothing.
 */
function believedIn(covariance: FreeLens["covariance"]): number {
  const roots = BELIEVED.map(Math.sqrt);
  let v = roots.map(() => 1);
  let most = 0;
  for (let turn = 0; turn < TURNS; turn++) {
    const next = roots.map((r, i) => v.reduce((sum, x, j) => sum + r * covariance[i]![j]! * roots[j]! * x, 0));
    most = Math.hypot(...next) / Math.hypot(...v);
    if (most === 0) return 1;
    v = next.map((x) => x / Math.hypot(...next));
  }
  return Math.min(1, 1 / most);
}

function sumOf(lenses: readonly FreeLens[]): FreeLens {
  const a = BELIEVED.map((p, i) => BELIEVED.map((_, j) => (i === j ? p : 0)));
  const b = BELIEVED.map(() => 0);
  for (const { k, centre, covariance } of lenses) {
    const information = invertSymmetric(covariance);
    if (!information) throw new RangeError("A picture's edges do not determine its lens.");
    const own = [...k, ...centre];
    const believed = believedIn(covariance);
    information.forEach((row, i) =>
      row.forEach((v, j) => {
        b[i]! += v * own[j]!;
        a[i]![j]! += v - (i === j ? believed * BELIEVED[i]! : 0);
      }),
    );
  }
  const sum = solveSymmetric(a, b);
  const covariance = invertSymmetric(a);
  if (!sum || !covariance) throw new RangeError("The pictures' edges do not determine the lens.");
  const [k1, k2, k3, x, y] = sum as [number, number, number, number, number];
  return { k: [k1, k2, k3], centre: [x, y], covariance };
}

/** The same lens, its centre in the middle: what that says of the terms. */
function aboutMiddle({ k, centre, covariance }: FreeLens): FreeLens {
  const inverse = invertSymmetric(covariance.slice(MOST_TERMS).map((row) => row.slice(MOST_TERMS)))!;
  /** Σ_kc Σ_cc⁻¹. */
  const gain = k.map((_, i) =>
    inverse.map((row) => row.reduce((s, v, j) => s + covariance[i]![MOST_TERMS + j]! * v, 0)),
  );
  return {
    k: k.map((v, i) => v - gain[i]!.reduce((s, g, j) => s + g * centre[j]!, 0)) as unknown as FreeLens["k"],
    centre: [0, 0],
    covariance: covariance.map((row, i) =>
      row.map((v, j) =>
        i < MOST_TERMS && j < MOST_TERMS
          ? v - gain[i]!.reduce((s, g, m) => s + g * covariance[MOST_TERMS + m]![j]!, 0)
          : 0,
      ),
    ),
  };
}

/** Of the displacement at a radius, half diagonals squared. */
function varianceAt(covariance: FreeLens["covariance"], r: number): number {
  const powers = [r ** 3, r ** 5, r ** 7];
  let sum = 0;
  for (let i = 0; i < MOST_TERMS; i++)
    for (let j = 0; j < MOST_TERMS; j++) sum += powers[i]! * powers[j]! * covariance[i]![j]!;
  return sum;
}

/** How far two lenses lie apart, deviations of both, at the radius where that is most. */
function apart(own: FreeLens, other: FreeLens): number {
  return Math.max(
    ...RADII.map((r) => {
      const miss = [r ** 3, r ** 5, r ** 7].reduce((sum, p, i) => sum + p * (own.k[i]! - other.k[i]!), 0);
      return Math.abs(miss) / Math.sqrt(varianceAt(own.covariance, r) + varianceAt(other.covariance, r));
    }),
  );
}

function offsOf(told: readonly FreeLens[], counted: readonly number[]): Map<number, number> {
  if (counted.length < 3) return new Map();
  return new Map(
    counted.map((i) => {
      const others = counted.filter((j) => j !== i).map((j) => told[j]!);
      return [i, apart(told[i]!, sumOf(others))];
    }),
  );
}

/** Deviation of the displacement at a radius, half diagonals. */
export const pooledSigmaAt = ({ covariance }: PooledLens, r: number): number => Math.sqrt(varianceAt(covariance, r));

/** The pooled centre in pixels of the first picture. */
export const centreOfPool = (centre: Vec2, [w, h]: Size): Vec2 => {
  const unit = Math.hypot(w, h) / 2;
  return [w / 2 + unit * centre[0], h / 2 + unit * centre[1]];
};

type About = Parameters<typeof profileFromCalibration>[1] & { readonly focalPx?: number };

/**
 * The pooled lens as a profile like any other, its ± by radius in its notes.
 *
 * @param size of the pictures, pixels. @param about what their metadata say. @param count pictures that counted.
 */
export function pooledProfile(
  { k, centre, covariance }: PooledLens,
  size: Size,
  about: About,
  count: number,
): LensProfile {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const measured = {
    k,
    p: [0, 0] as const,
    centre: centreOfPool(centre, size),
    size,
    focalPx: about.focalPx ?? unit,
    rmsPx: 0,
  };
  const profile = profileFromCalibration(measured, about);
  const sigmas = [0.25, ...RADII].map((r) => `${(Math.sqrt(varianceAt(covariance, r)) * unit).toFixed(2)} px at ${r}`);
  return {
    ...profile,
    name: profile.name.replace("from charts", `from ${count} ${count === 1 ? "photo" : "photos"}`),
    notes: `Measured from the own edges of ${count} ${count === 1 ? "photo" : "photos"} of ${size[0]} × ${size[1]} pixels. Deviation of the displacement by radius (half diagonals): ${sigmas.join(", ")}.`,
  };
}
