import {
  CHANNELS,
  DATA,
  HEIGHT,
  LIGHT,
  PAD,
  SEEN_BLUE,
  SEEN_GREEN,
  SEEN_RED,
  WIDTH,
} from "../core/finish/sharpness/steepen-record";

/** How bright every pixel of some rows is, 0…1 as displayed, their ends continued; see steepen-record.ts. */
// @ts-ignore: decorator
@inline
function brightness<T>(record: usize, firstRow: i32, lastRow: i32): void {
  const data = <usize>load<i32>(record + DATA);
  const width = load<i32>(record + WIDTH);
  const channels = load<i32>(record + CHANNELS);
  const pad = load<i32>(record + PAD);
  const row = <usize>(width + 2 * pad + 4) * 4;
  const light = <usize>load<i32>(record + LIGHT);
  const r = load<f32>(record + SEEN_RED);
  const g = load<f32>(record + SEEN_GREEN);
  const b = load<f32>(record + SEEN_BLUE);
  const pixel = <usize>channels * sizeof<T>();
  for (let y = firstRow; y < lastRow; y++) {
    const start = light + <usize>(y + pad) * row;
    let to = start + <usize>pad * 4;
    let from = data + <usize>(y * width) * pixel;
    let x = 0;
    if (sizeof<T>() == 1 && channels >= 3) {
      const red = f32x4.splat(r);
      const green = f32x4.splat(g);
      const blue = f32x4.splat(b);
      for (; x + 4 <= width; x += 4, to += 16, from += 4 * pixel) {
        const four = v128.load(from);
        let rs: v128, gs: v128, bs: v128;
        if (channels == 3) {
          rs = v128.swizzle(four, i8x16(0, -1, -1, -1, 3, -1, -1, -1, 6, -1, -1, -1, 9, -1, -1, -1));
          gs = v128.swizzle(four, i8x16(1, -1, -1, -1, 4, -1, -1, -1, 7, -1, -1, -1, 10, -1, -1, -1));
          bs = v128.swizzle(four, i8x16(2, -1, -1, -1, 5, -1, -1, -1, 8, -1, -1, -1, 11, -1, -1, -1));
        } else {
          rs = v128.and(four, i32x4.splat(255));
          gs = v128.and(i32x4.shr_u(four, 8), i32x4.splat(255));
          bs = v128.and(i32x4.shr_u(four, 16), i32x4.splat(255));
        }
        const sum = f32x4.add(
          f32x4.mul(f32x4.convert_i32x4_s(rs), red),
          f32x4.add(f32x4.mul(f32x4.convert_i32x4_s(gs), green), f32x4.mul(f32x4.convert_i32x4_s(bs), blue)),
        );
        v128.store(to, sum);
      }
    }
    for (; x < width; x++, to += 4, from += pixel) {
      let sum = r * <f32>load<T>(from);
      if (channels >= 3) sum += g * <f32>load<T>(from + sizeof<T>()) + b * <f32>load<T>(from + 2 * sizeof<T>());
      store<f32>(to, sum);
    }
    const first = load<f32>(start + <usize>pad * 4);
    const last = load<f32>(to - 4);
    for (let i = 0; i < pad; i++) store<f32>(start + <usize>i * 4, first);
    for (let i = 0; i < pad + 4; i++) store<f32>(to + <usize>i * 4, last);
  }
}

export function brightness8(record: usize, firstRow: i32, lastRow: i32): void {
  brightness<u8>(record, firstRow, lastRow);
}

export function brightness16(record: usize, firstRow: i32, lastRow: i32): void {
  brightness<u16>(record, firstRow, lastRow);
}

export function brightness32(record: usize, firstRow: i32, lastRow: i32): void {
  brightness<f32>(record, firstRow, lastRow);
}

/** Continues the first and the last row of brightness. */
export function continueBrightness(record: usize): void {
  const height = load<i32>(record + HEIGHT);
  const pad = load<i32>(record + PAD);
  const row = <usize>(load<i32>(record + WIDTH) + 2 * pad + 4) * 4;
  const light = <usize>load<i32>(record + LIGHT);
  for (let i = 0; i < pad; i++) {
    memory.copy(light + <usize>i * row, light + <usize>pad * row, row);
    memory.copy(light + <usize>(pad + height + i) * row, light + <usize>(pad + height - 1) * row, row);
  }
}
