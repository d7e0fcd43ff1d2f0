import type { Vec2 } from "../../geometry";

/** A line through points: n · p = distance, n of length 1. */
export interface FittedLine {
  readonly normal: Vec2;
  readonly distance: number;
}

/** The line of least squared distance (total least squares: the principal axis of the points). Weights ≥ 0. */
export function fitLine(xs: Float64Array, ys: Float64Array, weights?: ArrayLike<number>): FittedLine {
  let sum = 0;
  let mx = 0;
  let my = 0;
  for (let i = 0; i < xs.length; i++) {
    const w = weights ? weights[i]! : 1;
    sum += w;
    mx += w * xs[i]!;
    my += w * ys[i]!;
  }
  mx /= sum;
  my /= sum;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = 0; i < xs.length; i++) {
    const w = weights ? weights[i]! : 1;
    const dx = xs[i]! - mx;
    const dy = ys[i]! - my;
    sxx += w * dx * dx;
    sxy += w * dx * dy;
    syy += w * dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  const normal: Vec2 = [-Math.sin(angle), Math.cos(angle)];
  return { normal, distance: normal[0] * mx + normal[1] * my };
}
