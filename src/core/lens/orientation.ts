import type { Vec2 } from "../geometry";

/** EXIF orientation (tag 274): how the stored picture is turned to be displayed; 1 as it is, 6 a quarter turn clockwise … */
export type Orientation = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8;

/** Where the displayed picture's right and down come from: rows of what takes a stored direction to the displayed one. */
const TURNS: Readonly<Record<Orientation, readonly [number, number, number, number]>> = {
  1: [1, 0, 0, 1],
  2: [-1, 0, 0, 1],
  3: [-1, 0, 0, -1],
  4: [1, 0, 0, -1],
  5: [0, 1, 1, 0],
  6: [0, -1, 1, 0],
  7: [0, -1, -1, 0],
  8: [0, 1, -1, 0],
};

/** A number from a file as an orientation; what is none counts as 1. */
export const orientationOf = (value: unknown): Orientation =>
  typeof value === "number" && value in TURNS ? (value as Orientation) : 1;

/** What of a lens has a direction: the centre's offset, and the decentring terms p1 and p2. */
export interface Directed {
  readonly p: readonly [number, number];
  readonly centre: readonly [number, number];
}

function turned<T extends Directed>(lens: T, [a, b, c, d]: readonly [number, number, number, number]): T {
  const turn = ([x, y]: Vec2): [number, number] => [a * x + b * y || 0, c * x + d * y || 0];
  // Brown's decentring is r² t + 2 (t · x) x with t = (p2, p1): t is a direction like any other.
  const [p2, p1] = turn([lens.p[1], lens.p[0]]);
  return { ...lens, p: [p1, p2], centre: turn(lens.centre) };
}

/** A lens as it lies on the sensor, in the directions of the displayed picture. */
export const asDisplayed = <T extends Directed>(lens: T, orientation: Orientation): T =>
  turned(lens, TURNS[orientation]);

/** A lens measured on the displayed picture, in the directions of the sensor. */
export function asStored<T extends Directed>(lens: T, orientation: Orientation): T {
  const [a, b, c, d] = TURNS[orientation];
  return turned(lens, [a, c, b, d]);
}
