import { type Vec2, type Vec3, TAU } from "../../geometry";
import { type Equidistant, fisheyeAngle, fisheyeAt, widestAngle } from "../equidistant";

/** How rays are recorded by a projection that no flat plane holds; places in pixels, rays of any length, x right, y down, z ahead. */
export interface WideProjection {
  ray(p: Vec2): Vec3;
  /** Where a ray is recorded, and as the third number how far inside of what can be recorded, pixels. */
  recorded(ray: Vec3, out: Float64Array): void;
}

export interface WidePicture {
  /** Width, pixels: places a whole turn apart are told apart by lying in it. */
  readonly width: number;
  /** Where the axis meets the picture, pixels. */
  readonly centre: Vec2;
  /** Pixels to a radian, at the middle. */
  readonly focalPx: number;
}

const FAR = 1e9;

/** The whole turn that brings an angle next to the middle of the picture. */
function inPicture(angle: number, { width, centre, focalPx }: WidePicture): number {
  const middle = (width / 2 - centre[0]) / focalPx;
  return angle - TAU * Math.round((angle - middle) / TAU);
}

/** A standing cylinder around the camera: x = f θ, y = f tan φ (central cylindrical: Snyder (1987), "Map projections", chapter 14). */
export function cylinder(picture: WidePicture): WideProjection {
  const { centre, focalPx } = picture;
  return {
    ray: ([x, y]) => {
      const angle = (x - centre[0]) / focalPx;
      return [Math.sin(angle), (y - centre[1]) / focalPx, Math.cos(angle)];
    },
    recorded: ([x, y, z], out) => {
      const away = Math.hypot(x, z);
      out[0] = centre[0] + focalPx * inPicture(Math.atan2(x, z), picture);
      out[1] = centre[1] + (focalPx * y) / Math.max(away, 1e-12);
      out[2] = FAR;
    },
  };
}

/** A sphere around the camera: x = f θ, y = f φ (plate carrée: Snyder (1987), chapter 12). */
export function sphere(picture: WidePicture): WideProjection {
  const { centre, focalPx } = picture;
  return {
    ray: ([x, y]) => {
      const [across, down] = [(x - centre[0]) / focalPx, (y - centre[1]) / focalPx];
      return [Math.cos(down) * Math.sin(across), Math.sin(down), Math.cos(down) * Math.cos(across)];
    },
    recorded: ([x, y, z], out) => {
      out[0] = centre[0] + focalPx * inPicture(Math.atan2(x, z), picture);
      out[1] = centre[1] + focalPx * Math.atan2(y, Math.hypot(x, z));
      out[2] = FAR;
    },
  };
}

/** A fisheye beyond what a flat picture has room for. @param unit half a diagonal, pixels. */
export function fisheye({ centre, focalPx }: WidePicture, k: Equidistant["k"], unit: number): WideProjection {
  const lens = { k, focal: focalPx / unit };
  const widest = widestAngle(k, Math.PI);
  return {
    ray: ([x, y]) => {
      const [dx, dy] = [x - centre[0], y - centre[1]];
      const r = Math.hypot(dx, dy);
      if (r === 0) return [0, 0, 1];
      const angle = fisheyeAngle(lens, r / unit, widest);
      return [(Math.sin(angle) * dx) / r, (Math.sin(angle) * dy) / r, Math.cos(angle)];
    },
    recorded: ([x, y, z], out) => {
      const r = Math.hypot(x, y);
      const angle = Math.atan2(r, z);
      const by = r > 0 ? (unit * fisheyeAt(lens, Math.min(angle, widest))) / r : 0;
      out[0] = centre[0] + x * by;
      out[1] = centre[1] + y * by;
      out[2] = (widest - angle) * focalPx;
    },
  };
}
