import {
  ALPHA_FULL,
  ALPHA_PLANE,
  EDGE_FROM,
  EDGE_TO,
  FAINT,
  GREEN,
  GREEN_AMOUNT,
  PURPLE,
  SOURCE_H,
  SOURCE_W,
  STRIDE,
  SUM_PLANE,
  TAPS,
  TAP_COUNT,
} from "../core/render/engine/record";
import { rowStart, rowStep } from "./row-places";

/** A row of sums with the colour along hard edges calmed; see src/core/render/pixels/calm.ts, its reference. */
export function calmRow<T>(cell: usize, j: i32, w: i32, h: i32, at: usize, full: f32): void {
  const purple = load<f64>(cell + PURPLE);
  const green = load<f64>(cell + GREEN_AMOUNT);
  const plane = <usize>SUM_PLANE * 4;
  const v = <f64>j / <f64>h;
  let x = rowStart(cell, 0, v);
  let y = rowStart(cell, 1, v);
  const dx = rowStep(cell, 0, v, w);
  const dy = rowStep(cell, 1, v, w);
  for (let i = 0; i < w; i++, x += dx, y += dy) {
    const p = at + <usize>i * 4;
    const r = <f64>load<f32>(p);
    const g = <f64>load<f32>(p + plane);
    const b = <f64>load<f32>(p + 2 * plane);
    const excess = min<f64>(r, b) - g;
    const lead = g - max<f64>(r, b);
    if (!(excess > 0 && purple > 0) && !(lead > 0 && green > 0)) continue;
    const gate = edgeGate<T>(cell, x, y, full);
    if (gate <= 0) continue;
    if (excess > 0) {
      store<f32>(p, <f32>(r - excess * purple * gate));
      store<f32>(p + 2 * plane, <f32>(b - excess * purple * gate));
    } else store<f32>(p + plane, <f32>(g - lead * green * gate));
  }
}

/** How hard an edge of green lies about a place of the source, 0…1. */
function edgeGate<T>(cell: usize, x: f64, y: f64, full: f32): f64 {
  const width = load<f64>(cell + SOURCE_W);
  const height = load<f64>(cell + SOURCE_H);
  const plane = <usize>load<i32>(cell + GREEN);
  const alphas = <usize>load<i32>(cell + ALPHA_PLANE);
  const faint = FAINT * load<f64>(cell + ALPHA_FULL);
  const stride = load<i32>(cell + STRIDE);
  const taps = <usize>load<i32>(cell + TAPS);
  const count = load<i32>(cell + TAP_COUNT);
  let least: f64 = Infinity;
  let most: f64 = -Infinity;
  for (let t = 0; t < count; t++) {
    const px = min<f64>(width - 1, max<f64>(0, floor<f64>(x + load<f64>(taps + <usize>t * 16))));
    const py = min<f64>(height - 1, max<f64>(0, floor<f64>(y + load<f64>(taps + <usize>t * 16 + 8))));
    const at = <usize>(<i32>py * stride + <i32>px);
    let v: f64;
    if (alphas == 0) v = <f64>load<T>(plane + at * sizeof<T>());
    else {
      // Beside alpha there lies green multiplied by it.
      const alpha = isFloat<T>() ? <f64>load<f32>(alphas + at * 4) : <f64>load<u16>(alphas + at * 2);
      if (alpha < faint) continue;
      v = ((isFloat<T>() ? <f64>load<f32>(plane + at * 4) : <f64>load<u16>(plane + at * 2)) / alpha) * <f64>full;
    }
    least = min<f64>(least, v);
    most = max<f64>(most, v);
  }
  const from = load<f64>(cell + EDGE_FROM);
  const t = ((most - least) / <f64>full - from) / (load<f64>(cell + EDGE_TO) - from);
  if (t <= 0) return 0;
  return t >= 1 ? 1 : t * t * (3 - 2 * t);
}
