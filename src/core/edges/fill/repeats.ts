import type { Vec2, Vec3 } from "../../geometry";
import type { Anchor } from "./anchors";
import type { Candidate } from "./candidates";
import { type Shift, carried, shiftBetween } from "./carry";
import { distanceToKnown } from "./context";
import type { Field } from "./field";
import { FORGIVEN, OTHER, readField } from "./patch";

/** Half the side of a window, pixels of the finest field: so much, and so much more for each pixel that a gap is deep. */
const WINDOW = { least: 32, per: 3, most: 120 } as const;
const MOST_WINDOWS = 5;
/** Places of a window that are compared, about; and in the finest field, where it is settled. */
const SAMPLES = { most: 120, settled: 500 } as const;
/** Of those so many must find something to be compared with, and of the gap so much something to be copied. */
const COMPARED = 0.4;
const COVERED = 0.5;
/** So many of each window and normal go on from one level to the next. */
const KEPT = 6;
/** A window that costs more than this repeats nowhere, mean square of colours. */
const WORST = 0.03;
/** What it costs to draw a copy e times as large or as small, in area; a square of colours. */
const SCALED = 0.01;

/**
 * Shifts by which the surroundings of a gap as a whole agree with themselves: the next bay, the next row of tiles. A small patch
 * at a gap's border cannot tell them: it looks like much that is nearer. Sorted, the best first.
 *
 * @param fields from the finest to the coarsest.
 */
export function repeatsOf(fields: readonly Field[], normals: readonly Vec3[], anchors: readonly Anchor[]): Candidate[] {
  const windows = windowsOf(fields[0]!, anchors);
  const all: Candidate[] = [];
  for (const window of windows) {
    const levels = fields.map((field, level) => new Surroundings(field, window, 2 ** level));
    for (const normal of normals) all.push(...repeatsIn(levels, normal));
  }
  return all.sort((a, b) => a.cost - b.cost);
}

interface Window {
  readonly at: Vec2;
  readonly half: number;
}

function windowsOf(field: Field, anchors: readonly Anchor[]): Window[] {
  const distance = distanceToKnown(field);
  let deepest = 0;
  for (let i = 0; i < distance.length; i++) if (field.wanted[i] && distance[i]! > deepest) deepest = distance[i]!;
  const half = Math.min(WINDOW.most, WINDOW.least + WINDOW.per * deepest);
  for (let apart = half; ; apart *= 1.3) {
    const windows: Window[] = [];
    for (const { at } of anchors)
      if (windows.every((w) => Math.hypot(w.at[0] - at[0], w.at[1] - at[1]) > apart)) windows.push({ at, half });
    if (windows.length <= MOST_WINDOWS) return windows;
  }
}

/** What is known around a place, and what of the gap lies there. */
class Surroundings {
  private readonly places: Float64Array;
  private readonly colours: Float64Array;
  private readonly gap: Float64Array;
  readonly at: Vec2;
  private readonly place = new Float64Array(6);
  private readonly colour = new Float64Array(3);

  constructor(
    readonly field: Field,
    { at, half }: Window,
    scale: number,
  ) {
    const { width, height, known, wanted, data } = field;
    this.at = [at[0] / scale, at[1] / scale];
    const reach = half / scale;
    const [x0, x1] = [Math.max(0, Math.floor(this.at[0] - reach)), Math.min(width, Math.ceil(this.at[0] + reach))];
    const [y0, y1] = [Math.max(0, Math.floor(this.at[1] - reach)), Math.min(height, Math.ceil(this.at[1] + reach))];
    const places: number[] = [];
    const colours: number[] = [];
    const gap: number[] = [];
    // A knight's move apart, so that no row and no column is left out.
    const every = Math.max(1, Math.round(((x1 - x0) * (y1 - y0)) / (scale === 1 ? SAMPLES.settled : SAMPLES.most)));
    const knight = knightOf(every);
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        if ((x + knight * y) % every !== 0) continue;
        const i = y * width + x;
        if (wanted[i]) gap.push(x + 0.5, y + 0.5);
        if (!known[i]) continue;
        places.push(x + 0.5, y + 0.5);
        colours.push(data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!);
      }
    this.places = Float64Array.from(places);
    this.colours = Float64Array.from(colours);
    this.gap = Float64Array.from(gap);
  }

  /** Mean square difference of what a shift takes the surroundings to; Infinity where too little can be compared, or for more than `most`. */
  cost(shift: Shift, most: number): number {
    const { field, places, colours, gap, place, colour } = this;
    const n = places.length / 2;
    if (n < 12) return Infinity;
    let open = 0;
    for (let k = 0; k < gap.length; k += 2)
      if (!carried(field, shift, gap[k]!, gap[k + 1]!, place) || !this.source(place[0]!, place[1]!)) open += 2;
    if (open > (1 - COVERED) * gap.length) return Infinity;
    let [seen, sum, r, g, b] = [0, 0, 0, 0, 0];
    for (let k = 0; k < n; k++) {
      if (!carried(field, shift, places[2 * k]!, places[2 * k + 1]!, place)) continue;
      if (!readField(field, place[0]!, place[1]!, colour)) continue;
      seen++;
      const dr = colour[0]! - colours[3 * k]!;
      const dg = colour[1]! - colours[3 * k + 1]!;
      const db = colour[2]! - colours[3 * k + 2]!;
      const off = dr * dr + dg * dg + db * db;
      if (off > OTHER) sum += OTHER;
      else {
        sum += off;
        r += dr;
        g += dg;
        b += db;
      }
      // Half of a steady difference is forgiven in the end.
      if (sum > 2 * most * n) return Infinity;
    }
    if (seen < COMPARED * n) return Infinity;
    carried(field, shift, this.at[0], this.at[1], place);
    const scaled = Math.abs(Math.log(Math.abs(place[2]! * place[5]! - place[3]! * place[4]!)));
    const cost = sum / seen - (FORGIVEN * (r * r + g * g + b * b)) / (seen * seen) + SCALED * scaled;
    return cost < most ? cost : Infinity;
  }

  private source(x: number, y: number): boolean {
    const { width, height, source } = this.field;
    const [px, py] = [Math.floor(x), Math.floor(y)];
    return px >= 0 && py >= 0 && px < width && py < height && source[py * width + px] === 1;
  }
}

/** By how much each row of a sparse lattice is shifted against the one before: near the golden section, and prime to the step. */
function knightOf(every: number): number {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  let knight = Math.max(1, Math.round(Math.sqrt(every) * 1.618));
  while (divisor(knight, every) > 1) knight++;
  return knight;
}

interface Found {
  readonly to: Vec2;
  readonly shift: Shift;
  readonly cost: number;
}

/** Steps downhill on each level, at most. */
const TURNS = 4;
/** Nearer than this to where it began nothing repeats: what is compared is the same, pixels of each field. */
const NEAREST = 3;

function repeatsIn(levels: readonly Surroundings[], normal: Vec3): Candidate[] {
  const coarsest = levels.at(-1)!;
  const { width, height } = coarsest.field;
  const grid = new Float64Array(width * height).fill(Infinity);
  const shifts: (Shift | null)[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = placeOf(coarsest, x, y);
      const shift =
        Math.hypot(to[0] - coarsest.at[0], to[1] - coarsest.at[1]) < NEAREST
          ? null
          : shiftBetween(coarsest.field, normal, coarsest.at, to);
      shifts.push(shift);
      if (shift) grid[y * width + x] = coarsest.cost(shift, 3 * WORST);
    }
  let found: Found[] = [];
  for (let i = 0; i < grid.length; i++) {
    if (!(grid[i]! < Infinity)) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    let least = true;
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++)
        if (grid[v * width + u]! < grid[i]!) least = false;
    if (least) found.push({ to: placeOf(coarsest, x, y), shift: shifts[i]!, cost: grid[i]! });
  }
  found = best(found, 3 * KEPT);
  for (let level = levels.length - 2; level >= 0; level--) {
    const here = levels[level]!;
    const step = level === 0 ? 0.5 : 1;
    found = best(
      found
        .map(({ to }) => settledAt(here, normal, finer(here, levels[level + 1]!, to), step))
        .filter((f) => f !== null),
      level > 1 ? 2 * KEPT : KEPT,
    );
  }
  return found.filter((f) => f.cost < WORST).map(({ shift, cost }) => ({ shift, cost }));
}

/** A place so far from where the window is that a plain shift there is one of whole pixels: nothing is blurred by reading between them. */
const placeOf = ({ at }: Surroundings, x: number, y: number): Vec2 => [
  x + at[0] - Math.floor(at[0]),
  y + at[1] - Math.floor(at[1]),
];

/** A place of the next coarser field in this one, again whole pixels off. */
const finer = (here: Surroundings, coarser: Surroundings, to: Vec2): Vec2 => [
  here.at[0] + Math.round(2 * (to[0] - coarser.at[0])),
  here.at[1] + Math.round(2 * (to[1] - coarser.at[1])),
];

/** The best place around one: downhill, at most so many steps. */
function settledAt(here: Surroundings, normal: Vec3, near: Vec2, step: number): Found | null {
  let found: Found | null = null;
  let at = near;
  for (let turn = 0; turn < TURNS; turn++) {
    let better = null as Found | null;
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        if (found && dx === 0 && dy === 0) continue;
        const to: Vec2 = [at[0] + step * dx, at[1] + step * dy];
        const shift = shiftBetween(here.field, normal, here.at, to);
        const cost: number = shift
          ? here.cost(shift, Math.min(3 * WORST, better?.cost ?? found?.cost ?? Infinity))
          : Infinity;
        if (shift && cost < Infinity) better = { to, shift, cost };
      }
    if (!better) break;
    found = better;
    at = better.to;
  }
  return found;
}

function best(found: readonly Found[], count: number): Found[] {
  const kept: Found[] = [];
  for (const f of [...found].sort((a, b) => a.cost - b.cost)) {
    if (kept.length >= count) break;
    if (kept.every((k) => Math.hypot(k.to[0] - f.to[0], k.to[1] - f.to[1]) > 1.5)) kept.push(f);
  }
  return kept;
}
