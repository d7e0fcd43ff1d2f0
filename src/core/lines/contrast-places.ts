import type { Vec2 } from "../geometry";
import type { Luminance } from "./luminance";

/** Side of a tile, as a share of the longer side of the picture. */
const TILE = 1 / 40;
/** Two places lie at least this far apart, as a share of the longer side. */
const APART = 0.16;

/**
 * Places where a lens's faults can be judged: hard edges, those towards the corners first, far from each other.
 *
 * @returns middles of tiles, pixels of the image, the best first; empty where nothing has contrast.
 */
export function contrastPlaces({ data, width, height }: Omit<Luminance, "left" | "top">, count = 8): Vec2[] {
  const longer = Math.max(width, height);
  const tile = Math.max(8, Math.round(longer * TILE));
  const tiles: { at: Vec2; worth: number }[] = [];
  for (let y = 0; y + tile <= height; y += tile)
    for (let x = 0; x + tile <= width; x += tile) {
      const contrast = hardness(data, width, x, y, tile);
      const at: Vec2 = [x + tile / 2, y + tile / 2];
      const r = Math.hypot(at[0] - width / 2, at[1] - height / 2) / (Math.hypot(width, height) / 2);
      if (contrast > 0) tiles.push({ at, worth: contrast * (0.15 + r * r) });
    }
  tiles.sort((a, b) => b.worth - a.worth);
  const chosen: Vec2[] = [];
  for (const { at } of tiles) {
    if (chosen.every((c) => Math.hypot(c[0] - at[0], c[1] - at[1]) >= APART * longer)) chosen.push(at);
    if (chosen.length === count) break;
  }
  return chosen;
}

/** Least step between pixels two apart that is an edge, grey levels. */
const LEAST_STEP = 40;

/** Sum of the steps that are edges over a tile, so that one hard edge counts for more than much fine texture. */
function hardness(data: Luminance["data"], width: number, x0: number, y0: number, tile: number): number {
  let sum = 0;
  for (let y = y0; y < y0 + tile - 2; y += 2)
    for (let x = x0; x < x0 + tile - 2; x += 2) {
      const i = y * width + x;
      const step = Math.max(Math.abs(data[i]! - data[i + 2]!), Math.abs(data[i]! - data[i + 2 * width]!));
      if (step > LEAST_STEP) sum += step - LEAST_STEP;
    }
  return sum / (tile * tile);
}
