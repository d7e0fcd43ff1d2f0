import type { Vec2 } from "../../geometry";
import type { PlacedPlan } from "./edge-job";

/** A part of a fill that may well be off. */
export interface DoubtfulPlace {
  /** Cells that it consists of, column and row from the frame's corner. */
  readonly cells: readonly (readonly [number, number])[];
  /** Part of the frame, 0…1. */
  readonly share: number;
  /** By how much it is expected to be off, levels of 255. */
  readonly levels: number;
  /** The middle of its cell that is most doubtful, pixels of the plane. */
  readonly at: Vec2;
  /** Where that lies in the frame: 0 left or top, 1 in the middle, 2 right or bottom. */
  readonly where: readonly [number, number];
}

/** What of a fill is doubtful, worst first. */
export interface Doubtful {
  /** Width and height of a cell, pixels of the plane. */
  readonly cell: Vec2;
  readonly places: readonly DoubtfulPlace[];
}

/** Side of a cell, pixels of the plan. */
const CELL = 8;
/** A cell is doubtful that is expected to be off by so many levels, where so much of it is filled. */
const OFF = 22;
const FILLED = 0.25;
/** Less than so many cells together are not worth a look; more than so many places nobody looks at. */
const FEWEST = 4;
const MOST = 6;

/** The doubtful places of a planned fill; null where it was not tried. */
export function doubtfulIn({ plan, at }: PlacedPlan): Doubtful | null {
  const { doubt, width, height } = plan;
  if (!doubt) return null;
  const [columns, rows] = [Math.ceil(width / CELL), Math.ceil(height / CELL)];
  const off = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) off[row * columns + column] = offIn(plan, doubt, column, row);
  const cell: Vec2 = [(CELL * at[2]) / width, (CELL * at[3]) / height];
  const taken = new Uint8Array(off.length);
  const places: DoubtfulPlace[] = [];
  for (let first = 0; first < off.length; first++) {
    if (off[first]! < OFF || taken[first]) continue;
    taken[first] = 1;
    const found = [first];
    for (const i of found)
      for (const j of around(i, columns, rows)) {
        if (off[j]! < OFF || taken[j]) continue;
        taken[j] = 1;
        found.push(j);
      }
    if (found.length < FEWEST) continue;
    const worst = found.reduce((a, b) => (off[b]! > off[a]! ? b : a));
    const [x, y] = [(worst % columns) + 0.5, Math.floor(worst / columns) + 0.5];
    places.push({
      cells: found.map((i) => [i % columns, Math.floor(i / columns)] as const),
      share: Math.min(1, (found.length * CELL * CELL) / (width * height)),
      levels: Math.round(Math.sqrt(found.reduce((sum, i) => sum + off[i]! ** 2, 0) / found.length)),
      at: [at[0] + x * cell[0], at[1] + y * cell[1]],
      where: [third((x * CELL) / width), third((y * CELL) / height)],
    });
  }
  const weight = (p: DoubtfulPlace): number => p.share * p.levels ** 2;
  return { cell, places: places.sort((a, b) => weight(b) - weight(a)).slice(0, MOST) };
}

const third = (share: number): number => Math.max(0, Math.min(2, Math.floor(3 * share)));

/** By how much a cell is expected to be off, levels; 0 where hardly anything of it is filled. */
function offIn({ width, height }: PlacedPlan["plan"], doubt: Uint8Array, column: number, row: number): number {
  let [n, filled, sum] = [0, 0, 0];
  for (let y = row * CELL; y < Math.min(height, (row + 1) * CELL); y++)
    for (let x = column * CELL; x < Math.min(width, (column + 1) * CELL); x++) {
      const v = doubt[y * width + x]!;
      n++;
      if (v === 0) continue;
      filled++;
      sum += v * v;
    }
  return filled < FILLED * n ? 0 : Math.sqrt(sum / filled);
}

function around(i: number, columns: number, rows: number): number[] {
  const [x, y] = [i % columns, Math.floor(i / columns)];
  const all: number[] = [];
  for (let dy = -1; dy <= 1; dy++)
    for (let dx = -1; dx <= 1; dx++)
      if (x + dx >= 0 && y + dy >= 0 && x + dx < columns && y + dy < rows) all.push(i + dy * columns + dx);
  return all;
}
