import {
  EDGE_STEEPNESS,
  ALPHA,
  ALPHA_FULL,
  ALPHA_SUMS,
  BORDER,
  CALM,
  CHANNELS,
  FLAGS,
  GREY,
  HEIGHT,
  OUT,
  OUT_STRIDE,
  RELIGHT,
  SHRINK_X,
  SHRINK_Y,
  SOURCE_ALPHA,
  SOURCE_H,
  SOURCE_W,
  SUMS,
  SUM_PLANE,
  SUM_ROW,
  WIDTH,
} from "../core/render/engine/record";
import { rowStart, rowStep } from "./row-places";
import { calmRow } from "./calm";
import { relightRow } from "./relight";


/** How far each pixel of a row is covered by the photo, 0…1, into `covers` (f32). */
// @ts-ignore: decorator
@inline
export function coverRow(cell: usize, j: i32, w: i32, h: i32, covers: usize): void {
  const v = <f64>j / <f64>h;
  let x = rowStart(cell, 0, v);
  let y = rowStart(cell, 1, v);
  const dx = rowStep(cell, 0, v, w);
  const dy = rowStep(cell, 1, v, w);
  const width = load<f64>(cell + SOURCE_W);
  const height = load<f64>(cell + SOURCE_H);
  const sx = max<f64>(load<f64>(cell + SHRINK_X), 1e-6);
  const sy = max<f64>(load<f64>(cell + SHRINK_Y), 1e-6);
  for (let i = 0; i < w; i++, x += dx, y += dy) {
    const insetX = min<f64>(x, width - x) / sx;
    const insetY = min<f64>(y, height - y) / sy;
    const cover = 0.5 + EDGE_STEEPNESS * min<f64>(insetX, insetY);
    store<f32>(covers + <usize>i * 4, <f32>min<f64>(1, max<f64>(0, cover)));
  }
}

/** At this size a float has no bits left behind the point: what is added to it is rounded into its lowest bits. */
const ROUNDER: f32 = 8388608;

/** Four values as whole numbers, clamped between 0 and the highest, whose bits are `mask`. Pseudo-minima cost one step. */
// @ts-ignore: decorator
@inline
function whole(at: usize, most: v128, mask: v128): v128 {
  const clamped = f32x4.pmax(f32x4.splat(0), f32x4.pmin(v128.load(at), most));
  return v128.and(f32x4.add(clamped, f32x4.splat(ROUNDER)), mask);
}

/** Four pixels, whole numbers up to 255, side by side. @param parcel where they lie on their way if fewer than four go out. */
// @ts-ignore: decorator
@inline
function put8(
  out: usize,
  r: v128,
  g: v128,
  b: v128,
  a: v128,
  colours: i32,
  flags: i32,
  parcel: usize,
  bytes: usize,
): void {
  let packed: v128;
  if (colours == 3) {
    packed = v128.or(v128.or(r, i32x4.shl(g, 8)), i32x4.shl(b, 16));
    if (flags & ALPHA) packed = v128.or(packed, i32x4.shl(a, 24));
    else packed = v128.swizzle(packed, i8x16(0, 1, 2, 4, 5, 6, 8, 9, 10, 12, 13, 14, -1, -1, -1, -1));
  } else if (flags & ALPHA) {
    packed = v128.or(r, i32x4.shl(a, 8));
    packed = v128.swizzle(packed, i8x16(0, 1, 4, 5, 8, 9, 12, 13, -1, -1, -1, -1, -1, -1, -1, -1));
  } else packed = v128.swizzle(r, i8x16(0, 4, 8, 12, -1, -1, -1, -1, -1, -1, -1, -1, -1, -1, -1, -1));
  if (bytes == 12) {
    v128.store64_lane(out, packed, 0);
    v128.store32_lane(out + 8, packed, 2);
  } else if (bytes == 16) v128.store(out, packed);
  else {
    v128.store(parcel, packed);
    memory.copy(out, parcel, bytes);
  }
}

/** The same, up to 65535. */
// @ts-ignore: decorator
@inline
function put16(
  out: usize,
  r: v128,
  g: v128,
  b: v128,
  a: v128,
  colours: i32,
  flags: i32,
  parcel: usize,
  bytes: usize,
): void {
  if (colours == 3) {
    const rg = v128.or(r, i32x4.shl(g, 16));
    const ba = flags & ALPHA ? v128.or(b, i32x4.shl(a, 16)) : b;
    // Two pixels of four samples each.
    let lower = v128.shuffle<i32>(rg, ba, 0, 4, 1, 5);
    let upper = v128.shuffle<i32>(rg, ba, 2, 6, 3, 7);
    if (!(flags & ALPHA)) {
      lower = v128.swizzle(lower, i8x16(0, 1, 2, 3, 4, 5, 8, 9, 10, 11, 12, 13, -1, -1, -1, -1));
      upper = v128.swizzle(upper, i8x16(0, 1, 2, 3, 4, 5, 8, 9, 10, 11, 12, 13, -1, -1, -1, -1));
      v128.store(parcel, lower);
      v128.store(parcel + 12, upper);
    } else {
      v128.store(parcel, lower);
      v128.store(parcel + 16, upper);
    }
  } else if (flags & ALPHA) v128.store(parcel, v128.or(r, i32x4.shl(a, 16)));
  else v128.store(parcel, v128.swizzle(r, i8x16(0, 1, 4, 5, 8, 9, 12, 13, -1, -1, -1, -1, -1, -1, -1, -1)));
  memory.copy(out, parcel, bytes);
}

/** Sums become samples: light put right, colour calmed, the border blended, rounded, and laid side by side. */
// @ts-ignore: decorator
@inline
function finish<T>(cell: usize): void {
  const w = load<i32>(cell + WIDTH);
  const h = load<i32>(cell + HEIGHT);
  const flags = load<i32>(cell + FLAGS);
  const channels = load<i32>(cell + CHANNELS);
  const full: f32 = sizeof<T>() == 1 ? 255 : 65535;
  const most = f32x4.splat(full);
  const mask = i32x4.splat(<i32>full);
  const red = cell + SUMS;
  const plane = <usize>SUM_PLANE * 4;
  // One row of cover, and four pixels on their way out.
  const covers = red + 3 * plane;
  const parcel = covers + 64;
  const colours = flags & GREY ? 1 : 3;
  const perAlpha = <f32>(<f64>full / load<f64>(cell + ALPHA_FULL));
  for (let j = 0; j < h; j++) {
    const at = red + <usize>(j * SUM_ROW) * 4;
    let out = <usize>load<i32>(cell + OUT) + <usize>j * <usize>load<i32>(cell + OUT_STRIDE);
    if (flags & RELIGHT) for (let c = 0; c < colours; c++) relightRow(cell, j, w, h, at + <usize>c * plane, full, 1);
    if (flags & CALM) calmRow<T>(cell, j, w, h, at, full);
    if (flags & BORDER) coverRow(cell, j, w, h, covers);
    for (let i = 0; i < w; i += 4) {
      const p = at + <usize>i * 4;
      let r = whole(p, most, mask);
      let g = r;
      let b = r;
      if (colours == 3) {
        g = whole(p + plane, most, mask);
        b = whole(p + 2 * plane, most, mask);
      }
      let level = most;
      if (flags & SOURCE_ALPHA) {
        const sums = v128.load(cell + ALPHA_SUMS + <usize>(j * SUM_ROW + i) * 4);
        level = f32x4.pmax(f32x4.splat(0), f32x4.pmin(f32x4.mul(sums, f32x4.splat(perAlpha)), most));
      }
      if (flags & BORDER) {
        const cover = v128.load(covers + <usize>i * 4);
        const seen = f32x4.gt(cover, f32x4.splat(0));
        r = v128.and(r, seen);
        g = v128.and(g, seen);
        b = v128.and(b, seen);
        level = f32x4.mul(cover, level);
      }
      const a = i32x4.trunc_sat_f32x4_s(f32x4.add(level, f32x4.splat(0.5)));
      const n = min(4, w - i);
      const bytes = <usize>(n * channels) * sizeof<T>();
      if (sizeof<T>() == 1) put8(out, r, g, b, a, colours, flags, parcel, bytes);
      else put16(out, r, g, b, a, colours, flags, parcel, bytes);
      out += bytes;
    }
  }
}

export function finish8(cell: usize): void {
  finish<u8>(cell);
}

export function finish16(cell: usize): void {
  finish<u16>(cell);
}
