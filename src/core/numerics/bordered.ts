/**
 * Symmetric positive definite systems whose first `band` unknowns touch only near ones, and whose last `border` unknowns may touch
 * all: A = [[B, C], [Cᵀ, D]]. Filled by observations, solved by Cholesky's method without pivots (Golub and Van Loan, "Matrix
 * Computations", 4.3).
 */
export class BorderedSystem {
  /** Rows of the band's lower half, each from `half` before the diagonal to it. */
  private readonly rows: Float64Array;
  /** Columns of the border, each as long as all unknowns. */
  private readonly columns: Float64Array;
  readonly right: Float64Array;
  readonly size: number;

  /** @param half how far apart two unknowns of the band may be that touch. */
  constructor(
    readonly band: number,
    readonly half: number,
    readonly border: number,
  ) {
    this.size = band + border;
    this.rows = new Float64Array(band * (half + 1));
    this.columns = new Float64Array(border * this.size);
    this.right = new Float64Array(this.size);
  }

  /** Adds to the element of two unknowns, and to its mirror image. @param i not before j. */
  add(i: number, j: number, value: number): void {
    if (i < this.band) this.rows[i * (this.half + 1) + this.half + j - i]! += value;
    else this.columns[(i - this.band) * this.size + j]! += value;
  }

  /**
   * Adds an observation: Σ coefficients · unknowns = value, so many times.
   *
   * @param unknowns rising. @param count how many of them count.
   */
  observe(unknowns: Int32Array, coefficients: Float64Array, count: number, value: number, weight: number): void {
    for (let a = 0; a < count; a++) {
      const by = weight * coefficients[a]!;
      if (by === 0) continue;
      const i = unknowns[a]!;
      this.right[i]! += by * value;
      const at = i < this.band ? i * (this.half + 1) + this.half - i : (i - this.band) * this.size;
      const into = i < this.band ? this.rows : this.columns;
      for (let b = 0; b <= a; b++) into[at + unknowns[b]!]! += by * coefficients[b]!;
    }
  }

  /** The unknowns; what was added is used up. @throws RangeError where they are not determined. */
  solve(): Float64Array {
    const { band, border, half, rows, columns, right, size } = this;
    const width = half + 1;
    factorised(rows, band, half);
    const forward = (of: Float64Array, at: number): void => {
      for (let i = 0; i < band; i++) {
        const row = i * width + half - i;
        let sum = of[at + i]!;
        for (let j = Math.max(0, i - half); j < i; j++) sum -= rows[row + j]! * of[at + j]!;
        of[at + i] = sum / rows[row + i]!;
      }
    };
    forward(right, 0);
    for (let k = 0; k < border; k++) forward(columns, k * size);
    // What is left for the border, a small dense system of its own: the Schur complement.
    for (let k = 0; k < border; k++)
      for (let l = 0; l <= k; l++) {
        let sum = columns[k * size + band + l]!;
        for (let i = 0; i < band; i++) sum -= columns[k * size + i]! * columns[l * size + i]!;
        for (let m = 0; m < l; m++) sum -= columns[k * size + band + m]! * columns[l * size + band + m]!;
        if (l < k) columns[k * size + band + l] = sum / columns[l * size + band + l]!;
        else if (sum > 0) columns[k * size + band + k] = Math.sqrt(sum);
        else throw new RangeError("What was observed does not determine every unknown.");
      }
    const x = Float64Array.from(right);
    for (let k = 0; k < border; k++) {
      let sum = x[band + k]!;
      for (let i = 0; i < band; i++) sum -= columns[k * size + i]! * x[i]!;
      for (let m = 0; m < k; m++) sum -= columns[k * size + band + m]! * x[band + m]!;
      x[band + k] = sum / columns[k * size + band + k]!;
    }
    for (let k = border - 1; k >= 0; k--) {
      let sum = x[band + k]!;
      for (let m = k + 1; m < border; m++) sum -= columns[m * size + band + k]! * x[band + m]!;
      x[band + k] = sum / columns[k * size + band + k]!;
      for (let i = 0; i < band; i++) x[i]! -= columns[k * size + i]! * x[band + k]!;
    }
    for (let i = band - 1; i >= 0; i--) {
      const row = i * width + half - i;
      x[i]! /= rows[row + i]!;
      for (let j = Math.max(0, i - half); j < i; j++) x[j]! -= rows[row + j]! * x[i]!;
    }
    return x;
  }
}

/**
 * L of a banded A = L Lᵀ in its place, two columns at a step: nearly all the time of a solve is spent here, reading.
 *
 * @throws RangeError where A is not positive definite.
 */
function factorised(rows: Float64Array, band: number, half: number): void {
  const width = half + 1;
  for (let i = 0; i < band; i++) {
    const row = i * width + half - i;
    const first = i > half ? i - half : 0;
    let j = first;
    for (; j + 1 < i; j += 2) {
      const one = j * width + half - j;
      const two = one + width - 1;
      let k = j > half ? j - half : 0;
      if (k < first) k = first;
      let a0 = 0;
      let a1 = 0;
      let b0 = 0;
      let b1 = 0;
      // The second column's row begins a place later: what it lacks there is zero, and lies beyond its row.
      if (j + 1 - half > k) {
        a0 += rows[row + k]! * rows[one + k]!;
        k++;
      }
      for (; k + 1 < j; k += 2) {
        const x = rows[row + k]!;
        const y = rows[row + k + 1]!;
        a0 += x * rows[one + k]!;
        a1 += y * rows[one + k + 1]!;
        b0 += x * rows[two + k]!;
        b1 += y * rows[two + k + 1]!;
      }
      for (; k < j; k++) {
        a0 += rows[row + k]! * rows[one + k]!;
        b0 += rows[row + k]! * rows[two + k]!;
      }
      const at = (rows[row + j]! - a0 - a1) / rows[one + j]!;
      rows[row + j] = at;
      rows[row + j + 1] = (rows[row + j + 1]! - b0 - b1 - at * rows[two + j]!) / rows[two + j + 1]!;
    }
    for (; j <= i; j++) {
      const other = j * width + half - j;
      let k = j > half ? j - half : 0;
      if (k < first) k = first;
      let sum = rows[row + j]!;
      for (; k < j; k++) sum -= rows[row + k]! * rows[other + k]!;
      if (j < i) rows[row + j] = sum / rows[other + j]!;
      else if (sum > 0) rows[row + i] = Math.sqrt(sum);
      else throw new RangeError("What was observed does not determine every unknown.");
    }
  }
}
