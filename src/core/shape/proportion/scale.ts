import type { KnownMeasure } from "./recipe-part";
import type { Laid, Surface } from "./surfaces";

/** A mark's end placed by hand, pixels. */
export const END_SIGMA_PX = 0.5;
/** Walls whose headings lie this close are one, degrees. */
const SAME_WALL = 2;

/** How large things are on one surface. */
export interface SurfaceScale {
  readonly surface: Surface;
  /** Metres to one distance of the camera from the surface. */
  readonly metres: number;
  /** Deviation of its logarithm; and what of that its measures' marks alone give it. */
  readonly sigma: number;
  readonly byMarks: number;
  /** What each measure of it tells: the logarithm of its own metres, and its variance by its marks alone. */
  readonly told: readonly { readonly id: string; readonly log: number; readonly variance: number }[];
}

const same = (a: Surface, b: Surface): boolean =>
  (a.kind === "floor") === (b.kind === "floor") && (a.kind === "floor" || Math.abs(a.heading - b.heading) < SAME_WALL);

/** Length between two places of a wall whose heights are to be multiplied by `height`, and its variance from the ends' noise. */
export function distance(laid: Pick<Laid, "surface" | "places">, height: number) {
  const [a, b] = [laid.places[0]!, laid.places[1]!];
  const tall = laid.surface.kind === "floor" ? 1 : height;
  const [dx, dy] = [b.at[0] - a.at[0], tall * (b.at[1] - a.at[1])];
  const length = Math.hypot(dx, dy);
  const [ux, uy] = [dx / length, (tall * dy) / length];
  const of = ([xx, xy, yy]: readonly [number, number, number]): number =>
    ux * ux * xx + 2 * ux * uy * xy + uy * uy * yy;
  return { length, variance: (of(a.covariance) + of(b.covariance)) * END_SIGMA_PX ** 2 };
}

/**
 * The scale of every surface on which a measure of known size lies: the mean of what its measures tell, weighed.
 *
 * @param height the factor on heights that the measures tell. @param laid each measure as it lies, null where it does not.
 */
export function scalesOf(
  measures: readonly KnownMeasure[],
  laid: readonly (Laid | null)[],
  height: number,
): SurfaceScale[] {
  const all = measures.flatMap((m, i): { id: string; surface: Surface; log: number; variance: number }[] => {
    const one = laid[i];
    if (!one || m.unit === "ratio") return [];
    if (m.kind === "length") {
      const { length, variance } = distance(one, height);
      return [{ id: m.id, surface: one.surface, log: Math.log(m.length / length), variance: variance / length ** 2 }];
    }
    const shape = one.shape!;
    const [w, h] = m.kind === "grid" ? [m.columns * m.width, m.rows * m.height] : [m.width, m.height];
    const [ww, wh, hh] = shape.covariance;
    // On a wall the height has been made to fit what measures say: only widths tell the scale anew.
    if (one.surface.kind !== "floor")
      return [{ id: m.id, surface: one.surface, log: Math.log(w / shape.width), variance: ww * END_SIGMA_PX ** 2 }];
    const log = 0.5 * Math.log((w / shape.width) * (h / shape.height));
    return [{ id: m.id, surface: one.surface, log, variance: 0.25 * (ww + 2 * wh + hh) * END_SIGMA_PX ** 2 }];
  });
  const groups: (typeof all)[] = [];
  for (const one of all) {
    const group = groups.find((g) => same(g[0]!.surface, one.surface));
    if (group) group.push(one);
    else groups.push([one]);
  }
  return groups.map((group) => {
    const weight = group.reduce((s, g) => s + 1 / g.variance, 0);
    const log = group.reduce((s, g) => s + g.log / g.variance, 0) / weight;
    const scatter =
      group.length > 1 ? group.reduce((s, g) => s + (g.log - log) ** 2 / g.variance, 0) / (group.length - 1) : 1;
    return {
      surface: group[0]!.surface,
      metres: Math.exp(log),
      sigma: Math.sqrt(Math.max(1, scatter) / weight),
      byMarks: Math.sqrt(Math.max(1, scatter) / weight),
      told: group.map(({ id, log: own, variance }) => ({ id, log: own, variance })),
    };
  });
}
