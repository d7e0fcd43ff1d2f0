/** Interleaved pixels taken apart into planes, and rows continued beyond their ends. */

/** @param channels 1 or 3. @param red, green, blue where this row begins in each plane. */
export function split8(from: usize, count: i32, channels: i32, red: usize, green: usize, blue: usize): void {
  if (channels == 1) {
    memory.copy(red, from, <usize>count);
    return;
  }
  let i = 0;
  let at = from;
  for (; i + 16 <= count; i += 16, at += 48) {
    const a = v128.load(at);
    const b = v128.load(at + 16);
    const c = v128.load(at + 32);
    const n = <usize>i;
    const ra = v128.shuffle<u8>(a, b, 0, 3, 6, 9, 12, 15, 18, 21, 24, 27, 30, 0, 0, 0, 0, 0);
    v128.store(red + n, v128.shuffle<u8>(ra, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 17, 20, 23, 26, 29));
    const ga = v128.shuffle<u8>(a, b, 1, 4, 7, 10, 13, 16, 19, 22, 25, 28, 31, 0, 0, 0, 0, 0);
    v128.store(green + n, v128.shuffle<u8>(ga, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 18, 21, 24, 27, 30));
    const ba = v128.shuffle<u8>(a, b, 2, 5, 8, 11, 14, 17, 20, 23, 26, 29, 0, 0, 0, 0, 0, 0);
    v128.store(blue + n, v128.shuffle<u8>(ba, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 16, 19, 22, 25, 28, 31));
  }
  for (; i < count; i++, at += 3) {
    store<u8>(red + i, load<u8>(at));
    store<u8>(green + i, load<u8>(at + 1));
    store<u8>(blue + i, load<u8>(at + 2));
  }
}

// @ts-ignore: decorator
@inline
function split<T>(from: usize, count: i32, channels: i32, red: usize, green: usize, blue: usize): void {
  const bytes = <usize>count * sizeof<T>();
  if (channels == 1) {
    memory.copy(red, from, bytes);
    return;
  }
  let at = from;
  for (let i: usize = 0; i < bytes; i += sizeof<T>(), at += 3 * sizeof<T>()) {
    store<T>(red + i, load<T>(at));
    store<T>(green + i, load<T>(at + sizeof<T>()));
    store<T>(blue + i, load<T>(at + 2 * sizeof<T>()));
  }
}

/** The same for samples of 16 bits, and for floats. */
export function split16(from: usize, count: i32, channels: i32, red: usize, green: usize, blue: usize): void {
  split<u16>(from, count, channels, red, green, blue);
}

export function split32(from: usize, count: i32, channels: i32, red: usize, green: usize, blue: usize): void {
  split<f32>(from, count, channels, red, green, blue);
}

// @ts-ignore: decorator
@inline
function pad<T>(row: usize, count: i32, by: i32): void {
  const first = load<T>(row);
  const end = row + <usize>count * sizeof<T>();
  const last = load<T>(end - sizeof<T>());
  const bytes = <usize>by * sizeof<T>();
  for (let i: usize = 0; i < bytes; i += sizeof<T>()) {
    store<T>(row - bytes + i, first);
    store<T>(end + i, last);
  }
}

/** Repeats a row's first and last sample `by` times before and behind it. @param bytes per sample, 1, 2 or 4. */
export function padRow(row: usize, count: i32, by: i32, bytes: i32): void {
  if (bytes == 1) {
    memory.fill(row - by, load<u8>(row), <usize>by);
    memory.fill(row + count, load<u8>(row + count - 1), <usize>by);
  } else if (bytes == 2) pad<u16>(row, count, by);
  else pad<f32>(row, count, by);
}
