import type { PlaneStep } from "../../course";
import { BLOCK } from "./steepness";

/** Where blocks lie: the first one's corner on the plane, blocks in a row, their side there, and the rows of blocks that are asked for. */
interface BlockGrid {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly side: number;
  readonly rows: readonly [number, number];
}

/**
 * How many recorded pixels there are to a pixel of what is made, in the mean over each block, along its columns and its rows: two numbers a
 * block, rows of blocks after each other from the first on; NaN where nothing was recorded. Blocks share their corners, so that each asks
 * for one place.
 */
export function recordedSpans(back: PlaneStep["back"], { x, y, wide, side, rows }: BlockGrid): Float32Array {
  const row = 2 * (wide + 1);
  const at = new Float64Array(3);
  /** The corners above a row of blocks, two numbers each. */
  const cornersOf = (j: number): Float64Array => {
    const into = new Float64Array(row);
    for (let i = 0; i <= wide; i++) {
      back(x + i * side, y + j * side, at);
      into[2 * i] = at[2]! > 0 ? at[0]! : NaN;
      into[2 * i + 1] = at[1]!;
    }
    return into;
  };
  const out = new Float32Array(2 * wide * Math.max(0, rows[1] - rows[0]));
  let above = cornersOf(rows[0]);
  for (let j = rows[0], n = 0; j < rows[1]; j++) {
    const below = cornersOf(j + 1);
    for (let i = 0; i < 2 * wide; i += 2) {
      out[n++] = (apart(above, i, above, i + 2) + apart(below, i, below, i + 2)) / (2 * BLOCK);
      out[n++] = (apart(above, i, below, i) + apart(above, i + 2, below, i + 2)) / (2 * BLOCK);
    }
    above = below;
  }
  return out;
}

/** How far two places are apart. Math.hypot would take many times as long. */
function apart(a: Float64Array, i: number, b: Float64Array, j: number): number {
  const dx = a[i]! - b[j]!;
  const dy = a[i + 1]! - b[j + 1]!;
  return Math.sqrt(dx * dx + dy * dy);
}
