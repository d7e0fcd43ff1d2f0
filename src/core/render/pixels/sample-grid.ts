import type { Rect } from "../../geometry";
import type { PlaneMap } from "../map/compile";

/**
 * The map sampled over part of the plane, for the graphics processor.
 *
 * @param view part of the plane, plane pixels.
 * @returns (cols + 1) × (rows + 1) samples in row order, four numbers each: recorded x and y in pixels of the
 *   original, the margin (not positive: nothing was recorded), and 1 where the point is in front of the camera.
 */
export function sampleGrid(map: PlaneMap, [x, y, w, h]: Rect, cols: number, rows: number): Float32Array {
  const grid = new Float32Array((cols + 1) * (rows + 1) * 4);
  const out = new Float64Array(3);
  let at = 0;
  for (let r = 0; r <= rows; r++)
    for (let c = 0; c <= cols; c++, at += 4) {
      map.toRecorded(x + (w * c) / cols, y + (h * r) / rows, out);
      grid[at] = out[0]!;
      grid[at + 1] = out[1]!;
      grid[at + 2] = out[2]!;
      grid[at + 3] = out[2]! > -1e8 ? 1 : 0;
    }
  return grid;
}
