/** Sources with an alpha channel: colours go into the sums multiplied by it, and are divided by its sum afterwards. */
import { ALPHA_FULL, ALPHA_SUMS, HEIGHT, SUM_ROW, WIDTH } from "./cell";

/** @param T type of the source's samples; the planes have 16 bits. @param full the highest value of such a sample. */
// @ts-ignore: decorator
@inline
function premultiply<T>(from: usize, count: i32, colours: i32, red: usize, green: usize, blue: usize, alpha: usize): void {
  const step = <usize>(colours + 1) * sizeof<T>();
  let at = from;
  for (let i: usize = 0; i < <usize>count * 2; i += 2, at += step) {
    const a = <u32>load<T>(at + <usize>colours * sizeof<T>());
    for (let c = 0; c < colours; c++) {
      const plane = c == 0 ? red : c == 1 ? green : blue;
      const product = <u64>load<T>(at + <usize>c * sizeof<T>()) * a;
      // Eight bits by eight are sixteen, exactly; of sixteen by sixteen the upper half is kept.
      store<u16>(plane + i, sizeof<T>() == 1 ? <u16>product : <u16>((product + 32767) / 65535));
    }
    store<u16>(alpha + i, sizeof<T>() == 1 ? <u16>(a * 255) : <u16>a);
  }
}

/** @param colours 1 or 3. @param red, green, blue, alpha where this row begins in each plane of 16 bits. */
export function premultiply8(
  from: usize,
  count: i32,
  colours: i32,
  red: usize,
  green: usize,
  blue: usize,
  alpha: usize,
): void {
  premultiply<u8>(from, count, colours, red, green, blue, alpha);
}

export function premultiply16(
  from: usize,
  count: i32,
  colours: i32,
  red: usize,
  green: usize,
  blue: usize,
  alpha: usize,
): void {
  premultiply<u16>(from, count, colours, red, green, blue, alpha);
}

/** The same for floats, whose planes are floats as well: 1 is full cover. */
export function premultiply32(
  from: usize,
  count: i32,
  colours: i32,
  red: usize,
  green: usize,
  blue: usize,
  alpha: usize,
): void {
  let at = from;
  for (let i: usize = 0; i < <usize>count * 4; i += 4, at += <usize>(colours + 1) * 4) {
    const a = load<f32>(at + <usize>colours * 4);
    for (let c = 0; c < colours; c++) {
      const plane = c == 0 ? red : c == 1 ? green : blue;
      store<f32>(plane + i, load<f32>(at + <usize>c * 4) * a);
    }
    store<f32>(alpha + i, a);
  }
}

/** Less alpha than this is none; the same in src/core/render/sums.ts. */
const NONE: f32 = 1e-6;

/** One plane of sums divided by those of alpha. @param full the highest value of the result's samples. */
export function divide(cell: usize, sums: usize, full: f32): void {
  const w = load<i32>(cell + WIDTH);
  const h = load<i32>(cell + HEIGHT);
  const none = NONE * <f32>load<f64>(cell + ALPHA_FULL);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const at = <usize>(j * SUM_ROW + i) * 4;
      const alpha = load<f32>(cell + ALPHA_SUMS + at);
      store<f32>(sums + at, alpha > none ? (load<f32>(sums + at) / alpha) * full : 0);
    }
}
