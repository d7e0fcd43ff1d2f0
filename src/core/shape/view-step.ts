import { rotationOf, surfaceOf } from "../camera";
import { FAR_INSIDE, type PlaneStep } from "../course";
import { type Mat3, type Size, TAU, type Vec2, type Vec3, apply3, multiply3, transpose3 } from "../geometry";
import { type LensRecipe, isStitched, isWholeTurn, lensFor } from "../lens";
import { easedAttitude } from "../lines";
import { type BendSettings, surfaceShare } from "./bend/bend-settings";
import type { AttitudeRecipe } from "../lines";
import { scannedOutline } from "./scanned-outline";

/** As much of a settled recipe as seeing it by its rays takes. */
export interface ViewRecipe extends LensRecipe, AttitudeRecipe {
  readonly camera: AttitudeRecipe["camera"] & LensRecipe["camera"];
  readonly shape?: BendSettings | undefined;
}

/** Whether a picture is seen by its rays: no flat plane holds what was recorded, or it is not shown on one. */
export const isByRays = ({ lens, shape }: Pick<ViewRecipe, "lens" | "shape">): boolean =>
  surfaceShare(shape) > 0 || (lens.on && isStitched(lens.model));

/** Rays of the recording camera, both ways; the margin as of a plane step. */
interface Rays {
  ray(p: Vec2): Vec3;
  recorded(ray: Vec3, out: Float64Array): void;
}

/** How a recipe's lens recorded rays. A flat one records none from behind. */
function raysOf(recipe: ViewRecipe, size: Size): Rays {
  const lens = lensFor(recipe, size);
  if (lens.wide) return lens.wide;
  const { focalPx, principal } = recipe.camera;
  return {
    ray: (p) => {
      const [x, y] = lens.undistort(p);
      return [(x - principal[0]) / focalPx, (y - principal[1]) / focalPx, 1];
    },
    recorded: ([x, y, z], out) => {
      if (!(z > 1e-6 * (Math.abs(x) + Math.abs(y)))) {
        out[0] = out[1] = out[2] = -FAR_INSIDE;
        return;
      }
      const ideal: Vec2 = [principal[0] + (focalPx * x) / z, principal[1] + (focalPx * y) / z];
      const [rx, ry] = lens.distort(ideal);
      out[0] = rx;
      out[1] = ry;
      out[2] = Math.min(FAR_INSIDE, lens.margin(ideal));
    },
  };
}

/** The rotation from the recording camera to the corrected one. */
function correction({ attitude }: AttitudeRecipe): Mat3 | null {
  return attitude.on ? multiply3(transpose3(rotationOf(easedAttitude(attitude))), rotationOf(attitude)) : null;
}

/** Lens, attitude and the surface in one, by rays: recorded picture → plane. */
export function viewStep(recipe: ViewRecipe, size: Size): PlaneStep {
  const rays = raysOf(recipe, size);
  const surface = surfaceOf(recipe.camera, surfaceShare(recipe.shape));
  const turn = correction(recipe);
  const turnBack = turn && transpose3(turn);
  const seen = new Float64Array(4);
  const forward = (p: Vec2): Vec2 | null => {
    const ray = rays.ray(p);
    return surface.place(turn ? apply3(turn, ray) : ray);
  };
  const back: PlaneStep["back"] = (x, y, out) => {
    surface.ray(x, y, seen);
    const margin = seen[3]!;
    if (!(margin > 0)) {
      out[0] = out[1] = out[2] = -FAR_INSIDE;
      return;
    }
    const ray: Vec3 = [seen[0]!, seen[1]!, seen[2]!];
    rays.recorded(turnBack ? apply3(turnBack, ray) : ray, out);
    if (out[2]! > margin) out[2] = margin;
  };
  const { model } = recipe.lens;
  const whole = recipe.lens.on && isWholeTurn(model, recipe.camera.focalPx, size[0]);
  return {
    forward,
    back,
    outline: (polygon) => {
      const places = whole ? [null] : polygon.map(forward);
      return places.every((p) => p !== null) && !wraps(places, recipe.camera.focalPx)
        ? places
        : scannedOutline(back, { middle: recipe.camera.principal, ...surface }, polygon);
    },
  };
}

/** Whether an outline jumps from one end of the surface to the other. */
const wraps = (places: readonly Vec2[], focalPx: number): boolean =>
  places.some((p, i) => Math.abs(p[0] - places[(i + 1) % places.length]![0]) > (TAU / 2) * focalPx);
