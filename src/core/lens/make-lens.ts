import { type Size, type Vec2, degrees } from "../geometry";
import {
  type BrownConrady,
  distortNormalised,
  distortionJacobian,
  turningRadius,
  undistortNormalised,
} from "./brown-conrady";
import { fisheyeIdeal, fisheyeRadius, fisheyeSlope, widestAngle } from "./equidistant";
import { type Lens, type LensModel, isStitched } from "./lens";
import { cylinder, fisheye, sphere } from "./wide/projection";
import { flatLens, turnedTo } from "./wide/turned-lens";

export interface LensParameters extends BrownConrady {
  /** Distortion centre, pixels. */
  readonly centre: Vec2;
  /** Share of the correction to apply; 1 is all of it. A fisheye is always corrected wholly. */
  readonly amount: number;
  readonly model?: LensModel;
  /** Focal length, pixels; all models but Brown and Conrady's need it. */
  readonly focalPx?: number;
  /** Where the axis meets the flat plane, pixels; absent: at the centre. */
  readonly principal?: Vec2;
}

const STRAIGHT: Lens = {
  straight: true,
  distort: (p) => p,
  undistort: (p) => p,
  jacobian: () => [1, 0, 0, 1],
  margin: () => Infinity,
};

/** A Brown–Conrady lens for a picture of `size` (pixels); null stands for a lens that is left alone. */
export function makeLens(size: Size, parameters: LensParameters | null): Lens {
  if (!parameters) return STRAIGHT;
  if (parameters.model === "equidistant") return makeFisheye(size, parameters);
  if (isStitched(parameters.model)) return makeStitched(size, parameters);
  const { amount, centre } = parameters;
  const scaled: BrownConrady = {
    k: [parameters.k[0] * amount, parameters.k[1] * amount, parameters.k[2] * amount],
    p: [parameters.p[0] * amount, parameters.p[1] * amount],
  };
  if ([...scaled.k, ...scaled.p].every((c) => c === 0)) return STRAIGHT;
  const unit = Math.hypot(size[0], size[1]) / 2;
  const turning = turningRadius(scaled.k);
  const inUnits = (p: Vec2): Vec2 => [(p[0] - centre[0]) / unit, (p[1] - centre[1]) / unit];
  const inPixels = (p: Vec2): Vec2 => [p[0] * unit + centre[0], p[1] * unit + centre[1]];
  return {
    straight: false,
    distort: (p) => inPixels(distortNormalised(scaled, ...inUnits(p))),
    undistort: (p) => inPixels(undistortNormalised(scaled, ...inUnits(p), turning)),
    jacobian: (p) => distortionJacobian(scaled, ...inUnits(p)),
    margin: (p) => (turning === Infinity ? Infinity : (turning - Math.hypot(...inUnits(p))) * unit),
  };
}

/** A picture that was put together of several, on a cylinder or a sphere. @throws RangeError without a focal length. */
function makeStitched(size: Size, { model, centre, focalPx, principal = centre }: LensParameters): Lens {
  if (!focalPx || !(focalPx > 0))
    throw new RangeError("A stitched picture cannot be laid out without its field of view.");
  const picture = { width: size[0], centre, focalPx };
  const lens = flatLens(model === "cylindrical" ? cylinder(picture) : sphere(picture), { focalPx, principal });
  return { ...lens, around: degrees(size[0] / focalPx) };
}

/**
 * The lens as a camera sees it that is turned to look at a recorded place: on its flat plane straight things are straight as far as
 * they go. Of a lens whose own plane holds all that it records, the lens itself.
 */
export const lensTowards = (lens: Lens, at: Vec2): Lens => (lens.wide ? turnedTo(lens.wide, at) : lens);

/** A fisheye, rectified as far as a flat picture allows. @throws RangeError without a focal length. */
function makeFisheye(size: Size, { k, centre, focalPx }: LensParameters): Lens {
  if (!focalPx || !(focalPx > 0)) throw new RangeError("A fisheye cannot be rectified without its focal length.");
  const unit = Math.hypot(size[0], size[1]) / 2;
  const lens = { k, focal: focalPx / unit };
  const widest = widestAngle(k);
  const edge = lens.focal * Math.tan(widest);
  const scaled = (p: Vec2, radius: (r: number) => number): Vec2 => {
    const [dx, dy] = [p[0] - centre[0], p[1] - centre[1]];
    const r = Math.hypot(dx, dy) / unit;
    if (r === 0) return p;
    const by = radius(r) / r;
    return [centre[0] + dx * by, centre[1] + dy * by];
  };
  return {
    straight: false,
    distort: (p) => scaled(p, (r) => fisheyeRadius(lens, r)),
    undistort: (p) => scaled(p, (r) => fisheyeIdeal(lens, r, widest)),
    jacobian: (p) => {
      const [x, y] = [(p[0] - centre[0]) / unit, (p[1] - centre[1]) / unit];
      const r = Math.hypot(x, y);
      if (r < 1e-9) return [1, 0, 0, 1];
      // Across the radius it is magnified by r_d / r, along it by the slope.
      const [across, along] = [fisheyeRadius(lens, r) / r, fisheyeSlope(lens, r)];
      const [c, s] = [x / r, y / r];
      const shared = (along - across) * c * s;
      return [across + (along - across) * c * c, shared, shared, across + (along - across) * s * s];
    },
    margin: (p) => (edge - Math.hypot(p[0] - centre[0], p[1] - centre[1]) / unit) * unit,
    wide: fisheye({ width: size[0], centre, focalPx }, k, unit),
  };
}
