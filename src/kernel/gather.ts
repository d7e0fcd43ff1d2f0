import { CORNERS, HEIGHT, MOST_X, MOST_Y, SUM_PLANE, SUM_ROW, WIDTH } from "./cell";

/** Positions in fixed point: this many bits behind the point, of which the first nine choose the weights. */
const BITS: i64 = 20;
const PHASE_SHIFT: i64 = 11;
const ONE: f64 = 1048576.0;
const HALF_PHASE: f64 = 1024.0;
/** How far outside the picture a position may lie; beyond it is held there, where it no longer shows. */
const LEAST: i64 = -2 << 20;

// @ts-ignore: decorator
@inline
function fixed(position: f64): i64 {
  return <i64>floor<f64>((position - 0.5) * ONE + HALF_PHASE);
}

/** Eight samples of a row times eight weights: four partial sums. */
// @ts-ignore: decorator
@inline
function row8(at: usize, weights: v128): v128 {
  return f32x4.convert_i32x4_s(i32x4.dot_i16x8_s(v128.load_ext<u8>(at), weights));
}

// Sixteen-bit samples become signed by taking half the range off; since weights add up to one it is put back at the end.
// @ts-ignore: decorator
@inline
function row16(at: usize, weights: v128): v128 {
  return f32x4.convert_i32x4_s(i32x4.dot_i16x8_s(v128.xor(v128.load(at), i16x8.splat(-32768)), weights));
}

// @ts-ignore: decorator
@inline
function row<T>(at: usize, weights: v128): v128 {
  return sizeof<T>() == 1 ? row8(at, weights) : row16(at, weights);
}

/*
 * AssemblyScript has no constants among its type parameters, and loops made for one number of rows are twice as fast as
 * one loop for all; so the number is told by the size of a type: u8 any, u16 four, u32 six, u64 eight.
 */

/** Four partial sums of some rows of up to eight samples. @typeParam R how many rows, see above. */
// @ts-ignore: decorator
@inline
function rows<T, R>(at: usize, step: usize, k: v128, wy: usize): v128 {
  let a = f32x4.mul(row<T>(at, k), v128.load_splat<f32>(wy));
  let b = f32x4.mul(row<T>(at + step, k), v128.load_splat<f32>(wy + 4));
  a = f32x4.add(a, f32x4.mul(row<T>(at + 2 * step, k), v128.load_splat<f32>(wy + 8)));
  b = f32x4.add(b, f32x4.mul(row<T>(at + 3 * step, k), v128.load_splat<f32>(wy + 12)));
  if (sizeof<R>() > 2) {
    a = f32x4.add(a, f32x4.mul(row<T>(at + 4 * step, k), v128.load_splat<f32>(wy + 16)));
    b = f32x4.add(b, f32x4.mul(row<T>(at + 5 * step, k), v128.load_splat<f32>(wy + 20)));
  }
  if (sizeof<R>() > 4) {
    a = f32x4.add(a, f32x4.mul(row<T>(at + 6 * step, k), v128.load_splat<f32>(wy + 24)));
    b = f32x4.add(b, f32x4.mul(row<T>(at + 7 * step, k), v128.load_splat<f32>(wy + 28)));
  }
  return f32x4.add(a, b);
}

/** The same for any number of rows and of groups of eight samples. */
// @ts-ignore: decorator
@inline
function anyRows<T>(at: usize, step: usize, wx: usize, blocks: i32, wy: usize, ny: i32): v128 {
  let sum = f32x4.splat(0);
  for (let r = 0; r < ny; r++) {
    let part = row<T>(at, v128.load(wx));
    for (let b = 1; b < blocks; b++)
      part = f32x4.add(part, row<T>(at + <usize>(b * 8) * sizeof<T>(), v128.load(wx + <usize>(b * 16))));
    sum = f32x4.add(sum, f32x4.mul(part, v128.load_splat<f32>(wy)));
    at += step;
    wy += 4;
  }
  return sum;
}

// @ts-ignore: decorator
@inline
function added(v: v128): f32 {
  const halves = f32x4.add(v, v128.shuffle<i32>(v, v, 2, 3, 0, 1));
  return f32x4.extract_lane(halves, 0) + f32x4.extract_lane(halves, 1);
}

/** @typeParam R how many rows, see above. @typeParam P u8: one plane, u32: three at once. */
function gather<T, R, P>(
  cell: usize,
  corners: usize,
  plane: usize,
  planeBytes: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
): void {
  const w = load<i32>(cell + WIDTH);
  const h = load<i32>(cell + HEIGHT);
  const x00 = load<f64>(corners + CORNERS);
  const y00 = load<f64>(corners + CORNERS + 8);
  const x10 = load<f64>(corners + CORNERS + 16);
  const y10 = load<f64>(corners + CORNERS + 24);
  const x01 = load<f64>(corners + CORNERS + 32);
  const y01 = load<f64>(corners + CORNERS + 40);
  const x11 = load<f64>(corners + CORNERS + 48);
  const y11 = load<f64>(corners + CORNERS + 56);
  const mostX = load<i64>(cell + MOST_X);
  const mostY = load<i64>(cell + MOST_Y);
  const rowBytes = <usize>stride * sizeof<T>();
  const origin = plane - <usize>(ny / 2 - 1) * rowBytes - <usize>(nx / 2 - 1) * sizeof<T>();
  const weightBytesX: usize = sizeof<R>() > 1 ? 16 : <usize>blocks * 16;
  const weightBytesY: usize =
    sizeof<R>() == 2 ? 16 : sizeof<R>() == 4 ? 24 : sizeof<R>() == 8 ? 32 : <usize>ny * 4;
  const offset: f32 = sizeof<T>() == 1 ? 0.0 : 32768.0;

  for (let j = 0; j < h; j++) {
    const v = <f64>j / <f64>h;
    const left = x00 + (x01 - x00) * v;
    const top = y00 + (y01 - y00) * v;
    let px = fixed(left);
    let py = fixed(top);
    const dx = <i64>nearest<f64>(((x10 + (x11 - x10) * v - left) / <f64>w) * ONE);
    const dy = <i64>nearest<f64>(((y10 + (y11 - y10) * v - top) / <f64>w) * ONE);
    let to = sums + <usize>(j * SUM_ROW) * 4;
    const end = to + <usize>w * 4;
    for (; to < end; px += dx, py += dy, to += 4) {
      let qx = px;
      let qy = py;
      if (sizeof<R>() == 1) {
        qx = qx < LEAST ? LEAST : qx > mostX ? mostX : qx;
        qy = qy < LEAST ? LEAST : qy > mostY ? mostY : qy;
      }
      const wx = tableX + <usize>((qx >> PHASE_SHIFT) & 511) * weightBytesX;
      const wy = tableY + <usize>((qy >> PHASE_SHIFT) & 511) * weightBytesY;
      const at = origin + <usize>(qy >> BITS) * rowBytes + <usize>(qx >> BITS) * sizeof<T>();
      if (sizeof<R>() > 1) {
        const k = v128.load(wx);
        store<f32>(to, added(rows<T, R>(at, rowBytes, k, wy)) + offset);
        if (sizeof<P>() == 4) {
          store<f32>(to, added(rows<T, R>(at + planeBytes, rowBytes, k, wy)) + offset, SUM_PLANE * 4);
          store<f32>(to, added(rows<T, R>(at + 2 * planeBytes, rowBytes, k, wy)) + offset, SUM_PLANE * 8);
        }
      } else {
        store<f32>(to, added(anyRows<T>(at, rowBytes, wx, blocks, wy, ny)) + offset);
        if (sizeof<P>() == 4) {
          store<f32>(to, added(anyRows<T>(at + planeBytes, rowBytes, wx, blocks, wy, ny)) + offset, SUM_PLANE * 4);
          store<f32>(to, added(anyRows<T>(at + 2 * planeBytes, rowBytes, wx, blocks, wy, ny)) + offset, SUM_PLANE * 8);
        }
      }
    }
  }
}

/** Chooses the loop made for this many rows; only few cells are at the border, or shrink by more than a third. */
// @ts-ignore: decorator
@inline
function choose<T, P>(
  cell: usize,
  corners: usize,
  plane: usize,
  step: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
  border: i32,
): void {
  if (border || blocks > 1 || ny > 8)
    gather<T, u8, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (ny == 4) gather<T, u16, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (ny == 6) gather<T, u32, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else gather<T, u64, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
}

/**
 * The weighted sums of one plane for all pixels of a cell.
 *
 * @param cell the cell's record. @param corners eight f64 as in the record, for this plane.
 * @param plane address of the plane's first pixel. @param stride samples per row.
 * @param tableX 512 rows of 8 · blocks weights (i16, 2^14 is one). @param nx number of weights that count, even.
 * @param tableY 512 rows of ny weights (f32, 1/2^14 is one); ny is even and at least 4.
 */
export function gather8(
  cell: usize,
  corners: usize,
  plane: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
  border: i32,
): void {
  choose<u8, u8>(cell, corners, plane, 0, stride, tableX, blocks, nx, tableY, ny, sums, border);
}

export function gather16(
  cell: usize,
  corners: usize,
  plane: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
  border: i32,
): void {
  choose<u16, u8>(cell, corners, plane, 0, stride, tableX, blocks, nx, tableY, ny, sums, border);
}

/** The same for three planes at once, `planeBytes` apart, whose colours the lens did not part. */
export function gatherAll8(
  cell: usize,
  plane: usize,
  planeBytes: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
  border: i32,
): void {
  choose<u8, u32>(cell, cell, plane, planeBytes, stride, tableX, blocks, nx, tableY, ny, sums, border);
}

export function gatherAll16(
  cell: usize,
  plane: usize,
  planeBytes: usize,
  stride: i32,
  tableX: usize,
  blocks: i32,
  nx: i32,
  tableY: usize,
  ny: i32,
  sums: usize,
  border: i32,
): void {
  choose<u16, u32>(cell, cell, plane, planeBytes, stride, tableX, blocks, nx, tableY, ny, sums, border);
}
