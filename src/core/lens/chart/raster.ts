/** Brightness as floats, pixels in row order. */
export interface Grey {
  readonly data: Float32Array;
  readonly width: number;
  readonly height: number;
}

/** Shrinks by a whole factor, each pixel the mean of factor × factor. */
export function shrunk({ data, width, height }: Grey, factor: number): Grey {
  if (factor <= 1) return { data, width, height };
  const [w, h] = [Math.floor(width / factor), Math.floor(height / factor)];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let j = 0; j < factor; j++) {
        const row = (y * factor + j) * width + x * factor;
        for (let i = 0; i < factor; i++) sum += data[row + i]!;
      }
      out[y * w + x] = sum / (factor * factor);
    }
  return { data: out, width: w, height: h };
}

/** Gaussian blur, separable, borders repeated. @param sigma pixels. */
export function blurred({ data, width, height }: Grey, sigma: number): Grey {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  const pass = (from: Float32Array, step: number, length: number, lines: number, between: number): Float32Array => {
    const to = new Float32Array(from.length);
    for (let line = 0; line < lines; line++)
      for (let i = 0; i < length; i++) {
        let v = 0;
        for (let j = -reach; j <= reach; j++) {
          const k = i + j < 0 ? 0 : i + j >= length ? length - 1 : i + j;
          v += weights[j + reach]! * from[line * between + k * step]!;
        }
        to[line * between + i * step] = v / sum;
      }
    return to;
  };
  return { data: pass(pass(data, 1, width, height, width), width, height, width, 1), width, height };
}

/** Evens out light: brightness less the mean about it, over the deviation about it, so that a dim corner counts as a bright one. */
export function evened(grey: Grey, reach: number): Grey {
  const { data, width, height } = grey;
  const [w1, sum, squares] = [
    width + 1,
    new Float64Array((width + 1) * (height + 1)),
    new Float64Array((width + 1) * (height + 1)),
  ];
  for (let y = 0; y < height; y++) {
    let [s, q] = [0, 0];
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x]!;
      s += v;
      q += v * v;
      sum[(y + 1) * w1 + x + 1] = sum[y * w1 + x + 1]! + s;
      squares[(y + 1) * w1 + x + 1] = squares[y * w1 + x + 1]! + q;
    }
  }
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [x0, x1] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
      const [y0, y1] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)];
      const box = (t: Float64Array): number =>
        t[y1 * w1 + x1]! - t[y0 * w1 + x1]! - t[y1 * w1 + x0]! + t[y0 * w1 + x0]!;
      const n = (x1 - x0) * (y1 - y0);
      const mean = box(sum) / n;
      const deviation = Math.sqrt(Math.max(0, box(squares) / n - mean * mean));
      // A blank area has little but noise, which must not be blown up.
      out[y * width + x] = (data[y * width + x]! - mean) / (deviation + 6);
    }
  return { data: out, width, height };
}
