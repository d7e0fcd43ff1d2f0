import { DECODE, ENCODE, GAINS, ROOTS } from "../core/render/engine/record";

/** Steps of the two tables; the same in src/core/render/map/optics.ts. */
const STEPS: f32 = 8192;
/** Up to here sRGB's curve is straight. */
const TOE: f32 = 0.04045;

// @ts-ignore: decorator
@inline
function looked(table: usize, at: f32): f32 {
  const i = <i32>at;
  const first = load<f32>(table + <usize>i * 4);
  return first + (load<f32>(table + <usize>i * 4 + 4) - first) * (at - <f32>i);
}

function relitByTable(cell: usize, v: f32, gain: f32): f32 {
  if (v <= 0) return 0;
  const light = looked(<usize>load<i32>(cell + DECODE), min<f32>(v, 1) * STEPS) * gain;
  return light >= 1 ? 1 : looked(<usize>load<i32>(cell + ENCODE), sqrt<f32>(light) * STEPS);
}

/**
 * A row of sums whose light is multiplied by the cell's gain, clamped between 0 and `most` times `full`. Above sRGB's straight toe a
 * factor on light is a factor on (v + 0.055), its 2.4th root; the toe goes through tables.
 */
export function relightRow(cell: usize, j: i32, w: i32, h: i32, at: usize, full: f32, most: f32): void {
  const v = <f32>j / <f32>h;
  const g00 = load<f32>(cell + GAINS);
  const g10 = load<f32>(cell + GAINS + 4);
  const r00 = load<f32>(cell + ROOTS);
  const r10 = load<f32>(cell + ROOTS + 4);
  const gain = g00 + (load<f32>(cell + GAINS + 8) - g00) * v;
  const gainStep = (g10 + (load<f32>(cell + GAINS + 12) - g10) * v - gain) / <f32>w;
  const root = r00 + (load<f32>(cell + ROOTS + 8) - r00) * v;
  const rootStep = (r10 + (load<f32>(cell + ROOTS + 12) - r10) * v - root) / <f32>w;
  const ceiling = f32x4.splat(most);
  const foot = f32x4.splat(0.055);
  const toe = f32x4.splat(TOE);
  const steps = f32x4(0, 1, 2, 3);
  for (let i = 0; i < w; i += 4) {
    const p = at + <usize>i * 4;
    const value = f32x4.pmin(f32x4.mul(v128.load(p), f32x4.splat(1 / full)), ceiling);
    const factor = f32x4.add(
      f32x4.splat(root + rootStep * <f32>i),
      f32x4.mul(f32x4.splat(rootStep), steps),
    );
    const lit = f32x4.sub(f32x4.mul(f32x4.add(value, foot), factor), foot);
    v128.store(p, f32x4.mul(f32x4.pmin(lit, ceiling), f32x4.splat(full)));
    const low = v128.or(f32x4.le(value, toe), f32x4.le(lit, toe));
    if (v128.any_true(low))
      for (let n = 0; n < 4; n++) {
        const q = p + <usize>n * 4;
        const was = laneOf(value, n);
        if (was <= TOE || laneOf(lit, n) <= TOE)
          store<f32>(q, relitByTable(cell, was, gain + gainStep * <f32>(i + n)) * full);
      }
  }
}

// @ts-ignore: decorator
@inline
function laneOf(v: v128, n: i32): f32 {
  return n == 0
    ? f32x4.extract_lane(v, 0)
    : n == 1
      ? f32x4.extract_lane(v, 1)
      : n == 2
        ? f32x4.extract_lane(v, 2)
        : f32x4.extract_lane(v, 3);
}
