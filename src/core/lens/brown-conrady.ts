import type { Vec2 } from "../geometry";

/**
 * Brown–Conrady distortion, ideal → recorded, in units of half the image diagonal
 * about the distortion centre (D. C. Brown, "Decentering Distortion of Lenses", 1966):
 *
 *   x_d = x (1 + k1 r² + k2 r⁴ + k3 r⁶) + 2 p1 x y + p2 (r² + 2 x²)
 *   y_d = y (1 + k1 r² + k2 r⁴ + k3 r⁶) + p1 (r² + 2 y²) + 2 p2 x y
 */
export interface BrownConrady {
  readonly k: readonly [number, number, number];
  readonly p: readonly [number, number];
}

export function distortNormalised({ k, p }: BrownConrady, x: number, y: number): Vec2 {
  const s = x * x + y * y;
  const radial = 1 + s * (k[0] + s * (k[1] + s * k[2]));
  return [
    x * radial + 2 * p[0] * x * y + p[1] * (s + 2 * x * x),
    y * radial + p[0] * (s + 2 * y * y) + 2 * p[1] * x * y,
  ];
}

/** Jacobian of the distortion, [∂xd/∂x, ∂xd/∂y, ∂yd/∂x, ∂yd/∂y]. */
export function distortionJacobian(
  { k, p }: BrownConrady,
  x: number,
  y: number,
): readonly [number, number, number, number] {
  const s = x * x + y * y;
  const radial = 1 + s * (k[0] + s * (k[1] + s * k[2]));
  const slope = 2 * (k[0] + s * (2 * k[1] + s * 3 * k[2]));
  const shared = x * y * slope + 2 * p[0] * x + 2 * p[1] * y;
  return [
    radial + x * x * slope + 2 * p[0] * y + 6 * p[1] * x,
    shared,
    shared,
    radial + y * y * slope + 6 * p[0] * y + 2 * p[1] * x,
  ];
}

/** Radius beyond which the turning point of the polynomial no longer matters: four half diagonals. */
const FAR = 4;

/**
 * The ideal radius at which the recorded radius stops growing, in half diagonals, or Infinity.
 * Beyond it the polynomial folds the picture back over itself.
 */
export function turningRadius(k: BrownConrady["k"]): number {
  const slope = (s: number): number => 1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2]));
  const steps = 800;
  let before = 0;
  for (let i = 1; i <= steps; i++) {
    const s = (FAR * FAR * i) / steps;
    if (slope(s) <= 0) {
      let [low, high] = [before, s];
      for (let n = 0; n < 60; n++) {
        const mid = (low + high) / 2;
        if (slope(mid) > 0) low = mid;
        else high = mid;
      }
      return Math.sqrt(low);
    }
    before = s;
  }
  return Infinity;
}

const recordedRadius = (k: BrownConrady["k"], r: number): number => {
  const s = r * r;
  return r * (1 + s * (k[0] + s * (k[1] + s * k[2])));
};

/** Inverts the radial part within the turning radius, by Newton steps kept inside a bracket. */
function idealRadius(k: BrownConrady["k"], recorded: number, turning: number): number {
  let [low, high] = [0, Math.min(turning, Math.max(1, 2 * recorded))];
  while (high < turning && high < FAR * 4 && recordedRadius(k, high) < recorded) high = Math.min(turning, high * 2);
  let r = Math.min(recorded, high);
  for (let n = 0; n < 60; n++) {
    const miss = recordedRadius(k, r) - recorded;
    if (Math.abs(miss) < 1e-15) break;
    if (miss > 0) high = r;
    else low = r;
    const s = r * r;
    const step = miss / (1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2])));
    const next = r - step;
    r = next > low && next < high ? next : (low + high) / 2;
  }
  return r;
}

/**
 * Recorded → ideal, in half diagonals. A point that no ideal point is recorded at (it lies
 * beyond the fold) is given the ideal point at the turning radius in its direction.
 */
export function undistortNormalised(lens: BrownConrady, xd: number, yd: number, turning: number): Vec2 {
  const rd = Math.hypot(xd, yd);
  if (rd === 0 && lens.p[0] === 0 && lens.p[1] === 0) return [0, 0];
  if (turning < Infinity && rd >= recordedRadius(lens.k, turning)) return [(xd / rd) * turning, (yd / rd) * turning];
  const scale = rd > 0 ? idealRadius(lens.k, rd, turning) / rd : 1;
  let [x, y] = [xd * scale, yd * scale];
  if (lens.p[0] === 0 && lens.p[1] === 0) return [x, y];
  for (let n = 0; n < 30; n++) {
    const [fx, fy] = distortNormalised(lens, x, y);
    const [a, b, c, d] = distortionJacobian(lens, x, y);
    const [ex, ey] = [fx - xd, fy - yd];
    const det = a * d - b * c;
    if (!(Math.abs(det) > 1e-12)) break;
    const [dx, dy] = [(d * ex - b * ey) / det, (a * ey - c * ex) / det];
    x -= dx;
    y -= dy;
    if (Math.abs(dx) + Math.abs(dy) < 1e-15) break;
  }
  return [x, y];
}
