import { type Shift, carried } from "./carry";
import { type Field, besideOf } from "./field";
import { SKY } from "./kinds";

/** What a pixel shows once it is filled; of a known one nobody may be able to tell. */
export const SOLID = 0;
export const OPEN = 1;
export const UNTOLD = 2;

/** Whether each pixel of the field shows the sky alone, by its own kind or else by what its copy shows; null where nobody knows. */
export function skyShown(
  field: Field,
  shifts: readonly Shift[],
  pixels: Int32Array,
  labels: Int16Array,
): Uint8Array | null {
  const { width, height, kinds } = field;
  if (!kinds) return null;
  const told = (kind: number): number => (kind === SKY ? OPEN : kind & SKY ? UNTOLD : SOLID);
  const sky = kinds.map(told);
  const at = new Float64Array(6);
  pixels.forEach((i, k) => {
    const shift = sky[i] === UNTOLD ? shifts[labels[k]!] : undefined;
    if (shift && carried(field, shift, (i % width) + 0.5, Math.floor(i / width) + 0.5, at)) {
      const [x, y] = [Math.floor(at[0]!), Math.floor(at[1]!)];
      if (x >= 0 && y >= 0 && x < width && y < height) sky[i] = told(kinds[y * width + x]!);
    }
  });
  // What neither its place nor its copy tells is what most around it is.
  let open = pixels.filter((i) => sky[i] === UNTOLD);
  while (open.length > 0) {
    const around = open.map((i) => {
      const told = besideOf(field, i).filter((j) => sky[j] !== UNTOLD);
      const air = told.filter((j) => sky[j] === OPEN).length;
      return told.length === 0 ? UNTOLD : 2 * air >= told.length ? OPEN : SOLID;
    });
    open.forEach((i, n) => (sky[i] = around[n]!));
    const left = open.filter((i) => sky[i] === UNTOLD);
    if (left.length === open.length) break;
    open = left;
  }
  open.forEach((i) => (sky[i] = SOLID));
  return sky;
}
