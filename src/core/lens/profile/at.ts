import type { Fringe } from "../fringes";
import type { Vignetting } from "../vignetting";
import { hermite } from "./hermite";
import type { LensProfile } from "./schema";

/** The numbers of a lens at one setting, in units of the profile's own half diagonal. */
export interface LensAt {
  readonly k: readonly [number, number, number];
  readonly p: readonly [number, number];
  /** Distortion centre less the middle, half diagonals. */
  readonly centre: readonly [number, number];
  readonly red: Fringe;
  readonly blue: Fringe;
  readonly vignetting: Vignetting;
  /** Focal lengths between which the distortion was interpolated, mm; one number where it was measured or clamped. */
  readonly between: readonly number[];
}

export interface LensSetting {
  readonly focalMm: number;
  /** f-number; unknown: the widest measured is not assumed, vignetting is left alone. */
  readonly aperture?: number | null;
  /** Focus distance, m; unknown: far away. */
  readonly focusM?: number | null;
}

const distinct = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/** Interpolates rows of numbers over the logarithm of the focal length. */
function overFocal<T extends { readonly focalMm: number }>(
  rows: readonly T[],
  focalMm: number,
  numbers: (row: T) => readonly number[],
): number[] {
  const sorted = [...rows].sort((a, b) => a.focalMm - b.focalMm);
  const xs = sorted.map((row) => Math.log(row.focalMm));
  const columns = sorted.map(numbers);
  return columns[0]!.map((_, i) =>
    hermite(
      xs,
      columns.map((c) => c[i]!),
      Math.log(focalMm),
    ),
  );
}

/** Between measured values of a second setting, linearly and never beyond them. */
function blended(xs: readonly number[], at: readonly (readonly number[])[], x: number): number[] {
  const n = xs.length;
  let i = 0;
  while (i < n - 2 && x > xs[i + 1]!) i++;
  if (n === 1) return [...at[0]!];
  const t = Math.min(1, Math.max(0, (x - xs[i]!) / (xs[i + 1]! - xs[i]!)));
  return at[i]!.map((v, j) => v + (at[i + 1]![j]! - v) * t);
}

/** Nearness of a focus distance, 1/m; far away is 0. */
const nearness = (focusM: number | null | undefined): number => (focusM ? 1 / focusM : 0);

/** The lens at a focal length (and, where measured, aperture and focus): smooth between, clamped beyond what was measured. */
export function profileAt(profile: LensProfile, { focalMm, aperture, focusM }: LensSetting): LensAt {
  const near = distinct(profile.distortion.map((d) => nearness(d.focusM)));
  const [k1, k2, k3, p1, p2, cx, cy] = blended(
    near,
    near.map((x) =>
      overFocal(
        profile.distortion.filter((d) => nearness(d.focusM) === x),
        focalMm,
        ({ k, p, centre }) => [...k, ...p, ...centre],
      ),
    ),
    nearness(focusM),
  ) as [number, number, number, number, number, number, number];
  const [ra, rb, ba, bb] = profile.fringes.length
    ? overFocal(profile.fringes, focalMm, ({ red, blue }) => [...red, ...blue])
    : [0, 0, 0, 0];
  const focals = distinct(profile.distortion.map((d) => d.focalMm));
  const below = focals.filter((f) => f <= focalMm).pop() ?? focals[0]!;
  const above = focals.find((f) => f >= focalMm) ?? focals[focals.length - 1]!;
  return {
    k: [k1, k2, k3],
    p: [p1, p2],
    centre: [cx, cy],
    red: [ra!, rb!],
    blue: [ba!, bb!],
    vignetting: aperture ? vignettingAt(profile, focalMm, aperture) : [0, 0, 0],
    between: distinct([below, above]),
  };
}

function vignettingAt({ vignetting }: LensProfile, focalMm: number, aperture: number): Vignetting {
  if (vignetting.length === 0) return [0, 0, 0];
  const focals = distinct(vignetting.map((v) => v.focalMm));
  const rows = focals.map((f) => {
    const own = vignetting.filter((v) => v.focalMm === f).sort((a, b) => a.aperture - b.aperture);
    const stops = own.map((v) => 2 * Math.log2(v.aperture));
    return {
      focalMm: f,
      v: blended(
        stops,
        own.map((o) => o.v),
        2 * Math.log2(aperture),
      ),
    };
  });
  return overFocal(rows, focalMm, (r) => r.v) as unknown as Vignetting;
}

/**
 * A lens measured on one sensor, in units of another's half diagonal. `factor` is the other's half diagonal over
 * that of the profile; above 1 it reaches beyond what was measured.
 */
export function onSensor(at: LensAt, factor: number): LensAt {
  const s = factor * factor;
  return {
    ...at,
    k: [at.k[0] * s, at.k[1] * s * s, at.k[2] * s * s * s],
    p: [at.p[0] * factor, at.p[1] * factor],
    centre: [at.centre[0] / factor, at.centre[1] / factor],
    red: [at.red[0], at.red[1] * s],
    blue: [at.blue[0], at.blue[1] * s],
    vignetting: [at.vignetting[0] * s, at.vignetting[1] * s * s, at.vignetting[2] * s * s * s],
  };
}
