import {
  BYTES,
  CHANNELS,
  COUNT,
  DATA,
  FACTORS,
  FINE,
  GAINS,
  LIGHTS,
  ON_THE_WAY,
  PLACES,
  SATURATION,
  SEEN,
} from "../core/finish/tone/tone-record";

/** The light of four bytes that lie so far apart. */
// @ts-ignore: decorator
@inline
function lightsOf(table: usize, at: usize, apart: usize): v128 {
  const a = load<f32>(table + (<usize>load<u8>(at) << 2));
  const b = load<f32>(table + (<usize>load<u8>(at + apart) << 2));
  const c = load<f32>(table + (<usize>load<u8>(at + 2 * apart) << 2));
  const d = load<f32>(table + (<usize>load<u8>(at + 3 * apart) << 2));
  return f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(a), 1, b), 2, c), 3, d);
}

/** Where four lights lie among the bytes, less than one place off. */
// @ts-ignore: decorator
@inline
function placesOf(light: v128, fine: v128): v128 {
  const held = f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), light));
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(held, fine), f32x4.splat(0.5)));
}

/** Three colours of a pixel taken back to bytes. */
// @ts-ignore: decorator
@inline
function storePixel(table: usize, places: usize, at: usize): void {
  store<u8>(at, load<u8>(table + <usize>load<u32>(places)));
  store<u8>(at + 1, load<u8>(table + <usize>load<u32>(places + 16)));
  store<u8>(at + 2, load<u8>(table + <usize>load<u32>(places + 32)));
}

/** Between two neighbours of a table, four at once. */
// @ts-ignore: decorator
@inline
function lookedUp(table: usize, at: v128): v128 {
  const places = i32x4.trunc_sat_f32x4_s(at);
  const rest = f32x4.sub(at, f32x4.convert_i32x4_s(places));
  const a = table + (<usize>i32x4.extract_lane(places, 0) << 2);
  const b = table + (<usize>i32x4.extract_lane(places, 1) << 2);
  const c = table + (<usize>i32x4.extract_lane(places, 2) << 2);
  const d = table + (<usize>i32x4.extract_lane(places, 3) << 2);
  // This one and the next of each, then sorted.
  const ab = v128.load64_lane(b, v128.load64_zero(a), 1);
  const cd = v128.load64_lane(d, v128.load64_zero(c), 1);
  const low = v128.shuffle<f32>(ab, cd, 0, 2, 4, 6);
  const high = v128.shuffle<f32>(ab, cd, 1, 3, 5, 7);
  return f32x4.add(low, f32x4.mul(f32x4.sub(high, low), rest));
}

/** Tone on colours in bytes; src/core/finish/tone/tone-step.ts is its reference. */
export function tone8(record: usize): void {
  let at = <usize>load<i32>(record + DATA);
  const count = load<i32>(record + COUNT);
  const pixel = <usize>load<i32>(record + CHANNELS);
  const lights = <usize>load<i32>(record + LIGHTS);
  const bytes = <usize>load<i32>(record + BYTES);
  const fine = v128.load32_splat(record + FINE);
  const factors = <usize>load<i32>(record + FACTORS);
  const places = v128.load32_splat(record + PLACES);
  const gainR = v128.load32_splat(record + GAINS);
  const gainG = v128.load32_splat(record + GAINS + 4);
  const gainB = v128.load32_splat(record + GAINS + 8);
  const seenR = v128.load32_splat(record + SEEN);
  const seenG = v128.load32_splat(record + SEEN + 4);
  const seenB = v128.load32_splat(record + SEEN + 8);
  const saturation = load<f32>(record + SATURATION);
  const weaker = f32x4.splat(1 + min<f32>(0, saturation));
  const stronger = f32x4.splat(max<f32>(0, saturation));
  const onTheWay = record + ON_THE_WAY;
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const tiny = f32x4.splat(1e-20);
  for (let i = 0; i < count; i += 4, at += 4 * pixel) {
    let r = f32x4.mul(lightsOf(lights, at, pixel), gainR);
    let g = f32x4.mul(lightsOf(lights, at + 1, pixel), gainG);
    let b = f32x4.mul(lightsOf(lights, at + 2, pixel), gainB);
    let seen = f32x4.add(f32x4.mul(r, seenR), f32x4.add(f32x4.mul(g, seenG), f32x4.mul(b, seenB)));
    if (factors) {
      const by = lookedUp(factors, f32x4.mul(f32x4.sqrt(seen), places));
      r = f32x4.mul(r, by);
      g = f32x4.mul(g, by);
      b = f32x4.mul(b, by);
      seen = f32x4.mul(seen, by);
    }
    let most = f32x4.pmax(r, f32x4.pmax(g, b));
    if (saturation != 0) {
      const least = f32x4.pmin(r, f32x4.pmin(g, b));
      const by = f32x4.add(weaker, f32x4.mul(stronger, f32x4.div(least, f32x4.pmax(tiny, most))));
      r = f32x4.add(seen, f32x4.mul(f32x4.sub(r, seen), by));
      g = f32x4.add(seen, f32x4.mul(f32x4.sub(g, seen), by));
      b = f32x4.add(seen, f32x4.mul(f32x4.sub(b, seen), by));
      most = f32x4.add(seen, f32x4.mul(f32x4.sub(most, seen), by));
    }
    const over = f32x4.gt(most, one);
    if (v128.any_true(over)) {
      const held = f32x4.pmin(seen, one);
      const room = f32x4.pmax(zero, f32x4.sub(one, seen));
      // Nothing is divided by nothing: what is not over stays, and what is has seen below most, or no room.
      const by = f32x4.div(room, f32x4.pmax(tiny, f32x4.sub(most, seen)));
      r = v128.bitselect(f32x4.add(held, f32x4.mul(f32x4.sub(r, seen), by)), r, over);
      g = v128.bitselect(f32x4.add(held, f32x4.mul(f32x4.sub(g, seen), by)), g, over);
      b = v128.bitselect(f32x4.add(held, f32x4.mul(f32x4.sub(b, seen), by)), b, over);
    }
    v128.store(onTheWay, placesOf(r, fine));
    v128.store(onTheWay + 16, placesOf(g, fine));
    v128.store(onTheWay + 32, placesOf(b, fine));
    storePixel(bytes, onTheWay, at);
    storePixel(bytes, onTheWay + 4, at + pixel);
    storePixel(bytes, onTheWay + 8, at + 2 * pixel);
    storePixel(bytes, onTheWay + 12, at + 3 * pixel);
  }
}
