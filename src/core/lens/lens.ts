import type { Vec2 } from "../geometry";
import type { BrownConrady } from "./brown-conrady";
import type { WideProjection } from "./wide/projection";

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
  /** Of a view that no flat plane holds: how its rays are recorded. Its ideal places are those of rays on the flat plane, also of rays from behind. */
  readonly wide?: WideProjection;
  /** How much a stitched picture sees across, degrees: one flat plane shows only part of it. */
  readonly around?: number;
}

export type LensModel = "brown-conrady" | "equidistant" | "cylindrical" | "equirectangular";

/** Whether a model records more than a flat plane holds. */
export const isStitched = (model: LensModel | undefined): model is "cylindrical" | "equirectangular" =>
  model === "cylindrical" || model === "equirectangular";

/** Bow at a corner in percent: how far the corner is recorded from its ideal place, over its radius; barrel < 0. */
export const cornerBow = (k: BrownConrady["k"], amount: number): number => 100 * amount * (k[0] + k[1] + k[2]);
