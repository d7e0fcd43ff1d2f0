import { type Vec2, type Vec3, cross3, dot3, unit3 } from "../../geometry";
import type { Lens } from "../lens";
import type { WideProjection } from "./projection";

/** The flat plane in front of a camera. */
interface FlatPlane {
  readonly focalPx: number;
  readonly principal: Vec2;
}

/** Rays less far ahead than this are taken to be so far ahead, so that nothing is divided by nothing. */
const LEVEL_WITH_CAMERA = 1e-9;
/** A flat plane reaches so far, focal lengths: 86 degrees. */
const FURTHEST = 15;
/** Steps for derivatives, focal lengths. */
const STEP = 1e-6;

/** Axes of a camera, in another's: to its right, down and ahead. */
type Axes = readonly [Vec3, Vec3, Vec3];
const OWN: Axes = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/**
 * A wide view as a lens: ideal places are those of rays on a flat plane. A ray from behind the camera comes to lie where its line
 * meets the plane, so that what is straight lies on one line all around.
 */
export function flatLens(
  wide: WideProjection,
  { focalPx, principal: [cx, cy] }: FlatPlane,
  [right, down, ahead]: Axes = OWN,
): Lens {
  const out = new Float64Array(3);
  const distort = ([x, y]: Vec2): Vec2 => {
    const [u, v] = [(x - cx) / focalPx, (y - cy) / focalPx];
    wide.recorded(
      [
        u * right[0] + v * down[0] + ahead[0],
        u * right[1] + v * down[1] + ahead[1],
        u * right[2] + v * down[2] + ahead[2],
      ],
      out,
    );
    return [out[0]!, out[1]!];
  };
  return {
    straight: false,
    distort,
    undistort: (p) => {
      const ray = wide.ray(p);
      const depth = dot3(ray, ahead);
      const safe = Math.abs(depth) > LEVEL_WITH_CAMERA ? depth : LEVEL_WITH_CAMERA;
      return [cx + (focalPx * dot3(ray, right)) / safe, cy + (focalPx * dot3(ray, down)) / safe];
    },
    jacobian: ([x, y]) => {
      // In angles the map is as smooth far out as in the middle.
      const step = STEP * focalPx * (1 + ((x - cx) ** 2 + (y - cy) ** 2) / focalPx ** 2);
      const [l, r] = [distort([x - step, y]), distort([x + step, y])];
      const [u, d] = [distort([x, y - step]), distort([x, y + step])];
      const by = 1 / (2 * step);
      return [(r[0] - l[0]) * by, (d[0] - u[0]) * by, (r[1] - l[1]) * by, (d[1] - u[1]) * by];
    },
    margin: (p) => FURTHEST * focalPx - Math.hypot(p[0] - cx, p[1] - cy),
    wide,
  };
}

const kept = new WeakMap<WideProjection, { readonly at: Vec2; readonly lens: Lens }[]>();
const MOST_KEPT = 64;

/** A wide view as a camera sees it that looks at a recorded place, not rolled; kept, since the same places are asked for again and again. */
export function turnedTo(wide: WideProjection, at: Vec2): Lens {
  const known = kept.get(wide) ?? [];
  const found = known.find((k) => k.at[0] === at[0] && k.at[1] === at[1]);
  if (found) return found.lens;
  const ahead = unit3(wide.ray(at));
  const right = unit3(Math.abs(ahead[1]) < 0.999 ? cross3([0, 1, 0], ahead) : [1, 0, 0]);
  const turned = flatLens(wide, planeAt(wide, at), [right, cross3(ahead, right), ahead]);
  kept.set(wide, [{ at, lens: turned }, ...known].slice(0, MOST_KEPT));
  return turned;
}

/** A plane on which what is recorded at a place is as large as there. */
function planeAt(wide: WideProjection, [x, y]: Vec2): FlatPlane {
  const [a, b] = [unit3(wide.ray([x - 0.5, y])), unit3(wide.ray([x + 0.5, y]))];
  const [c, d] = [unit3(wide.ray([x, y - 0.5])), unit3(wide.ray([x, y + 0.5]))];
  const across = Math.hypot(...cross3(a, b));
  const down = Math.hypot(...cross3(c, d));
  return { focalPx: 1 / Math.sqrt(across * down), principal: [x, y] };
}
