/** Weighted sums of a block of samples: what gather.ts does for every pixel. */

/*
 * Down first, then across. Two rows are laid into each other sample by sample, so that one multiplication weighs and
 * adds both; after the last row eight columns are left, which are weighed and added.
 *
 * AssemblyScript has no constants among its type parameters, and loops made for one number of rows are much faster than
 * one loop for all; so the number is told by a type: u8 any, u16 four, u32 six, u64 eight, and i16 four of four columns.
 */

// Sixteen-bit samples become signed by taking half the range off; since weights add up to one it is put back at the end.
// @ts-ignore: decorator
@inline
function signed(v: v128): v128 {
  return v128.xor(v, i16x8.splat(-32768));
}

/** Columns 0 … 3 of two rows, weighed by a pair of weights (i16) and added. */
// @ts-ignore: decorator
@inline
function left<T>(a: v128, b: v128, pair: v128): v128 {
  if (sizeof<T>() == 1)
    return i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(v128.shuffle<u8>(a, b, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23)), pair);
  return i32x4.dot_i16x8_s(v128.shuffle<u16>(a, b, 0, 8, 1, 9, 2, 10, 3, 11), pair);
}

/** The same for columns 4 … 7. */
// @ts-ignore: decorator
@inline
function right<T>(a: v128, b: v128, pair: v128): v128 {
  if (sizeof<T>() == 1)
    return i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(v128.shuffle<u8>(a, b, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23)), pair);
  return i32x4.dot_i16x8_s(v128.shuffle<u16>(a, b, 4, 12, 5, 13, 6, 14, 7, 15), pair);
}

// @ts-ignore: decorator
@inline
function eight<T>(at: usize): v128 {
  return sizeof<T>() == 1 ? v128.load64_zero(at) : signed(v128.load(at));
}

// @ts-ignore: decorator
@inline
function across(l: v128, r: v128, wx: usize): v128 {
  return f32x4.add(
    f32x4.mul(f32x4.convert_i32x4_s(l), v128.load(wx)),
    f32x4.mul(f32x4.convert_i32x4_s(r), v128.load(wx, 16)),
  );
}

/** Four partial sums of some rows of up to eight samples. @typeParam R how many rows, see above. */
// @ts-ignore: decorator
@inline
export function rows<T, R>(at: usize, step: usize, wx: usize, wy: usize): v128 {
  let pair = v128.load_splat<u32>(wy);
  if (isSigned<R>()) {
    const sum = i32x4.add(
      left<T>(eight<T>(at), eight<T>(at + step), pair),
      left<T>(eight<T>(at + 2 * step), eight<T>(at + 3 * step), v128.load_splat<u32>(wy, 4)),
    );
    return f32x4.mul(f32x4.convert_i32x4_s(sum), v128.load(wx));
  }
  let a = eight<T>(at);
  let b = eight<T>(at + step);
  let l = left<T>(a, b, pair);
  let r = right<T>(a, b, pair);
  pair = v128.load_splat<u32>(wy, 4);
  a = eight<T>(at + 2 * step);
  b = eight<T>(at + 3 * step);
  l = i32x4.add(l, left<T>(a, b, pair));
  r = i32x4.add(r, right<T>(a, b, pair));
  if (sizeof<R>() > 2) {
    pair = v128.load_splat<u32>(wy, 8);
    a = eight<T>(at + 4 * step);
    b = eight<T>(at + 5 * step);
    l = i32x4.add(l, left<T>(a, b, pair));
    r = i32x4.add(r, right<T>(a, b, pair));
  }
  if (sizeof<R>() > 4) {
    pair = v128.load_splat<u32>(wy, 12);
    a = eight<T>(at + 6 * step);
    b = eight<T>(at + 7 * step);
    l = i32x4.add(l, left<T>(a, b, pair));
    r = i32x4.add(r, right<T>(a, b, pair));
  }
  return across(l, r, wx);
}

/** The same for samples that are floats, any number of rows and of groups of eight samples. */
// @ts-ignore: decorator
@inline
function floatRows(at: usize, step: usize, wx: usize, blocks: i32, wy: usize, ny: i32): v128 {
  let sum = f32x4.splat(0);
  for (let g: usize = 0; g < <usize>blocks * 32; g += 32) {
    let l = f32x4.splat(0);
    let r = l;
    let from = at + g;
    for (let n = 0; n < ny; n++) {
      const weight = f32x4.splat(<f32>load<i16>(wy + <usize>n * 2));
      l = f32x4.add(l, f32x4.mul(v128.load(from), weight));
      r = f32x4.add(r, f32x4.mul(v128.load(from, 16), weight));
      from += step;
    }
    sum = f32x4.add(sum, f32x4.add(f32x4.mul(l, v128.load(wx + g)), f32x4.mul(r, v128.load(wx + g, 16))));
  }
  return sum;
}

/** The same for any even number of rows and any number of groups of eight samples. */
// @ts-ignore: decorator
@inline
export function anyRows<T>(at: usize, step: usize, wx: usize, blocks: i32, wy: usize, ny: i32): v128 {
  if (isFloat<T>()) return floatRows(at, step, wx, blocks, wy, ny);
  let sum = f32x4.splat(0);
  for (let g = 0; g < blocks; g++) {
    let l = i32x4.splat(0);
    let r = l;
    let from = at + <usize>(g * 8) * sizeof<T>();
    for (let n = 0; n < ny; n += 2) {
      const pair = v128.load_splat<u32>(wy + <usize>n * 2);
      const a = eight<T>(from);
      const b = eight<T>(from + step);
      l = i32x4.add(l, left<T>(a, b, pair));
      r = i32x4.add(r, right<T>(a, b, pair));
      from += 2 * step;
    }
    sum = f32x4.add(sum, across(l, r, wx + <usize>(g * 32)));
  }
  return sum;
}

// @ts-ignore: decorator
@inline
export function whole<T>(v: v128): f32 {
  const halves = f32x4.add(v, v128.shuffle<i32>(v, v, 2, 3, 0, 1));
  const sum = f32x4.extract_lane(halves, 0) + f32x4.extract_lane(halves, 1);
  return sizeof<T>() == 2 ? sum + 32768 : sum;
}
