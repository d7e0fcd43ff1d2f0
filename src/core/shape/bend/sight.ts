import { surfaceOf } from "../../camera";
import { type Vec2, type Vec3, cross3, dot3, unit3 } from "../../geometry";
import { type ProportionSettings, factorsOf } from "../proportion";
import type { Quad } from "./quad";
import type { PlaneCamera } from "./rectangle-ratio";
import { type BendSettings, surfaceShare } from "./bend-settings";

/** As much of a settled recipe as tells by which rays the plane before shape's marks is seen. */
export interface SightRecipe {
  readonly camera: { readonly focalPx: number; readonly principal: readonly [number, number] };
  readonly proportion: ProportionSettings;
  readonly shape?: BendSettings | undefined;
}

/** By which rays of the corrected camera the places of the plane are seen; pixels. */
export interface Sight {
  readonly ray: (p: Vec2) => Vec3;
  /** Null where a ray is not shown. */
  readonly place: (ray: Vec3) => Vec2 | null;
  /** The camera, where the plane is a flat one; null where it is bent. */
  readonly flat: PlaneCamera | null;
}

export function sightOf({ camera, proportion, shape }: SightRecipe): Sight {
  const [fx, fy] = proportion.on ? factorsOf(proportion) : [1, 1];
  const [cx, cy] = camera.principal;
  const bend = surfaceShare(shape);
  const surface = surfaceOf(camera, bend);
  const out = new Float64Array(4);
  return {
    ray: ([x, y]) => {
      surface.ray(cx + (x - cx) / fx, cy + (y - cy) / fy, out);
      return [out[0]!, out[1]!, out[2]!];
    },
    place: (ray) => {
      const p = surface.place(ray);
      return p && [cx + (p[0] - cx) * fx, cy + (p[1] - cy) * fy];
    },
    flat: bend === 0 ? { focal: [camera.focalPx * fx, camera.focalPx * fy], centre: camera.principal } : null,
  };
}

/** A flat plane right before what is looked at, on which a face's own straight things are straight: the way there and back, pixels. */
export interface Chart {
  /** Place of the bent plane → flat one, into the first two of `out`. @returns false for what lies behind. */
  to(x: number, y: number, out: Float64Array): boolean;
  from(p: Vec2): Vec2 | null;
}

/** Four corners as a camera sees them to which straight things are straight. */
export interface FlatView {
  readonly quad: Quad;
  readonly camera: PlaneCamera;
  /** How deep rays of one length to the corners go into the view. */
  readonly depths: readonly number[];
  /** Null where the plane itself is flat: then all depths are taken as alike. */
  readonly chart: Chart | null;
}

/** What lies further to the side than this, as a cosine, cannot be seen in one flat view: some 85 degrees. */
const ASIDE = 0.09;

/** @returns null where the corners are too far apart for one flat view. */
export function flatView(corners: Quad, sight: Sight): FlatView | null {
  if (sight.flat) return { quad: corners, camera: sight.flat, depths: [1, 1, 1, 1], chart: null };
  const rays = corners.map((c) => unit3(sight.ray(c)));
  const ahead = unit3(rays.reduce((s, r): Vec3 => [s[0] + r[0], s[1] + r[1], s[2] + r[2]], [0, 0, 0]));
  const right = unit3(cross3([0, 1, 0], ahead));
  const down = cross3(ahead, right);
  if (rays.some((r) => dot3(r, ahead) < ASIDE)) return null;
  const focal = planeFocal(corners, sight);
  const flat = (ray: Vec3): Vec2 => {
    const depth = dot3(ray, ahead);
    return [(focal * dot3(ray, right)) / depth, (focal * dot3(ray, down)) / depth];
  };
  const chart: Chart = {
    to: (x, y, out) => {
      const ray = sight.ray([x, y]);
      if (!(dot3(ray, ahead) > 1e-6)) return false;
      const p = flat(ray);
      out[0] = p[0];
      out[1] = p[1];
      return true;
    },
    from: ([x, y]) =>
      sight.place([
        (x * right[0] + y * down[0]) / focal + ahead[0],
        (x * right[1] + y * down[1]) / focal + ahead[1],
        (x * right[2] + y * down[2]) / focal + ahead[2],
      ]),
  };
  return {
    quad: rays.map(flat) as unknown as Quad,
    camera: { focal: [focal, focal], centre: [0, 0] },
    depths: rays.map((r) => dot3(r, ahead)),
    chart,
  };
}

/** A focal length under which a flat view is about as large as the plane itself: pixels to a radian along the quad's diagonals. */
function planeFocal(corners: Quad, sight: Sight): number {
  const [a, b, c, d] = corners;
  const radians = (p: Vec2, q: Vec2): number => {
    const [r, s] = [unit3(sight.ray(p)), unit3(sight.ray(q))];
    return Math.atan2(Math.hypot(...cross3(r, s)), dot3(r, s));
  };
  const far = Math.hypot(c[0] - a[0], c[1] - a[1]) + Math.hypot(d[0] - b[0], d[1] - b[1]);
  return far / Math.max(1e-6, radians(a, c) + radians(b, d));
}
