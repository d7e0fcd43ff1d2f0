import type { Vec2 } from "../geometry";

/** How an edge stands in a picture. */
export interface EdgeReading {
  /** What it is nearer to. */
  readonly from: "vertical" | "horizontal";
  /** Out of it, degrees: a vertical's top to the right, a horizontal's right end down are above 0. */
  readonly degrees: number;
  /** Standard deviation, degrees. */
  readonly sigma: number;
}

/** However well it is fitted, an edge's places are no better known than so, pixels. */
const LEAST_PX = 0.05;

/**
 * The angle of an edge through places along it, by the line of least squared distances (Pearson (1901), "On lines and planes of closest fit").
 * Its deviation is that of the slope of a line fitted to places with the distances left, which for n places evenly along a length l is
 * σ √12 / (l √n).
 *
 * @param places pixels of the plane, two at least. @param placed deviation of places put by hand, pixels: what counts where there are but two.
 * @throws RangeError for fewer than two places, or where all are one.
 */
export function edgeReading(places: readonly Vec2[], placed: number): EdgeReading {
  const n = places.length;
  if (n < 2) throw new RangeError("An edge needs two places.");
  const [mx, my] = [0, 1].map((k) => places.reduce((s, p) => s + p[k]!, 0) / n) as [number, number];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const along = places.map(([x, y]) => (x - mx) * c + (y - my) * s);
  const long = Math.max(...along) - Math.min(...along);
  if (!(long > 0)) throw new RangeError("The places are all one.");
  const left = places.reduce((sum, [x, y]) => sum + (-(x - mx) * s + (y - my) * c) ** 2, 0);
  const sigma =
    n > 2
      ? (Math.max(LEAST_PX, Math.sqrt(left / (n - 2))) * Math.sqrt(12)) / (long * Math.sqrt(n))
      : (placed * Math.SQRT2) / long;
  const deg = (angle * 180) / Math.PI;
  const isVertical = Math.abs(s) > Math.abs(c);
  // The direction's angle from the x axis, y down, −90…90: a vertical is at ±90.
  const degrees = isVertical ? (deg > 0 ? deg - 90 : deg + 90) : deg;
  return { from: isVertical ? "vertical" : "horizontal", degrees, sigma: (sigma * 180) / Math.PI };
}
