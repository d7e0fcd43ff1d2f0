import type { Rect, Size, Vec2 } from "../geometry";

/** Shares of the photo that a frame leaves out on each side of it, 0…1. */
export interface CutOff {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Places of the photo along its longer side that are asked. */
const PLACES = 60;

/**
 * What a frame leaves out of a photo, by the side on which it lies; in a corner by the side it is further beyond. What lies
 * nowhere on the plane counts to the side that is nearest to it in the photo.
 */
export function cutOff([w, h]: Size, [x, y, fw, fh]: Rect, forward: (p: Vec2) => Vec2 | null): CutOff {
  const step = Math.max(w, h) / PLACES;
  const [columns, rows] = [Math.max(1, Math.round(w / step)), Math.max(1, Math.round(h / step))];
  const sums = { left: 0, right: 0, top: 0, bottom: 0 };
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const p: Vec2 = [((i + 0.5) * w) / columns, ((j + 0.5) * h) / rows];
      const at = forward(p);
      const beyond = at
        ? { left: (x - at[0]) / fw, right: (at[0] - x - fw) / fw, top: (y - at[1]) / fh, bottom: (at[1] - y - fh) / fh }
        : { left: 1 - p[0] / w, right: p[0] / w, top: 1 - p[1] / h, bottom: p[1] / h };
      const side = (Object.keys(sums) as (keyof CutOff)[]).reduce((a, b) => (beyond[b] > beyond[a] ? b : a));
      if (beyond[side] > 0) sums[side] += 1 / (columns * rows);
    }
  return sums;
}
