/** Whether a pixel, or either end of the way across its edge, is not wholly covered. */
// @ts-ignore: decorator
@inline
function isBesideGap<T>(
  data: usize,
  channels: i32,
  width: i32,
  height: i32,
  x: i32,
  y: i32,
  rx: i32,
  ry: i32,
  level: bool,
  full: f32,
): bool {
  const here = y * width + x;
  const from = level ? -min(x, rx) : -min(y, ry) * width;
  const to = level ? min(rx, width - 1 - x) : min(ry, height - 1 - y) * width;
  const last = data + <usize>(channels - 1) * sizeof<T>();
  const pixel = <usize>channels * sizeof<T>();
  return (
    <f32>load<T>(last + <usize>here * pixel) < full ||
    <f32>load<T>(last + <usize>(here + from) * pixel) < full ||
    <f32>load<T>(last + <usize>(here + to) * pixel) < full
  );
}

/**
 * Adds the same to all colours of each of four pixels, rounded and held between 0 and the greatest; pixels beside gaps stay. @param level
 * where the edge across is followed along the row. @param by what is added, 0…1 as displayed; 0 where nothing is.
 */
// @ts-ignore: decorator
@inline
export function addToAll<T>(
  data: usize,
  channels: i32,
  width: i32,
  height: i32,
  x: i32,
  y: i32,
  rx: i32,
  ry: i32,
  level: v128,
  by: v128,
): void {
  const full: f32 = isFloat<T>() ? 1 : sizeof<T>() == 1 ? 255 : 65535;
  const at = data + <usize>((y * width + x) * channels) * sizeof<T>();
  if (sizeof<T>() == 1 && channels == 3) {
    const rounded = f32x4.floor(f32x4.add(f32x4.mul(by, f32x4.splat(full)), f32x4.splat(0.5)));
    const deltas = i32x4.trunc_sat_f32x4_s(rounded);
    const four = v128.load(at);
    const short = i16x8.narrow_i32x4_s(deltas, deltas);
    const lower = v128.swizzle(short, i8x16(0, 1, 0, 1, 0, 1, 2, 3, 2, 3, 2, 3, 4, 5, 4, 5));
    const upper = v128.swizzle(short, i8x16(4, 5, 6, 7, 6, 7, 6, 7, -1, -1, -1, -1, -1, -1, -1, -1));
    const sum = i8x16.narrow_i16x8_u(
      i16x8.add(i16x8.extend_low_i8x16_u(four), lower),
      i16x8.add(i16x8.extend_high_i8x16_u(four), upper),
    );
    v128.store64_lane(at, sum, 0);
    v128.store32_lane(at + 8, sum, 2);
    return;
  }
  const colours = channels <= 2 ? 1 : 3;
  // Four numbers on the stack would need one; lanes are taken one by one.
  for (let k = 0; k < 4; k++) {
    let more = k == 0 ? f32x4.extract_lane(by, 0) : k == 1 ? f32x4.extract_lane(by, 1) : k == 2 ? f32x4.extract_lane(by, 2) : f32x4.extract_lane(by, 3);
    if (more == 0) continue;
    if (channels > colours) {
      const along = (i32x4.bitmask(level) & (1 << k)) != 0;
      if (isBesideGap<T>(data, channels, width, height, x + k, y, rx, ry, along, full)) continue;
    }
    let to = at + <usize>(k * channels) * sizeof<T>();
    for (let c = 0; c < colours; c++, to += sizeof<T>()) {
      const v = <f32>load<T>(to) + more * full;
      if (isFloat<T>()) store<T>(to, <T>v);
      else store<T>(to, <T>(v <= 0 ? 0 : v >= full ? full : v + <f32>0.5));
    }
  }
}
