import { type Rect, clamp } from "../../geometry";

/** A lattice of square cells over a rectangle of the plane, pixels. */
export interface Lattice {
  readonly x: number;
  readonly y: number;
  /** Side of a cell. */
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** From one of a field's numbers to the next to the right and the next below, in pairs: the shorter way runs fastest. */
  readonly right: number;
  readonly down: number;
}

/** The lattice that covers a rectangle with so many cells along its longer side. */
export function latticeOver([x, y, w, h]: Rect, along: number): Lattice {
  const cell = Math.max(w, h) / along;
  const columns = Math.max(1, Math.ceil(w / cell - 1e-9));
  const rows = Math.max(1, Math.ceil(h / cell - 1e-9));
  const isWide = columns > rows;
  return { x, y, cell, columns, rows, right: isWide ? rows + 3 : 1, down: isWide ? 1 : columns + 3 };
}

/** How far apart two numbers of one cell may be, counted in x and y in turn. */
export const reachOf = ({ right, down }: Lattice): number => 2 * 3 * (right + down) + 1;

/** Weights of the four nearest of a uniform cubic B-spline's numbers at t = 0…1 within a cell (de Boor, "A Practical Guide to Splines"). */
export function weightsAt(t: number, out: Float64Array): void {
  const u = 1 - t;
  out[0] = (u * u * u) / 6;
  out[1] = (4 - 6 * t * t + 3 * t * t * t) / 6;
  out[2] = (4 - 6 * u * u + 3 * u * u * u) / 6;
  out[3] = (t * t * t) / 6;
}

/** Their derivatives by t. */
export function slopesAt(t: number, out: Float64Array): void {
  const u = 1 - t;
  out[0] = -(u * u) / 2;
  out[1] = (3 * t * t - 4 * t) / 2;
  out[2] = (4 * u - 3 * u * u) / 2;
  out[3] = (t * t) / 2;
}

/** Their second derivatives. */
export function bendsAt(t: number, out: Float64Array): void {
  out[0] = 1 - t;
  out[1] = 3 * t - 2;
  out[2] = 1 - 3 * t;
  out[3] = t;
}

/** How many numbers a lattice's field has, x and y for each. */
export const numbersOf = ({ columns, rows }: Lattice): number => 2 * (columns + 3) * (rows + 3);

/** Where in its cell a place lies; beyond the lattice it is its border's. */
export interface Spot {
  /** Number of the first of the sixteen that count, counted in pairs. */
  first: number;
  tx: number;
  ty: number;
}

export function spotOf({ x, y, cell, columns, rows, right, down }: Lattice, px: number, py: number, out: Spot): void {
  const u = clamp((px - x) / cell, 0, columns);
  const v = clamp((py - y) / cell, 0, rows);
  const i = Math.min(columns - 1, Math.floor(u));
  const j = Math.min(rows - 1, Math.floor(v));
  out.first = j * down + i * right;
  out.tx = u - i;
  out.ty = v - j;
}

/**
 * Visits a cell's sixteen numbers as they rise.
 *
 * @param first of them, in pairs. @param visit is told a number's place in turn, its number, and which of four it is across and down.
 */
export function eachNumber(
  { right, down }: Lattice,
  first: number,
  visit: (n: number, at: number, across: number, below: number) => void,
): void {
  const [fast, slow] = [Math.min(right, down), Math.max(right, down)];
  for (let n = 0; n < 16; n++) {
    const [near, far] = [n & 3, n >> 2];
    visit(n, first + near * fast + far * slow, fast === right ? near : far, fast === right ? far : near);
  }
}

/** A smooth displacement over the plane: a tensor product of uniform cubic B-splines, so twice differentiable. */
export class SplineField {
  private readonly spot: Spot = { first: 0, tx: 0, ty: 0 };
  private readonly wx = new Float64Array(4);
  private readonly wy = new Float64Array(4);
  private readonly sx = new Float64Array(4);
  private readonly sy = new Float64Array(4);

  /** @param numbers x and y in turn, row by row. */
  constructor(
    readonly lattice: Lattice,
    readonly numbers: Float64Array,
  ) {}

  /** Writes how far a place moves to `out`: x, y, and then ∂x/∂x, ∂x/∂y, ∂y/∂x, ∂y/∂y. Beyond the lattice it moves as its border does. */
  at(px: number, py: number, out: Float64Array): void {
    const { spot, wx, wy, sx, sy, numbers, lattice } = this;
    spotOf(lattice, px, py, spot);
    weightsAt(spot.tx, wx);
    weightsAt(spot.ty, wy);
    slopesAt(spot.tx, sx);
    slopesAt(spot.ty, sy);
    const { right, down } = lattice;
    // One by one: taking them apart from arrays cost more than all the sums.
    const a = wx[0]!;
    const b = wx[1]!;
    const c = wx[2]!;
    const d = wx[3]!;
    const sa = sx[0]!;
    const sb = sx[1]!;
    const sc = sx[2]!;
    const sd = sx[3]!;
    let x = 0;
    let y = 0;
    let xx = 0;
    let xy = 0;
    let yx = 0;
    let yy = 0;
    for (let j = 0; j < 4; j++) {
      const at = 2 * (spot.first + j * down);
      const next = at + 2 * right;
      const third = at + 4 * right;
      const last = at + 6 * right;
      const x0 = numbers[at]!;
      const x1 = numbers[next]!;
      const x2 = numbers[third]!;
      const x3 = numbers[last]!;
      const y0 = numbers[at + 1]!;
      const y1 = numbers[next + 1]!;
      const y2 = numbers[third + 1]!;
      const y3 = numbers[last + 1]!;
      const rowX = a * x0 + b * x1 + c * x2 + d * x3;
      const rowY = a * y0 + b * y1 + c * y2 + d * y3;
      const w = wy[j]!;
      const s = sy[j]!;
      x += w * rowX;
      y += w * rowY;
      xy += s * rowX;
      yy += s * rowY;
      xx += w * (sa * x0 + sb * x1 + sc * x2 + sd * x3);
      yx += w * (sa * y0 + sb * y1 + sc * y2 + sd * y3);
    }
    out[0] = x;
    out[1] = y;
    out[2] = xx / lattice.cell;
    out[3] = xy / lattice.cell;
    out[4] = yx / lattice.cell;
    out[5] = yy / lattice.cell;
  }
}
