import { type Rect, type Vec2, type Vec3, cross3, unit3 } from "../../geometry";
import type { Sight } from "./sight";

/** Places to a side at which a frame is looked at. */
const ACROSS = 12;
const DOWN = 8;
const STEP = 0.5;

/** Of a frame, how much larger than in the picture's middle the same angle is shown at the worst, and where, pixels of the plane. */
export interface DrawnOut {
  readonly factor: number;
  readonly at: Vec2;
}

/**
 * How much a view draws things out towards its border: pixels to a radian along the direction that is stretched most, over those in the
 * middle. A flat picture draws out by 1 / cos² of the angle from its axis; people and spheres near the border show it.
 *
 * @param frame pixels of the plane. @param focalPx pixels to a radian in the middle.
 */
export function drawnOut({ ray }: Sight, [x, y, w, h]: Rect, focalPx: number): DrawnOut {
  let worst: DrawnOut = { factor: 1, at: [x + w / 2, y + h / 2] };
  for (let j = 0; j <= DOWN; j++)
    for (let i = 0; i <= ACROSS; i++) {
      const at: Vec2 = [x + (w * i) / ACROSS, y + (h * j) / DOWN];
      const [a, b] = [across(ray, at, [STEP, 0]), across(ray, at, [0, STEP])];
      // Radians to a pixel: the smaller singular value is along the direction that is drawn out most.
      const [aa, bb, ab] = [dot(a, a), dot(b, b), dot(a, b)];
      const least = (aa + bb) / 2 - Math.hypot((aa - bb) / 2, ab);
      const factor = least > 0 ? 1 / (Math.sqrt(least) * focalPx) : 1;
      if (factor > worst.factor) worst = { factor, at };
    }
  return worst;
}

const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** How a ray turns as its place moves by one pixel. */
function across(ray: Sight["ray"], [x, y]: Vec2, [dx, dy]: Vec2): Vec3 {
  const [here, there] = [unit3(ray([x - dx, y - dy])), unit3(ray([x + dx, y + dy]))];
  // The difference of unit vectors, less what of it is along the ray.
  const turn = cross3(here, there);
  return cross3(turn, unit3([here[0] + there[0], here[1] + there[1], here[2] + there[2]]));
}
