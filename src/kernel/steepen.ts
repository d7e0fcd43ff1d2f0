import {
  BLOCKS,
  BLOCKS_WIDE,
  BLOCK_BYTES,
  CHANNELS,
  DATA,
  FIRST_ROW,
  GAIN_X,
  GAIN_Y,
  HEIGHT,
  KERNEL_X,
  KERNEL_Y,
  LAST_ROW,
  LIGHT,
  NOTHING,
  OFF_X,
  OFF_Y,
  OVERSHOOT,
  PAD,
  QUIET,
  REACH_X,
  REACH_Y,
  STILL,
  WIDTH,
} from "../core/finish/sharpness/steepen-record";
import { addToAll } from "./add-to-all";

/** Side of a block; the same in src/core/finish/sharpness/steepen.ts, its reference. */
const BLOCK: i32 = 16;

/** What four pixels differ from their Gaussian surroundings along one way; `step` bytes to the next pixel. */
// @ts-ignore: decorator
@inline
function difference(at: usize, kernel: usize, reach: i32, step: usize, own: v128): v128 {
  let left = f32x4.mul(own, f32x4.sub(f32x4.splat(1), v128.load32_splat(kernel)));
  for (let i = 1; i <= reach; i++) {
    const far = <usize>i * step;
    const both = f32x4.add(v128.load(at - far), v128.load(at + far));
    left = f32x4.sub(left, f32x4.mul(v128.load32_splat(kernel + <usize>i * 4), both));
  }
  return left;
}

/** Four sums held between the darkest and the brightest along one way, or little beyond. */
// @ts-ignore: decorator
@inline
function held(at: usize, reach: i32, step: usize, own: v128, made: v128, overshoot: v128): v128 {
  let least = own;
  let most = own;
  for (let i = 1; i <= reach; i++) {
    const far = <usize>i * step;
    const before = v128.load(at - far);
    const after = v128.load(at + far);
    least = f32x4.pmin(least, f32x4.pmin(before, after));
    most = f32x4.pmax(most, f32x4.pmax(before, after));
  }
  const more = f32x4.mul(overshoot, f32x4.sub(most, least));
  return f32x4.pmax(f32x4.sub(least, more), f32x4.pmin(f32x4.add(most, more), made));
}

/** How far the furthest of eight neighbours differs: four beside it and four where the Gaussians end. */
// @ts-ignore: decorator
@inline
function furthest(at: usize, far: usize, row: usize, farRow: usize, own: v128): v128 {
  let most = f32x4.abs(f32x4.sub(own, v128.load(at - 4)));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at + 4))));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at - row))));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at + row))));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at - far))));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at + far))));
  most = f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at - farRow))));
  return f32x4.pmax(most, f32x4.abs(f32x4.sub(own, v128.load(at + farRow))));
}

/** One row of blocks; few at once, so that a machine that compiles what is called often soon has it compiled. */
// @ts-ignore: decorator
@inline
function steepen<T>(record: usize, j: i32): void {
  const data = <usize>load<i32>(record + DATA);
  const width = load<i32>(record + WIDTH);
  const height = load<i32>(record + HEIGHT);
  const channels = load<i32>(record + CHANNELS);
  const pad = load<i32>(record + PAD);
  const row = <usize>(width + 2 * pad + 4) * 4;
  const light = <usize>load<i32>(record + LIGHT) + <usize>pad * (row + 4);
  const blocks = <usize>load<i32>(record + BLOCKS);
  const wide = load<i32>(record + BLOCKS_WIDE);
  const offX = load<i32>(record + OFF_X);
  const offY = load<i32>(record + OFF_Y);
  const firstRow = load<i32>(record + FIRST_ROW);
  const lastRow = min(height, load<i32>(record + LAST_ROW));
  const quiet = v128.load32_splat(record + QUIET);
  const still = v128.load32_splat(record + STILL);
  const overshoot = v128.load32_splat(record + OVERSHOOT);
  const nothing = v128.load32_splat(record + NOTHING);
  const one = f32x4.splat(1);
  const hair = f32x4.splat(1e-7);
  const places = f32x4(0, 1, 2, 3);
  const top = offY + j * BLOCK;
    for (let i = 0; i < wide; i++) {
      const block = blocks + <usize>((j * wide + i) * BLOCK_BYTES);
      const kx = <usize>load<i32>(block + KERNEL_X);
      if (kx == 0) continue;
      const ky = <usize>load<i32>(block + KERNEL_Y);
      const rx = load<i32>(block + REACH_X);
      const ry = load<i32>(block + REACH_Y);
      const gainX = v128.load32_splat(block + GAIN_X);
      const gainY = v128.load32_splat(block + GAIN_Y);
      const left = offX + i * BLOCK;
      const right = min(width, left + BLOCK);
      const bottom = min(lastRow, top + BLOCK);
      for (let y = max(firstRow, top); y < bottom; y++) {
        for (let x = max(0, left); x < right; x += 4) {
          const at = light + <usize>y * row + <usize>x * 4;
          const own = v128.load(at);
          const far = furthest(at, <usize>rx * 4, row, <usize>ry * row, own);
          let acts = f32x4.ge(far, still);
          if (!v128.any_true(acts)) continue;
          const dx = difference(at, kx, rx, 4, own);
          const dy = difference(at, ky, ry, row, own);
          // As the edge runs: across it counts.
          const slopeX = f32x4.sub(v128.load(at + 4), v128.load(at - 4));
          const slopeY = f32x4.sub(v128.load(at + row), v128.load(at - row));
          const sx = f32x4.add(f32x4.mul(slopeX, slopeX), hair);
          const sy = f32x4.add(f32x4.mul(slopeY, slopeY), hair);
          const across = f32x4.div(sx, f32x4.add(sx, sy));
          const down = f32x4.sub(one, across);
          const partX = f32x4.mul(across, dx);
          const partY = f32x4.mul(down, dy);
          const raw = f32x4.add(partX, partY);
          const square = f32x4.mul(raw, raw);
          const fourth = f32x4.mul(square, square);
          const believed = f32x4.div(fourth, f32x4.add(fourth, quiet));
          let by = f32x4.mul(f32x4.add(f32x4.mul(partX, gainX), f32x4.mul(partY, gainY)), believed);
          acts = v128.and(acts, f32x4.ge(f32x4.abs(by), nothing));
          // A block's last four may reach over its end.
          if (right - x < 4) acts = v128.and(acts, f32x4.lt(places, f32x4.splat(<f32>(right - x))));
          if (!v128.any_true(acts)) continue;
          const level = f32x4.ge(across, f32x4.splat(0.5));
          const made = f32x4.add(own, by);
          let kept = made;
          if (v128.any_true(level)) kept = held(at, rx, 4, own, made, overshoot);
          if (!i32x4.all_true(level)) kept = v128.bitselect(kept, held(at, ry, row, own, made, overshoot), level);
          by = v128.and(f32x4.sub(kept, own), acts);
          addToAll<T>(data, channels, width, height, x, y, rx, ry, level, by);
        }
      }
    }
}

export function steepen8(record: usize, j: i32): void {
  steepen<u8>(record, j);
}

export function steepen16(record: usize, j: i32): void {
  steepen<u16>(record, j);
}

export function steepen32(record: usize, j: i32): void {
  steepen<f32>(record, j);
}
