import type { Size, Vec2 } from "../../geometry";
import { type MeasuredProportion, taped } from "../../shape/proportion";
import { type CompiledMap, compile } from "../map/compile";
import { measuredView } from "./measured";
import { type SettledRecipe, lensOf } from "./settled";
import type { LineSolution } from "../../attitude";

/** How well lengths are known on a measured wall over the frame, percent of themselves. */
export interface WallAccuracy {
  readonly median: number;
  readonly worst: number;
}

/** Lengths lie between neighbours of a lattice over the frame, so many places either way. */
const LATTICE = 5;

/** The ± of lengths on the wall that has a scale, over the frame; null where no wall has one, or none of it is seen. */
export function wallAccuracy(
  recipe: SettledRecipe,
  size: Size,
  told: MeasuredProportion,
  solution: LineSolution | null,
  map: Pick<CompiledMap, "rect" | "toRecorded"> = compile(recipe, size),
): WallAccuracy | null {
  const view = measuredView(recipe, lensOf(recipe, size), solution);
  const facing = view.headings[0] ?? view.attitude.yaw;
  const on = told.scales
    .filter((s) => s.surface.kind !== "floor")
    .sort((a, b) => Math.abs(a.surface.heading - facing) - Math.abs(b.surface.heading - facing))[0];
  if (!on) return null;
  const [x, y, w, h] = map.rect;
  const out = new Float64Array(3);
  const at = (i: number, j: number): Vec2 | null => {
    map.toRecorded(x + (w * (i + 0.5)) / LATTICE, y + (h * (j + 0.5)) / LATTICE, out);
    const inside = out[2]! > 0 && out[0]! >= 0 && out[1]! >= 0 && out[0]! <= size[0] && out[1]! <= size[1];
    return inside ? [out[0]!, out[1]!] : null;
  };
  const shares: number[] = [];
  for (let j = 0; j < LATTICE; j++)
    for (let i = 0; i < LATTICE; i++)
      for (const [di, dj] of [
        [1, 0],
        [0, 1],
      ] as const) {
        if (i + di >= LATTICE || j + dj >= LATTICE) continue;
        const [a, b] = [at(i, j), at(i + di, j + dj)];
        const read = a && b && taped(view, told, on, [a, b]);
        if (read) shares.push((100 * read.sigma) / read.metres);
      }
  if (shares.length === 0) return null;
  shares.sort((a, b) => a - b);
  return { median: shares[shares.length >> 1]!, worst: shares.at(-1)! };
}
