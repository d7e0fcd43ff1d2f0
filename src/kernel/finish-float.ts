import {
  ALPHA,
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
  SOURCE_ALPHA,
  SUMS,
  SUM_PLANE,
  SUM_ROW,
  WIDTH,
} from "../core/render/engine/record";
import { calmRow } from "./calm";
import { coverRow } from "./finish";
import { relightRow } from "./relight";

/** Sums become floats, 1 the brightest: as finish.ts makes whole numbers of them, but neither rounded nor, but for alpha, held. */
export function finish32(cell: usize): void {
  const w = load<i32>(cell + WIDTH);
  const h = load<i32>(cell + HEIGHT);
  const flags = load<i32>(cell + FLAGS);
  const channels = load<i32>(cell + CHANNELS);
  const plane = <usize>SUM_PLANE * 4;
  const covers = cell + SUMS + 3 * plane;
  const colours = flags & GREY ? 1 : 3;
  for (let j = 0; j < h; j++) {
    const at = cell + SUMS + <usize>(j * SUM_ROW) * 4;
    let out = <usize>load<i32>(cell + OUT) + <usize>j * <usize>load<i32>(cell + OUT_STRIDE);
    if (flags & RELIGHT)
      for (let c = 0; c < colours; c++) relightRow(cell, j, w, h, at + <usize>c * plane, 1, Infinity);
    if (flags & CALM) calmRow<f32>(cell, j, w, h, at, 1);
    if (flags & BORDER) coverRow(cell, j, w, h, covers);
    for (let i = 0; i < w; i++, out += <usize>channels * 4) {
      const p = <usize>i * 4;
      const cover = flags & BORDER ? load<f32>(covers + p) : 1;
      for (let c = 0; c < colours; c++)
        store<f32>(out + <usize>c * 4, cover > 0 ? load<f32>(at + <usize>c * plane + p) : 0);
      if (flags & ALPHA) {
        const alpha = flags & SOURCE_ALPHA ? load<f32>(cell + ALPHA_SUMS + <usize>(j * SUM_ROW) * 4 + p) : 1;
        store<f32>(out + <usize>colours * 4, cover * min<f32>(1, max<f32>(0, alpha)));
      }
    }
  }
}
