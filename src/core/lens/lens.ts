import type { Size, Vec2 } from "../geometry";
import {
  type BrownConrady,
  distortNormalised,
  distortionJacobian,
  turningRadius,
  undistortNormalised,
} from "./brown-conrady";

/** A lens made ready for one picture; points in pixels of the original. */
export interface Lens {
  /** True when the lens changes nothing. */
  readonly straight: boolean;
  /** Ideal → recorded. */
  distort(p: Vec2): Vec2;
  /** Recorded → ideal; points beyond the fold come to lie on it. */
  undistort(p: Vec2): Vec2;
  /** Jacobian of ideal → recorded at an ideal point, [∂xd/∂x, ∂xd/∂y, ∂yd/∂x, ∂yd/∂y]. */
  jacobian(p: Vec2): readonly [number, number, number, number];
  /** How far inside the fold an ideal point lies, pixels; negative beyond it, where there is no picture. */
  margin(p: Vec2): number;
}

export interface LensParameters extends BrownConrady {
  /** Distortion centre, pixels. */
  readonly centre: Vec2;
  /** Share of the correction to apply; 1 is all of it. */
  readonly amount: number;
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

/** Bow at a corner in percent: how far the corner is recorded from its ideal place, over its radius; barrel < 0. */
export const cornerBow = (k: BrownConrady["k"], amount: number): number => 100 * amount * (k[0] + k[1] + k[2]);
