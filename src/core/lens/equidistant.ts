/**
 * Equidistant fisheye: an angle θ from the axis is recorded at the radius
 *   r_d = F θ (1 + k1 θ² + k2 θ⁴ + k3 θ⁶),  F the focal length in half diagonals
 * (J. Kannala, S. Brandt, "A generic camera model …", IEEE PAMI 28, 2006, their radial model with even terms).
 */
export interface Equidistant {
  readonly k: readonly [number, number, number];
  /** Focal length, half diagonals. */
  readonly focal: number;
}

/** Beyond this angle a flat picture has no room for what was seen, radians: 86°. */
const WIDEST = (86 * Math.PI) / 180;

const series = (k: Equidistant["k"], t: number): number => {
  const s = t * t;
  return t * (1 + s * (k[0] + s * (k[1] + s * k[2])));
};
const seriesSlope = (k: Equidistant["k"], t: number): number => {
  const s = t * t;
  return 1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2]));
};

/** The widest angle that is recorded without folding over, radians. @param most no wider than this; what a flat picture has room for. */
export function widestAngle(k: Equidistant["k"], most = WIDEST): number {
  for (let t = 0.01; t < most; t += 0.01) if (seriesSlope(k, t) <= 0) return t - 0.01;
  return most;
}

/** Angle from the axis, radians → recorded radius, half diagonals. */
export const fisheyeAt = ({ k, focal }: Equidistant, angle: number): number => focal * series(k, angle);

/** Ideal → recorded radius, half diagonals. */
export const fisheyeRadius = ({ k, focal }: Equidistant, ideal: number): number =>
  focal * series(k, Math.atan(ideal / focal));

/** Slope of the recorded radius over the ideal one. */
export const fisheyeSlope = ({ k, focal }: Equidistant, ideal: number): number =>
  (seriesSlope(k, Math.atan(ideal / focal)) * focal * focal) / (focal * focal + ideal * ideal);

/** Recorded → ideal radius, half diagonals; what lies beyond `widest` (radians) comes to lie on it. */
export const fisheyeIdeal = (lens: Equidistant, recorded: number, widest: number): number =>
  lens.focal * Math.tan(fisheyeAngle(lens, recorded, widest));

/** Recorded radius, half diagonals → angle from the axis, radians; what lies beyond `widest` comes to lie on it. */
export function fisheyeAngle({ k, focal }: Equidistant, recorded: number, widest: number): number {
  let [low, high] = [0, widest];
  if (focal * series(k, high) <= recorded) return widest;
  let t = Math.min(recorded / focal, high);
  for (let n = 0; n < 80; n++) {
    const miss = focal * series(k, t) - recorded;
    if (Math.abs(miss) < 1e-15) break;
    if (miss > 0) high = t;
    else low = t;
    const next = t - miss / (focal * seriesSlope(k, t));
    t = next > low && next < high ? next : (low + high) / 2;
  }
  return t;
}
