import type { Vec2 } from "../../geometry";
import { type ChartKind, candidates } from "./candidates";
import { type FoundGrid, findGrid } from "./grid";
import { type Grey, blurred, evened, shrunk } from "./raster";
import { refineCorner } from "./refine";

/** A chart seen in a picture: its corners row by row, pixels of the picture; null where one was not found. */
export interface SeenChart {
  readonly columns: number;
  readonly rows: number;
  readonly corners: readonly (Vec2 | null)[];
}

/** Longest side on which corners are looked for; they are refined in the full picture. */
const SEARCH = 1300;
/** Scales at which corners are looked for, pixels of the shrunken picture. */
const SCALES = [2, 3, 1.3, 4.5];

/** Finds a chart of columns × rows inner corners (or crossings) at any angle, or null. `grey`: 0…255. */
export function findChart(grey: Grey, columns: number, rows: number, kind: ChartKind = "checker"): SeenChart | null {
  const factor = Math.max(1, Math.round(Math.max(grey.width, grey.height) / SEARCH));
  const small = shrunk(grey, factor);
  const even = evened(small, Math.round(Math.max(small.width, small.height) / 14));
  let best: { seen: SeenChart; count: number } | null = null;
  for (const sigma of SCALES) {
    const grid = findGrid(candidates(even, kind, sigma), columns, rows, kind);
    if (!grid) continue;
    const seen = refined(grey, grid, factor, kind);
    const count = seen.corners.filter(Boolean).length;
    if (count >= 0.8 * columns * rows && (!best || count > best.count)) best = { seen, count };
    if (best && best.count === columns * rows) break;
  }
  return best?.seen ?? null;
}

function refined(grey: Grey, { columns, rows, corners }: FoundGrid, factor: number, kind: ChartKind): SeenChart {
  // A light blur steadies the gradients; it moves a symmetric corner nowhere.
  const soft = blurred(grey, factor > 1 ? 1 : 0.7);
  const spacing = (n: number): number => {
    const here = corners[n]!;
    const around = [
      n % columns > 0 ? corners[n - 1] : null,
      n % columns < columns - 1 ? corners[n + 1] : null,
      n >= columns ? corners[n - columns] : null,
      n < columns * (rows - 1) ? corners[n + columns] : null,
    ].filter((c): c is NonNullable<typeof c> => !!c);
    return Math.min(...around.map((c) => Math.hypot(c.x - here.x, c.y - here.y))) * factor;
  };
  return {
    columns,
    rows,
    corners: corners.map((c, n) => {
      if (!c) return null;
      const step = spacing(n);
      if (!Number.isFinite(step)) return null;
      const half = Math.min(22, Math.max(2.5, (kind === "checker" ? 0.3 : 0.22) * step));
      return refineCorner(soft, [c.x * factor, c.y * factor], half);
    }),
  };
}
