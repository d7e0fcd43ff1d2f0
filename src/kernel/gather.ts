import { CORNERS, HEIGHT, MOST_X, MOST_Y, ORIGIN, STEP_X, STEP_Y, SUM_PLANE, SUM_ROW, WIDTH } from "../core/render/engine/record";
import { anyRows, rows, whole } from "./weigh";

/** Positions in fixed point: this many bits behind the point, of which the first nine choose the weights. */
const BITS: i64 = 20;
const PHASE_SHIFT: i64 = 11;
const ONE: f64 = 1048576.0;
const HALF_PHASE: f64 = 1024.0;
/** How far outside the picture a position may lie: as far as the widest kernel still shows; beyond it is clamped. */
const LEAST: i64 = -50 << 20;

// @ts-ignore: decorator
@inline
function fixed(position: f64): i64 {
  return <i64>floor<f64>((position - 0.5) * ONE + HALF_PHASE);
}

/**
 * Tables and counts come as arguments: read from the record here they make the loops half as slow again.
 *
 * @typeParam R how many rows, see weigh.ts. @typeParam P u8: one plane, u32: three at once.
 */
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
  // What is the same for all pixels of a row goes through memory: V8's compiler would work it out anew for each pixel,
  // as close to its use as it can.
  store<usize>(cell + ORIGIN, plane - <usize>(ny / 2 - 1) * rowBytes - <usize>(nx / 2 - 1) * sizeof<T>());
  const weightBytesX: usize = sizeof<R>() > 1 ? 32 : <usize>blocks * 32;
  const weightBytesY: usize =
    sizeof<R>() == 2 ? 8 : sizeof<R>() == 4 ? 12 : sizeof<R>() == 8 ? 16 : <usize>ny * 2;
  const perWidth = ONE / <f64>w;
  const perHeight = 1 / <f64>h;

  for (let j = 0; j < h; j++) {
    const v = <f64>j * perHeight;
    const left = x00 + (x01 - x00) * v;
    const top = y00 + (y01 - y00) * v;
    let px = fixed(left);
    let py = fixed(top);
    store<i64>(cell + STEP_X, <i64>nearest<f64>((x10 + (x11 - x10) * v - left) * perWidth));
    store<i64>(cell + STEP_Y, <i64>nearest<f64>((y10 + (y11 - y10) * v - top) * perWidth));
    let to = sums + <usize>(j * SUM_ROW) * 4;
    const end = to + <usize>w * 4;
    for (; to < end; px += load<i64>(cell + STEP_X), py += load<i64>(cell + STEP_Y), to += 4) {
      let qx = px;
      let qy = py;
      if (sizeof<R>() == 1) {
        qx = qx < LEAST ? LEAST : qx > mostX ? mostX : qx;
        qy = qy < LEAST ? LEAST : qy > mostY ? mostY : qy;
      }
      const wx = tableX + <usize>((qx >> PHASE_SHIFT) & 511) * weightBytesX;
      const wy = tableY + <usize>((qy >> PHASE_SHIFT) & 511) * weightBytesY;
      const at = load<usize>(cell + ORIGIN) + <usize>(qy >> BITS) * rowBytes + <usize>(qx >> BITS) * sizeof<T>();
      if (sizeof<R>() > 1) {
        store<f32>(to, whole<T>(rows<T, R>(at, rowBytes, wx, wy)));
        if (sizeof<P>() == 4) {
          store<f32>(to, whole<T>(rows<T, R>(at + planeBytes, rowBytes, wx, wy)), SUM_PLANE * 4);
          store<f32>(to, whole<T>(rows<T, R>(at + 2 * planeBytes, rowBytes, wx, wy)), SUM_PLANE * 8);
        }
      } else {
        store<f32>(to, whole<T>(anyRows<T>(at, rowBytes, wx, blocks, wy, ny)));
        if (sizeof<P>() == 4) {
          store<f32>(to, whole<T>(anyRows<T>(at + planeBytes, rowBytes, wx, blocks, wy, ny)), SUM_PLANE * 4);
          store<f32>(to, whole<T>(anyRows<T>(at + 2 * planeBytes, rowBytes, wx, blocks, wy, ny)), SUM_PLANE * 8);
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
  if (isFloat<T>()) gather<T, u8, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (border || blocks > 1 || ny > 8)
    gather<T, u8, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (ny == 4 && nx == 4) gather<T, i16, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (ny == 4) gather<T, u16, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else if (ny == 6) gather<T, u32, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
  else gather<T, u64, P>(cell, corners, plane, step, stride, tableX, blocks, nx, tableY, ny, sums);
}

/**
 * The weighted sums of one plane for all pixels of a cell.
 *
 * @param cell the cell's record. @param corners eight f64 as in the record, for this plane.
 * @param plane address of the plane's first pixel. @param stride samples per row.
 * @param tableX 512 rows of 8 · blocks weights (f32, 1/2^14 is one). @param nx number of weights that count, even.
 * @param tableY 512 rows of ny weights (i16, 2^14 is one); ny is even and at least 4.
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

export function gather32(
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
  choose<f32, u8>(cell, corners, plane, 0, stride, tableX, blocks, nx, tableY, ny, sums, border);
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

export function gatherAll32(
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
  choose<f32, u32>(cell, cell, plane, planeBytes, stride, tableX, blocks, nx, tableY, ny, sums, border);
}
