import type { Vec2, Vec3 } from "../geometry";
import type { Intrinsics } from "./intrinsics";

/** What a level camera sees, laid out on a surface that stands around it; places in pixels. */
export interface Surface {
  /** How far from the axis it goes to the right and to the left, and up and down, pixels. */
  readonly reach: Vec2;
  /** Where a ray of the camera meets it; null where it is not shown. */
  place(ray: Vec3): Vec2 | null;
  /** The ray through a place: its first three numbers, and how far inside of what is shown the place lies, pixels, as the fourth. */
  ray(x: number, y: number, out: Float64Array): void;
}

/** Nothing is shown further out than this many focal lengths of a flat picture: 86 degrees. */
export const FURTHEST = 15;

/** Less than this much of the flat surface is none, so that nothing is divided by it. */
const NO_FLATNESS = 1e-6;

/**
 * A surface between a flat one and a standing cylinder. Seen from above the angle θ from the axis is shown as if it were a = 1 − bend
 * times as large, and all is enlarged by as much: x = f · tan(aθ) / a, y = f · tan φ / cos(aθ), φ being the angle below the horizon.
 * Bend 0 is the flat picture, bend 1 the cylinder. On all of them verticals are vertical, the horizon is straight, and about the
 * horizon's middle nothing changes its form. (Both ends are textbook: Snyder (1987), "Map projections: a working manual", gnomonic
 * and central cylindrical; in between we know of no source.)
 *
 * @param bend 0…1.
 */
export function surfaceOf({ focalPx, principal: [cx, cy] }: Intrinsics, bend: number): Surface {
  const a = Math.max(0, 1 - bend);
  const flatness = a > NO_FLATNESS;
  const across = (angle: number): number => (flatness ? Math.tan(a * angle) / a : angle);
  const widest = flatness ? Math.min(Math.PI, Math.atan(FURTHEST) / a) : Math.PI;
  const edge = across(widest);
  return {
    reach: [focalPx * edge, focalPx * FURTHEST],
    place: ([x, y, z]) => {
      const angle = Math.atan2(x, z);
      if (Math.abs(angle) > widest) return null;
      const v = y / (Math.hypot(x, z) * Math.cos(a * angle));
      return Math.abs(v) <= FURTHEST ? [cx + focalPx * across(angle), cy + focalPx * v] : null;
    },
    ray: (x, y, out) => {
      const u = (x - cx) / focalPx;
      const v = (y - cy) / focalPx;
      const angle = flatness ? Math.atan(a * u) / a : u;
      out[0] = Math.sin(angle);
      out[1] = v * Math.cos(a * angle);
      out[2] = Math.cos(angle);
      out[3] = focalPx * Math.min(edge - Math.abs(u), FURTHEST - Math.abs(v));
    },
  };
}
