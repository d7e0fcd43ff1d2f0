import type { Field } from "./field";
import { HIGH, LOW, SKY, kindsOf } from "./kinds";

/**
 * The field with a gap's mirror image hidden: of every pixel of the gap the known one that lies as deep beyond the photo's border
 * as it lies before it. What was known there is the truth of a fill that is tried. The gap itself is neither known nor wanted.
 *
 * @returns null where hardly anything is hidden, or hardly anything is left, and where the field is too small to tell anything.
 */
export function mirrored(field: Field): Field | null {
  const { width, height, known: shown, wanted: gap } = field;
  if (Math.max(width, height) < SMALLEST) return null;
  const nearest = nearestOf(gap, width, height);
  const hidden = new Uint8Array(gap.length);
  let [n, left] = [0, 0];
  for (let i = 0; i < gap.length; i++) {
    if (!shown[i]) continue;
    left++;
    const border = nearest[i]!;
    if (border < 0) continue;
    const x = 2 * (border % width) - (i % width);
    const y = 2 * Math.floor(border / width) - Math.floor(i / width);
    if (x < 0 || y < 0 || x >= width || y >= height || !gap[y * width + x]) continue;
    hidden[i] = 1;
    n++;
  }
  if (n < LEAST || n > MOST * left) return null;
  const isHidden = (i: number): boolean => hidden[i] === 1;
  const data = field.data.map((v, j) => (isHidden(Math.floor(j / 3)) ? 0 : v));
  const known = shown.map((v, i) => (isHidden(i) ? 0 : v));
  const source = field.source.map((v, i) => (isHidden(i) ? 0 : v));
  const trial = { ...field, data, known, wanted: hidden, source };
  return { ...trial, kinds: field.kinds && kindsAgain(trial, field.kinds) };
}

/** Longer side of a field in which copies can be told by their halved pixels. */
const SMALLEST = 200;
/** Hidden pixels to be tried at all, and the part of what is known that may be hidden. */
const LEAST = 60;
const MOST = 0.4;

/** What kinds the hidden places may have, as one would tell who does not see them. */
function kindsAgain(trial: Field, kinds: Uint8Array): Uint8Array {
  const { width } = trial;
  const pure = nearestOf(
    kinds.map((kind) => (kind === SKY || !(kind & SKY) ? 1 : 0)),
    width,
    trial.height,
  );
  // At the sky's own border both are allowed: there what is nearest counts.
  const sky = kinds.map((kind, i) => ((kind & SKY ? kinds[pure[i]!] === SKY : false) ? 1 : 0));
  const hasSky = sky.some((v) => v === 1);
  const hidden = kindsOf(trial, hasSky ? sky : null, (x, y) => {
    const kind = kinds[Math.floor(y) * width + Math.floor(x)]! & (HIGH | LOW);
    return kind === LOW ? 1 : kind === HIGH || kind === 0 ? -1 : 0;
  });
  return hidden.kinds;
}

/** For every pixel the nearest one of some, about: two passes over the grid, each handing on what its neighbours found (Danielsson 1980). −1 where there are none. */
function nearestOf(some: Uint8Array, width: number, height: number): Int32Array {
  const found = new Int32Array(some.length).fill(-1);
  const squares = new Float64Array(some.length).fill(Infinity);
  for (let i = 0; i < some.length; i++)
    if (some[i]) {
      found[i] = i;
      squares[i] = 0;
    }
  const ask = (i: number, x: number, y: number, dx: number, dy: number): void => {
    if (x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) return;
    const j = found[i + dy * width + dx]!;
    if (j < 0) return;
    const square = (x - (j % width)) ** 2 + (y - Math.floor(j / width)) ** 2;
    if (square >= squares[i]!) return;
    squares[i] = square;
    found[i] = j;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) for (const [dx, dy] of BEFORE) ask(y * width + x, x, y, dx, dy);
  for (let y = height - 1; y >= 0; y--)
    for (let x = width - 1; x >= 0; x--) for (const [dx, dy] of BEFORE) ask(y * width + x, x, y, -dx, -dy);
  return found;
}

const BEFORE = [
  [-1, 0],
  [0, -1],
  [-1, -1],
  [1, -1],
] as const;
