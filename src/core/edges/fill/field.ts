import type { Vec2 } from "../../geometry";

/** A picture as the fill looks at it: part of the corrected plane, its pixels made ones. */
export interface Field {
  readonly width: number;
  readonly height: number;
  /** Red, green and blue side by side, 0…1 as displayed. */
  readonly data: Float32Array;
  /** 1 where the photo covers a pixel that is kept. */
  readonly known: Uint8Array;
  /** 1 where a pixel is to be filled; elsewhere beyond what is known the frame stays as it is. */
  readonly wanted: Uint8Array;
  /** 1 where a pixel may be copied from. */
  readonly source: Uint8Array;
  /** What a pixel may show, see kinds; absent: anything. */
  readonly kinds?: Uint8Array | undefined;
  /** The same as far as it can be told, whether or not there is enough to copy. */
  readonly shown?: Uint8Array | undefined;
  /** The corrected camera: focal lengths along x and y, and its axis, pixels of this field. */
  readonly focal: Vec2;
  readonly centre: Vec2;
}

/** The field at half its size: the mean of what is known of each 2 × 2 pixels; known where at least half is, a source where all is, else wanted where any is. */
export function halved(field: Field): Field {
  const [width, height] = [field.width >> 1, field.height >> 1];
  const data = new Float32Array(3 * width * height);
  const known = new Uint8Array(width * height);
  const wanted = new Uint8Array(width * height);
  const source = new Uint8Array(width * height);
  const kinds = field.kinds && new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = y * width + x;
      let [r, g, b, n, s, w] = [0, 0, 0, 0, 0, 0];
      for (let k = 0; k < 4; k++) {
        const from = (2 * y + (k >> 1)) * field.width + 2 * x + (k & 1);
        w += field.wanted[from]!;
        if (kinds) kinds[to]! |= field.kinds![from]!;
        if (!field.known[from]) continue;
        r += field.data[3 * from]!;
        g += field.data[3 * from + 1]!;
        b += field.data[3 * from + 2]!;
        n++;
        s += field.source[from]!;
      }
      if (n < 2) {
        wanted[to] = w > 0 ? 1 : 0;
        continue;
      }
      known[to] = 1;
      source[to] = s === 4 ? 1 : 0;
      data[3 * to] = r / n;
      data[3 * to + 1] = g / n;
      data[3 * to + 2] = b / n;
    }
  const half = (v: Vec2): Vec2 => [v[0] / 2, v[1] / 2];
  return { width, height, data, known, wanted, source, kinds, focal: half(field.focal), centre: half(field.centre) };
}

/** The pixels beside one, left, right, above and below, as far as there are any. */
export function besideOf({ width, height }: Pick<Field, "width" | "height">, i: number): number[] {
  const [x, y] = [i % width, Math.floor(i / width)];
  const all: number[] = [];
  if (x > 0) all.push(i - 1);
  if (x + 1 < width) all.push(i + 1);
  if (y > 0) all.push(i - width);
  if (y + 1 < height) all.push(i + width);
  return all;
}
