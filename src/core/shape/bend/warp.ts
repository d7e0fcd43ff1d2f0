import { type Rect, type Vec2, distance2 } from "../../geometry";
import { type FacePatch, boxAround } from "./face-patch";
import { type Edge, sharedEdges } from "./shared-edges";
import { inQuad } from "./quad";
import type { SplineField } from "./spline-field";

/** Between faces and what is around them what is left is taken up over so many cells. */
const TAKEN_UP = 1.5;
/** Less than this is nothing, pixels. */
const NOTHING = 1e-3;
/** How exactly a place is followed back, pixels, and in how many steps at most. */
const EXACT = 1e-5;
const ROUNDS = 40;

/** The edges of faces that no other face has. */
export function outerEdges(faces: readonly { readonly joints: readonly string[] }[]): Edge[] {
  const inner = new Set(sharedEdges(faces).flatMap(([a, b]) => [a.join(), b.join()]));
  return faces.flatMap((_, f) => [0, 1, 2, 3].map((side): Edge => [f, side])).filter((e) => !inner.has(e.join()));
}

/** A side of a face that no other face has, and what it is felt in: left, top, right, bottom. */
interface Rim {
  readonly patch: FacePatch;
  readonly side: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The whole of a shape: faces on their own planes, and a smooth field around them. */
export class BendWarp {
  private readonly rims: readonly Rim[];
  private readonly reach: number;
  private readonly out = new Float64Array(6);
  private readonly near = new Float64Array(6);
  private starts: Starts | null = null;

  constructor(
    readonly field: SplineField,
    readonly patches: readonly FacePatch[],
    outer: readonly Edge[],
  ) {
    this.reach = TAKEN_UP * field.lattice.cell;
    this.rims = outer
      .map(([f, side]): Rim => {
        const patch = patches[f]!;
        const [x, y, w, h] = boxAround(patch.alongSide(side));
        const { reach } = this;
        return { patch, side, left: x - reach, top: y - reach, right: x + w + reach, bottom: y + h + reach };
      })
      .filter((rim) => this.isParted(rim));
  }

  private isParted({ patch, side }: Rim): boolean {
    for (const [x, y] of patch.alongSide(side)) {
      this.field.at(x, y, this.near);
      patch.forward(x, y, this.out);
      if (Math.hypot(this.out[0]! - x - this.near[0]!, this.out[1]! - y - this.near[1]!) > NOTHING) return true;
    }
    return false;
  }

  /** Where a place goes; its first two numbers, and outside of faces the field's derivatives after them. */
  private around(x: number, y: number, out: Float64Array): void {
    this.field.at(x, y, out);
    out[0]! += x;
    out[1]! += y;
    if (this.rims.length === 0) return;
    let best = this.reach;
    let bx = 0;
    let by = 0;
    let rim: Rim | null = null;
    for (const r of this.rims) {
      if (x < r.left || x > r.right || y < r.top || y > r.bottom) continue;
      if (!r.patch.nextOn(r.side, x, y, this.near)) continue;
      const px = this.near[0]!;
      const py = this.near[1]!;
      const far = Math.sqrt((x - px) * (x - px) + (y - py) * (y - py));
      if (far >= best) continue;
      best = far;
      bx = px;
      by = py;
      rim = r;
    }
    if (!rim) return;
    this.field.at(bx, by, this.near);
    const [fx, fy] = [bx + this.near[0]!, by + this.near[1]!];
    rim.patch.forward(bx, by, this.near);
    const share = (1 - (best / this.reach) ** 2) ** 2;
    out[0]! += share * (this.near[0]! - fx);
    out[1]! += share * (this.near[1]! - fy);
  }

  forward([x, y]: Vec2): Vec2 {
    const patch = this.patches.find((p) => p.holds(x, y));
    if (patch) patch.forward(x, y, this.out);
    else this.around(x, y, this.out);
    return [this.out[0]!, this.out[1]!];
  }

  /** Where a place outside came from; the first two of `out`. */
  back(x: number, y: number, out: Float64Array): void {
    for (const patch of this.patches)
      if (inQuad(patch.to, x, y)) {
        patch.back(x, y, out);
        return;
      }
    this.starts ??= new Starts(this);
    const { out: at, starts } = this;
    let [px, py] = starts.at(x, y);
    this.follow(x, y, px, py, at);
    [px, py] = [at[0]!, at[1]!];
    out[0] = px;
    out[1] = py;
  }

  /** Newton's steps from a start to the place that goes to x, y, into the first two of `to`. */
  follow(x: number, y: number, px: number, py: number, to: Float64Array): void {
    const at = this.steps;
    let damped = 1;
    let last = Infinity;
    // Beside faces the field's derivative is not all of it: what the steps taken so far tell is added (Broyden (1965), "A class of
    // methods for solving nonlinear simultaneous equations").
    let [ca, cb, cc, cd] = [0, 0, 0, 0];
    let [sx, sy, fx, fy] = [0, 0, 0, 0];
    for (let n = 0; n < ROUNDS; n++) {
      this.around(px, py, at);
      const ex = x - at[0]!;
      const ey = y - at[1]!;
      const error = Math.abs(ex) + Math.abs(ey);
      if (error < EXACT) break;
      if (error > 0.9 * last) damped = Math.max(0.25, damped / 2);
      last = error;
      let a = 1 + at[2]! + ca;
      let b = at[3]! + cb;
      let c = at[4]! + cc;
      let d = 1 + at[5]! + cd;
      const step = sx * sx + sy * sy;
      if (n > 0 && step > 0) {
        const mx = (at[0]! - fx - a * sx - b * sy) / step;
        const my = (at[1]! - fy - c * sx - d * sy) / step;
        ca += mx * sx;
        cb += mx * sy;
        cc += my * sx;
        cd += my * sy;
        a += mx * sx;
        b += mx * sy;
        c += my * sx;
        d += my * sy;
      }
      const det = a * d - b * c;
      fx = at[0]!;
      fy = at[1]!;
      sx = (damped * (d * ex - b * ey)) / det;
      sy = (damped * (a * ey - c * ex)) / det;
      px += sx;
      py += sy;
    }
    to[0] = px;
    to[1] = py;
  }

  private readonly steps = new Float64Array(6);
}

/** From where places are followed back: a coarse table of the way back. */
class Starts {
  private readonly box: Rect;
  private readonly columns: number;
  private readonly rows: number;
  private readonly by: Float64Array;

  constructor(warp: BendWarp) {
    const { x, y, cell, columns, rows } = warp.field.lattice;
    // Two cells around what is known, since it moves.
    this.box = [x - 2 * cell, y - 2 * cell, (columns + 4) * cell, (rows + 4) * cell];
    this.columns = 2 * (columns + 4);
    this.rows = 2 * (rows + 4);
    this.by = new Float64Array(2 * (this.columns + 1) * (this.rows + 1));
    const out = new Float64Array(2);
    for (let j = 0; j <= this.rows; j++)
      for (let i = 0; i <= this.columns; i++) {
        const at = 2 * (j * (this.columns + 1) + i);
        const [px, py] = [this.box[0] + (i * cell) / 2, this.box[1] + (j * cell) / 2];
        // The neighbour's way is nearly this one's.
        const from = i > 0 ? at - 2 : j > 0 ? at - 2 * (this.columns + 1) : -1;
        const [sx, sy] = from >= 0 ? [this.by[from]!, this.by[from + 1]!] : [0, 0];
        warp.follow(px, py, px + sx, py + sy, out);
        const far = distance2([out[0]!, out[1]!], [px, py]);
        const fine = Number.isFinite(far) && far < 8 * cell * columns;
        this.by[at] = fine ? out[0]! - px : sx;
        this.by[at + 1] = fine ? out[1]! - py : sy;
      }
  }

  at(x: number, y: number): Vec2 {
    const [bx, by, bw, bh] = this.box;
    const u = Math.max(0, Math.min(this.columns, ((x - bx) / bw) * this.columns));
    const v = Math.max(0, Math.min(this.rows, ((y - by) / bh) * this.rows));
    const [i, j] = [Math.min(this.columns - 1, Math.floor(u)), Math.min(this.rows - 1, Math.floor(v))];
    const [s, t] = [u - i, v - j];
    const at = 2 * (j * (this.columns + 1) + i);
    const below = at + 2 * (this.columns + 1);
    const mix = (c: number): number =>
      (1 - t) * ((1 - s) * this.by[at + c]! + s * this.by[at + 2 + c]!) +
      t * ((1 - s) * this.by[below + c]! + s * this.by[below + 2 + c]!);
    return [x + mix(0), y + mix(1)];
  }
}
