const TURNS = 120;
const OVER = 1.93;

/** A linear system over some pixels of a grid: each value is (what is fixed + its neighbours among the pixels) · share. */
export interface GridSystem {
  readonly width: number;
  readonly height: number;
  /** Indices of the pixels in the grid, in its order. */
  readonly pixels: Int32Array;
  /** For each pixel one over what weighs on it; 0: it stays as it is. */
  readonly share: Float64Array;
  /** Red, green, blue of each pixel. */
  readonly fixed: Float64Array;
  /** Furthest a pixel is from where values are held, pixels. */
  readonly deepest: number;
}

/**
 * Solves a system over a grid by successive over-relaxation (Young 1954): what is best for a square as wide as the pixels lie
 * deep, and as many turns as take a value through it and back.
 *
 * @param values red, green, blue of each pixel, to begin with; they are changed to the solution.
 */
export function relax({ width, height, pixels, share, fixed, deepest }: GridSystem, values: Float64Array): void {
  const over = Math.min(OVER, 2 / (1 + Math.sin(Math.PI / (2 * deepest + 2))));
  const turns = Math.min(TURNS, Math.ceil(20 + 2 * deepest));
  // A rim of nothing around the grid, and nothing where there is no pixel: every pixel has four neighbours to be added.
  const row = width + 2;
  const at = Int32Array.from(pixels, (i) => (Math.floor(i / width) + 1) * row + (i % width) + 1);
  const n = pixels.length;
  const [reds, greens, blues] = [0, 1, 2].map(() => new Float64Array(row * (height + 2))) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (let k = 0; k < n; k++) {
    reds[at[k]!] = values[3 * k]!;
    greens[at[k]!] = values[3 * k + 1]!;
    blues[at[k]!] = values[3 * k + 2]!;
  }
  // The three side by side: each waits for its own neighbour only.
  for (let turn = 0; turn < turns; turn++)
    for (let k = 0; k < n; k++) {
      const by = share[k]!;
      if (by === 0) continue;
      const i = at[k]!;
      const r = reds[i]!;
      const g = greens[i]!;
      const b = blues[i]!;
      reds[i] = r + over * ((fixed[3 * k]! + reds[i - 1]! + reds[i + 1]! + reds[i - row]! + reds[i + row]!) * by - r);
      greens[i] =
        g +
        over * ((fixed[3 * k + 1]! + greens[i - 1]! + greens[i + 1]! + greens[i - row]! + greens[i + row]!) * by - g);
      blues[i] =
        b + over * ((fixed[3 * k + 2]! + blues[i - 1]! + blues[i + 1]! + blues[i - row]! + blues[i + row]!) * by - b);
    }
  for (let k = 0; k < n; k++) {
    values[3 * k] = reds[at[k]!]!;
    values[3 * k + 1] = greens[at[k]!]!;
    values[3 * k + 2] = blues[at[k]!]!;
  }
}
