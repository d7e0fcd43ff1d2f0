import type { PlaneStep } from "../course";
import { type Vec2, contains } from "../geometry";

/** Where a surface lies: its middle, and how far it goes from there across and down, pixels. */
interface Extent {
  readonly middle: Vec2;
  readonly reach: Vec2;
}

const COLUMNS = 192;
const ROWS = 96;
/** Halvings that follow a border to a thousandth of a pixel. */
const HALVINGS = 40;
/** Rows are evenly spread by angle up to here, degrees; places further up or down are not looked at. */
const STEEPEST = 85;

/**
 * What of a recorded polygon is seen on a surface, looked for column by column: for a picture that goes round, or beyond the
 * surface, whose border therefore has no one outline there. What is seen of a column is taken to be in one piece.
 */
export function scannedOutline(
  back: PlaneStep["back"],
  { middle: [cx, cy], reach: [wide, high] }: Extent,
  polygon: readonly Vec2[],
): Vec2[] {
  const out = new Float64Array(3);
  const covered = (x: number, y: number): boolean => {
    back(x, y, out);
    return out[2]! > 0 && contains(polygon, [out[0]!, out[1]!]);
  };
  const rows = Array.from({ length: ROWS + 1 }, (_, j) => {
    const angle = ((STEEPEST * Math.PI) / 180) * ((2 * j) / ROWS - 1);
    return cy + Math.tan(angle) * Math.min(high / Math.tan((STEEPEST * Math.PI) / 180), high);
  });
  /** The place between one that is covered and one that is not where it changes, as a share of the way. */
  const border = (isIn: (t: number) => boolean): number => {
    let [low, far] = [0, 1];
    for (let n = 0; n < HALVINGS; n++) {
      const t = (low + far) / 2;
      if (isIn(t)) low = t;
      else far = t;
    }
    return low;
  };
  const columnAt = (x: number): readonly [top: number, foot: number] | null => {
    const first = rows.findIndex((y) => covered(x, y));
    if (first < 0) return null;
    let last = first;
    for (let j = first; j < rows.length; j++) if (covered(x, rows[j]!)) last = j;
    const end = (from: number, to: number | undefined): number =>
      to === undefined
        ? rows[from]!
        : rows[from]! + (to - rows[from]!) * border((t) => covered(x, rows[from]! + (to - rows[from]!) * t));
    return [end(first, rows[first - 1]), end(last, rows[last + 1])];
  };
  const xs = Array.from({ length: COLUMNS + 1 }, (_, i) => cx + wide * ((2 * i) / COLUMNS - 1) * (1 - 1e-9));
  const columns = xs.map(columnAt);
  const begin = columns.findIndex((c) => c !== null);
  if (begin < 0) return [];
  let finish = begin;
  columns.forEach((c, i) => {
    if (c !== null && i === finish + 1) finish = i;
  });
  const ends: Vec2[][] = [begin, finish].map((i, side) => {
    const beyond = xs[side === 0 ? i - 1 : i + 1];
    if (beyond === undefined) return [];
    const [top, foot] = columns[i]!;
    const at = (t: number): number => xs[i]! + (beyond - xs[i]!) * t;
    const heights = Array.from({ length: 33 }, (_, k) => top + ((foot - top) * k) / 32);
    const x = at(border((t) => heights.some((y) => covered(at(t), y))));
    const edge = columnAt(x);
    return edge ? edge.map((y): Vec2 => [x, y]) : [];
  });
  const inside = xs.slice(begin, finish + 1);
  const tops = inside.map((x, k): Vec2 => [x, columns[begin + k]![0]]);
  const feet = inside.map((x, k): Vec2 => [x, columns[begin + k]![1]]);
  const [left, right] = [ends[0]!, ends[1]!];
  return [...left.slice(0, 1), ...tops, ...right, ...feet.reverse(), ...left.slice(1)];
}
