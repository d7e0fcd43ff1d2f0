import { colourCount, peak, type Raster } from "../../course";
import { type FillPlan, carried } from "../../edges";
import { pixelWriter } from "../resample";
import type { EdgeJob } from "./edge-job";
import { toLight } from "./light";
import { RecordedCell, type RecordedAt } from "./recorded-cell";

/** Reads the photo's light at a recorded place as a delivery would, into three numbers. */
export type ReadLight = (sx: number, sy: number, shrinkX: number, shrinkY: number, out: Float64Array) => void;

export function lightReader(source: Raster, { map, kernel }: Pick<EdgeJob, "map" | "kernel">): ReadLight {
  const colours = colourCount(source.channels);
  const full = peak(source.data);
  const pixel = new Float32Array(4);
  // As floats, so that nothing is rounded before it is joined.
  const put = pixelWriter(source, { map, kernel, y: 0, rows: 1, alpha: false }, pixel, colours, false);
  return (sx, sy, shrinkX, shrinkY, out) => {
    put(0, sx, sy, true, shrinkX, shrinkY);
    for (let c = 0; c < 3; c++) out[c] = toLight(pixel[colours === 1 ? 0 : c]! / full);
  };
}

/** Makes the light of a filled pixel; see FillReader. */
export class FillReader {
  private readonly cells: (RecordedCell | undefined)[] = [];
  private readonly moved: Int32Array;
  private turn = 0;
  private x = 0;
  private y = 0;
  private readonly near = new Int32Array(4);
  private readonly weights = new Float64Array(4);
  private readonly place = new Float64Array(3);
  private readonly copy = new Float64Array(3);

  /** @param read the photo's light. */
  constructor(
    private readonly job: EdgeJob & { readonly plan: FillPlan },
    private readonly read: ReadLight,
  ) {
    this.moved = new Int32Array(job.plan.shifts.length).fill(-1);
  }

  /** Goes on to another cell; see RecordedCell. */
  move(x: number, y: number): void {
    this.x = x;
    this.y = y;
    this.turn++;
  }

  /**
   * The light of the pixel at a place within the cell, delivered pixels: what the plan's labels around it copy, one fading into the
   * next over one of the plan's pixels, each with the light that joins it. @returns false where there is nothing to copy.
   */
  make(i: number, j: number, out: Float64Array): boolean {
    const { plan, map } = this.job;
    const { labels, light } = plan;
    const { near, weights, place, copy } = this;
    const count = this.around((i / map.output[0]) * plan.width - 0.5, (j / map.output[1]) * plan.height - 0.5);
    if (count === 0) return false;
    let [red, green, blue, total] = [0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      if (weights[k]! <= 0) continue;
      const s = labels[near[k]!]!;
      // Pixels of one label are copied once, with their light between them.
      let weight = 0;
      let [r, g, b] = [0, 0, 0];
      for (let m = k; m < count; m++) {
        const from = near[m]!;
        if (labels[from] !== s) continue;
        const w = weights[m]!;
        weight += w;
        r += w * light[3 * from]!;
        g += w * light[3 * from + 1]!;
        b += w * light[3 * from + 2]!;
        weights[m] = 0;
      }
      const cell = this.cellOf(s);
      cell.read(i, j, place);
      if (!(place[2]! > 0)) continue;
      const sx = Math.max(0, Math.min(map.size[0], place[0]!));
      const sy = Math.max(0, Math.min(map.size[1], place[1]!));
      this.read(sx, sy, cell.shrinkX, cell.shrinkY, copy);
      red += weight * copy[0]! + r;
      green += weight * copy[1]! + g;
      blue += weight * copy[2]! + b;
      total += weight;
    }
    if (total <= 0) return false;
    out[0] = Math.max(0, red / total);
    out[1] = Math.max(0, green / total);
    out[2] = Math.max(0, blue / total);
    return true;
  }

  private cellOf(s: number): RecordedCell {
    const cell = (this.cells[s] ??= new RecordedCell(this.copiedFrom(s)));
    if (this.moved[s] !== this.turn) {
      cell.move(this.x, this.y);
      this.moved[s] = this.turn;
    }
    return cell;
  }

  /** Where what a shift copies was recorded. */
  private copiedFrom(s: number): RecordedAt {
    const { plan, map, view } = this.job;
    const shift = plan.shifts[s]!;
    const to = new Float64Array(6);
    const [perX, perY] = [plan.width / map.output[0], plan.height / map.output[1]];
    return (i, j, out) => {
      if (!carried(view, shift, i * perX, j * perY, to)) {
        out[2] = -1;
        return;
      }
      map.toRecorded(
        map.frame[0] + (to[0]! * map.frame[2]) / plan.width,
        map.frame[1] + (to[1]! * map.frame[3]) / plan.height,
        out,
      );
    };
  }

  /** The labelled pixels around a place of the plan and their weights, bilinear; the nearest one where none of the four has a label. */
  private around(u: number, v: number): number {
    const { width, height, labels } = this.job.plan;
    const { near, weights } = this;
    const x0 = Math.floor(u);
    const y0 = Math.floor(v);
    let n = 0;
    for (let k = 0; k < 4; k++) {
      const x = x0 + (k & 1);
      const y = y0 + (k >> 1);
      if (x < 0 || y < 0 || x >= width || y >= height || labels[y * width + x]! < 0) continue;
      near[n] = y * width + x;
      weights[n++] = (k & 1 ? u - x0 : 1 - u + x0) * (k >> 1 ? v - y0 : 1 - v + y0) + 1e-9;
    }
    if (n > 0) return n;
    let least = Infinity;
    for (let dy = -3; dy <= 3; dy++)
      for (let dx = -3; dx <= 3; dx++) {
        const x = Math.round(u) + dx;
        const y = Math.round(v) + dy;
        if (x < 0 || y < 0 || x >= width || y >= height || labels[y * width + x]! < 0) continue;
        const far = (x - u) ** 2 + (y - v) ** 2;
        if (far >= least) continue;
        least = far;
        near[0] = y * width + x;
      }
    weights[0] = 1;
    return least < Infinity ? 1 : 0;
  }
}
