/** Sources with an alpha channel: colours go into the sums multiplied by it, and are divided by its sum afterwards. */
import { ALPHA_FULL, ALPHA_SUMS, HEIGHT, SUM_ROW, WIDTH } from "../core/render/engine/record";

/** One sample multiplied by its pixel's alpha, as it goes into a plane: of 16 bits, or of floats for floats. */
// @ts-ignore: decorator
@inline
function put<T>(to: usize, sample: T, alpha: T): void {
  if (isFloat<T>()) store<T>(to, sample * alpha);
  else {
    const product = <u64>sample * <u64>alpha;
    // Eight bits by eight are sixteen, exactly; of sixteen by sixteen the upper half is kept.
    store<u16>(to, sizeof<T>() == 1 ? <u16>product : <u16>((product + 32767) / 65535));
  }
}

/** @typeParam T type of the source's samples. */
// @ts-ignore: decorator
@inline
function premultiply<T>(from: usize, count: i32, colours: i32, red: usize, green: usize, blue: usize, alpha: usize): void {
  const step = <usize>(colours + 1) * sizeof<T>();
  const planeBytes: usize = isFloat<T>() ? 4 : 2;
  const full = isFloat<T>() ? <T>1 : sizeof<T>() == 1 ? <T>255 : <T>65535;
  let at = from;
  for (let i: usize = 0; i < <usize>count * planeBytes; i += planeBytes, at += step) {
    const a = load<T>(at + <usize>colours * sizeof<T>());
    put<T>(red + i, load<T>(at), a);
    if (colours == 3) {
      put<T>(green + i, load<T>(at + sizeof<T>()), a);
      put<T>(blue + i, load<T>(at + 2 * sizeof<T>()), a);
    }
    put<T>(alpha + i, full, a);
  }
}

/** @param colours 1 or 3. @param red, green, blue, alpha where this row begins in each plane. */
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

export function premultiply32(
  from: usize,
  count: i32,
  colours: i32,
  red: usize,
  green: usize,
  blue: usize,
  alpha: usize,
): void {
  premultiply<f32>(from, count, colours, red, green, blue, alpha);
}

/** Less alpha than this is none; the same in src/core/render/pixels/sums.ts. */
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
