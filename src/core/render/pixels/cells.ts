import { curvaturesOf } from "../map/curvatures";
import { breaksAcross } from "../map/breaks";
import type { OutputMap } from "../map/compile";
import { CELL, type Cell, TOLERANCE } from "./cell";
import { CellCutter } from "./cell-cutter";

/** Cells that bend more than this are not cut by their bend alone: so near a steep end it is not steady. Source pixels. */
const MOST_BENT = 16 * TOLERANCE;

/** Into how many parts each way a cell is cut that curves by more than is tolerated. */
const partsFor = (bend: number): number => (bend <= 4 * TOLERANCE ? 2 : 4);

/** Recorded x, y and margin at points CELL pixels apart: those of the band, and one more all round for the second differences. */
function latticeOf(map: OutputMap, y: number, stride: number, lines: number): Float64Array {
  const [fx, fy, fw, fh] = map.frame;
  const [stepX, stepY] = [fw / map.output[0], fh / map.output[1]];
  const out = new Float64Array(3);
  const lattice = new Float64Array(stride * (lines + 3) * 3);
  for (let r = 0, i = 0; r < lines + 3; r++)
    for (let c = 0; c < stride; c++, i += 3) {
      map.toRecorded(fx + ((c - 1) * CELL + 0.5) * stepX, fy + (y + (r - 1) * CELL + 0.5) * stepY, out);
      lattice[i] = out[0]!;
      lattice[i + 1] = out[1]!;
      lattice[i + 2] = out[2]!;
    }
  return lattice;
}

/** A cell that is interpolated as it is. @param p its first point of the lattice. @param w,h its size, pixels. */
function putWhole(cell: Cell, lattice: Float64Array, p: number, stride: number, w: number, h: number): void {
  const { corners } = cell;
  const q = p + 3;
  const s = p + stride * 3;
  const t = s + 3;
  const px = lattice[p]!;
  const py = lattice[p + 1]!;
  const ux = lattice[q]! - px;
  const uy = lattice[q + 1]! - py;
  const vx = lattice[s]! - px;
  const vy = lattice[s + 1]! - py;
  cell.w = w;
  cell.h = h;
  cell.seen = true;
  cell.shrinkX = Math.sqrt(ux * ux + vx * vx) / CELL;
  cell.shrinkY = Math.sqrt(uy * uy + vy * vy) / CELL;
  const u = w / CELL;
  const v = h / CELL;
  corners[0] = px;
  corners[1] = py;
  corners[2] = px + ux * u;
  corners[3] = py + uy * u;
  corners[4] = px + vx * v;
  corners[5] = py + vy * v;
  corners[6] = px + ux * u + vx * v + (lattice[t]! - px - ux - vx) * u * v;
  corners[7] = py + uy * u + vy * v + (lattice[t + 1]! - py - uy - vy) * u * v;
}

/**
 * Cuts a band of the output into cells and visits them row by row. The map is evaluated once per CELL pixels each way;
 * its second differences bound the error of interpolating it: at most (|Δ²u| + |Δ²v|) / 8 for a map with steady
 * curvature over a few cells, and a quarter of it for every halving. Where the map has none, along its breaks and where
 * the photo ends in sight, cells are cut until they hold.
 *
 * @param y first row of the band, a multiple of CELL. @param visit gets the same object every time.
 */
export function eachCell(map: OutputMap, y: number, rows: number, visit: (cell: Cell) => void): void {
  const [width] = map.output;
  const cols = Math.ceil(width / CELL);
  const lines = Math.ceil(rows / CELL);
  const stride = cols + 3;
  const lattice = latticeOf(map, y, stride, lines);
  const { curvatures, width: curvatureStride } = curvaturesOf(lattice, stride, cols, lines);
  const crossed = breaksAcross(map, y, rows);
  const cutter = new CellCutter({ map, y, lattice, stride, crossed }, visit);
  const { cell } = cutter;
  for (let r = 0; r < lines; r++)
    for (let c = 0; c < cols; c++) {
      const x = c * CELL;
      const top = r * CELL;
      const w = Math.min(CELL, width - x);
      const h = Math.min(CELL, rows - top);
      // The cell's four lattice points: p, right of it q, below it s, and t.
      const p = ((r + 1) * stride + c + 1) * 3;
      const q = p + 3;
      const s = p + stride * 3;
      const t = s + 3;
      const seen = lattice[p + 2]! > 0 && lattice[q + 2]! > 0 && lattice[s + 2]! > 0 && lattice[t + 2]! > 0;
      const bent = r * curvatureStride + c;
      const below = bent + curvatureStride;
      const bend = Math.max(curvatures[bent]!, curvatures[bent + 1]!, curvatures[below]!, curvatures[below + 1]!);
      const steady = seen && !crossed?.(x, top, w, h);
      if (steady && bend > TOLERANCE && bend <= MOST_BENT && cutter.divide(x, top, w, h, partsFor(bend), p)) continue;
      if (!steady || !(bend <= TOLERANCE)) {
        const at = (i: number, j: number) => cutter.place(x + i, top + j);
        cutter.cut(x, top, w, h, [at(0, 0), at(w, 0), at(0, h), at(w, h)]);
        continue;
      }
      cell.x = x;
      cell.y = top;
      putWhole(cell, lattice, p, stride, w, h);
      visit(cell);
    }
}
