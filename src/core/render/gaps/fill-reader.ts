import { colourCount, peak, type Raster } from "../../course";
import { carried } from "../../edges";
import type { CompiledMap } from "../map/compile";
import { pixelWriter } from "../pixels/resample";
import type { EdgeJob, PlacedPlan } from "./edge-job";
import { toLight } from "../../course";
import type { Below } from "./below";
import { RecordedCell, type RecordedAt, SPAN } from "./recorded-cell";

/** Where what one shift copies to a cell comes from. */
interface Copied {
  readonly cell: RecordedCell;
  /** Whether it may come from what was made before. */
  made: boolean;
  turn: number;
}

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

/**
 * Makes the light of pixels that a plan says how to copy: cell by cell, with places interpolated, or place by place. Copies
 * come from the photo, or, where something else was made before, from that.
 */
export class FillReader {
  private readonly cells: (Copied | undefined)[] = [];
  private turn = 0;
  private x = 0;
  private y = 0;
  private exact = false;
  private shrinkX = 1;
  private shrinkY = 1;
  private readonly near = new Int32Array(4);
  private readonly weights = new Float64Array(4);
  private readonly place = new Float64Array(3);
  private readonly to = new Float64Array(6);
  private readonly copy = new Float64Array(3);
  private readonly scaleX: number;
  private readonly scaleY: number;

  /** @param read the photo's light. @param below what was made before; null: only the photo. */
  constructor(
    private readonly map: CompiledMap,
    private readonly placed: PlacedPlan,
    private readonly read: ReadLight,
    private readonly below: Below | null,
  ) {
    this.scaleX = map.frame[2] / map.output[0];
    this.scaleY = map.frame[3] / map.output[1];
  }

  /** Goes on to another cell; see RecordedCell. */
  move(x: number, y: number): void {
    this.exact = false;
    this.x = x;
    this.y = y;
    this.turn++;
  }

  /** Goes on place by place. @param shrinkX, shrinkY recorded pixels to one that is made. */
  still(shrinkX: number, shrinkY: number): void {
    this.exact = true;
    this.shrinkX = shrinkX;
    this.shrinkY = shrinkY;
  }

  /** Whether the plan itself has something for a place of the plane, and not only beside it. */
  hasAt(x: number, y: number): boolean {
    const { plan, at } = this.placed;
    const u = Math.floor(((x - at[0]) * plan.width) / at[2]);
    const v = Math.floor(((y - at[1]) * plan.height) / at[3]);
    return u >= 0 && v >= 0 && u < plan.width && v < plan.height && plan.labels[v * plan.width + u]! >= 0;
  }

  has(i: number, j: number): boolean {
    return this.hasAt(this.map.frame[0] + i * this.scaleX, this.map.frame[1] + j * this.scaleY);
  }

  /** As make, at a place of the plane. */
  makeAt(x: number, y: number, out: Float64Array): boolean {
    return this.make((x - this.map.frame[0]) / this.scaleX, (y - this.map.frame[1]) / this.scaleY, out);
  }

  /**
   * The light of the pixel at a place within the cell, delivered pixels: what the plan's labels around it copy, one fading into the
   * next over one of the plan's pixels, each with the light that joins it. @returns false where there is nothing to copy.
   */
  make(i: number, j: number, out: Float64Array): boolean {
    const { map, below } = this;
    const { plan, at } = this.placed;
    const { labels, light } = plan;
    const { near, weights, place, copy } = this;
    const px = map.frame[0] + i * this.scaleX;
    const py = map.frame[1] + j * this.scaleY;
    const count = this.around(((px - at[0]) * plan.width) / at[2] - 0.5, ((py - at[1]) * plan.height) / at[3] - 0.5);
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
      const { cell, made } = this.cellOf(s);
      if (made && below) {
        if (!this.carry(s, px, py) || !below.at(this.to[0]!, this.to[1]!, cell.shrinkX, cell.shrinkY, copy)) continue;
      } else {
        cell.read(i, j, place);
        if (!(place[2]! > 0)) continue;
        const sx = Math.max(0, Math.min(map.size[0], place[0]!));
        const sy = Math.max(0, Math.min(map.size[1], place[1]!));
        this.read(sx, sy, cell.shrinkX, cell.shrinkY, copy);
      }
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

  private cellOf(s: number): Copied {
    const copied = (this.cells[s] ??= { cell: new RecordedCell(this.copiedFrom(s)), made: false, turn: -1 });
    if (this.exact) {
      copied.cell.still(this.shrinkX, this.shrinkY);
      copied.made = this.below !== null;
      copied.turn = -1;
    } else if (copied.turn !== this.turn) {
      copied.cell.move(this.x, this.y);
      copied.made = this.below !== null && this.fromMade(s);
      copied.turn = this.turn;
    }
    return copied;
  }

  /** Whether what a shift copies to the cell may come from what was made before. */
  private fromMade(s: number): boolean {
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    const { map, to } = this;
    for (let k = 0; k < 4; k++) {
      const i = this.x + (k & 1) * SPAN;
      const j = this.y + (k >> 1) * SPAN;
      if (!this.carry(s, map.frame[0] + i * this.scaleX, map.frame[1] + j * this.scaleY)) return true;
      x0 = Math.min(x0, to[0]!);
      y0 = Math.min(y0, to[1]!);
      x1 = Math.max(x1, to[0]!);
      y1 = Math.max(y1, to[1]!);
    }
    const by = 2 * this.scaleX;
    return this.below!.touches(x0 - by, y0 - by, x1 + by, y1 + by);
  }

  /** Leaves in `to` where on the plane a shift copies from to a place of it; false where from nowhere. */
  private carry(s: number, x: number, y: number): boolean {
    const { plan, at, view } = this.placed;
    const { to } = this;
    const perX = plan.width / at[2];
    const perY = plan.height / at[3];
    if (!carried(view, plan.shifts[s]!, (x - at[0]) * perX, (y - at[1]) * perY, to)) return false;
    to[0] = at[0] + to[0]! / perX;
    to[1] = at[1] + to[1]! / perY;
    return true;
  }

  /** Where what a shift copies was recorded. */
  private copiedFrom(s: number): RecordedAt {
    const { map, to } = this;
    return (i, j, out) => {
      if (this.carry(s, map.frame[0] + i * this.scaleX, map.frame[1] + j * this.scaleY))
        map.toRecorded(to[0]!, to[1]!, out);
      else out[2] = -1;
    };
  }

  /** The labelled pixels around a place of the plan and their weights, bilinear; the nearest one where none of the four has a label. */
  private around(u: number, v: number): number {
    const { width, height, labels } = this.placed.plan;
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
