import { type Shift, carried } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { softened } from "./likely";
import { readField } from "./patch";

/** So far beyond a gap's border what is seen there is read, pixels: nearer it is mixed with what was in the gap. */
const BEYOND = 3;
/** What is as far off as this from all that is seen around is no other thing yet, a square of colours. */
const LIKE = 0.003;
/** How much the rest counts, and at most. */
const WEIGHT = 1;
const MOST = 0.3;

/**
 * What each shift would cost where it also counts whether what it brings is seen where the picture's rows and columns lead out of
 * the gap. A thing that would lie wholly in the gap and end just at its border is hardly ever there: a pipe of the next bay, a
 * piece of a door.
 */
export function foreignCosts(field: Field, shifts: readonly Shift[], context: Context): Context {
  const soft = softened(field);
  const { pixels, costs } = context;
  const ends = endsOf(soft, pixels);
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  return {
    ...context,
    costs: costs.map((of, s) =>
      of.map((cost, k) => {
        if (Number.isNaN(cost)) return cost;
        const i = pixels[k]!;
        const [x, y] = [(i % field.width) + 0.5, Math.floor(i / field.width) + 0.5];
        if (!carried(soft, shifts[s]!, x, y, at) || !readField(soft, at[0]!, at[1]!, colour)) return cost;
        let least = Infinity;
        for (const end of ends) {
          const r = colour[0]! - end[3 * k]!;
          const g = colour[1]! - end[3 * k + 1]!;
          const b = colour[2]! - end[3 * k + 2]!;
          const off = r * r + g * g + b * b;
          if (off < least) least = off;
        }
        return least < Infinity ? cost + Math.min(MOST, WEIGHT * Math.max(0, least - LIKE)) : cost;
      }),
    ),
  };
}

/** The ways out of a gap. */
const WAYS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** The colours at which each way leads out of the gap: red, green and blue for each pixel; NaN: it leads nowhere. */
function endsOf(field: Field, pixels: Int32Array): Float32Array[] {
  return WAYS.map(([dx, dy]) => {
    const colours = new Float32Array(3 * pixels.length).fill(NaN);
    pixels.forEach((i, k) => {
      const j = outOf(field, i, dx, dy);
      if (j >= 0) colours.set(field.data.subarray(3 * j, 3 * j + 3), 3 * k);
    });
    return colours;
  });
}

/** The known pixel at which a way leads out of the gap, a little beyond its border; −1: there is none. */
function outOf({ width, height, known, wanted }: Field, from: number, dx: number, dy: number): number {
  let found = -1;
  let x = from % width;
  let y = Math.floor(from / width);
  for (let beyond = 0; beyond < BEYOND;) {
    x += dx;
    y += dy;
    if (x < 0 || y < 0 || x >= width || y >= height) return found;
    const i = y * width + x;
    if (known[i]) {
      found = i;
      beyond++;
    } else if (found >= 0 || !wanted[i]) return found;
  }
  return found;
}
