import type { Candidate, ChartKind } from "./candidates";

/** Corners found, row by row; null where one is missing. */
export interface FoundGrid {
  readonly columns: number;
  readonly rows: number;
  readonly corners: readonly (Candidate | null)[];
}

type Cell = { readonly i: number; readonly j: number; readonly at: Candidate };
const key = (i: number, j: number): string => `${i},${j}`;
const DIRECTIONS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;
/** A corner may miss where it is expected by this share of the step. */
const MISS = 0.34;
/** A chart's steps change slowly; in texture a grid of chance fits jumps about. Mean change from step to step, as a share of the step. */
const ROUGHEST = { checker: 0.12, lines: 0.055 } as const;
/** Seeds tried, the strongest first. */
const SEEDS = 25;

/** Whether two corners are contrary, as neighbours on a checkerboard are: the dark diagonal turns by a quarter. */
function contrary(a: Candidate, b: Candidate, kind: ChartKind): boolean {
  if (kind === "lines") return true;
  // The angle counts modulo a half turn.
  const d = Math.abs(Math.cos(a.turn - b.turn));
  return d < Math.SQRT1_2;
}

/** The grid of columns × rows corners (either way round) that grows from the strongest candidate it can; null if none does. */
export function findGrid(all: readonly Candidate[], columns: number, rows: number, kind: ChartKind): FoundGrid | null {
  let best: { grid: FoundGrid; found: number } | null = null;
  const wanted = columns * rows;
  const tried = new Set<Candidate>();
  for (const seed of all.slice(0, SEEDS)) {
    if (tried.has(seed)) continue;
    const cells = grow(seed, all, kind);
    for (const c of cells.values()) tried.add(c.at);
    if (cells.size < 0.7 * wanted) continue;
    for (const [c, r] of [
      [columns, rows],
      [rows, columns],
    ] as const) {
      const cut = window(cells, c, r);
      if (cut && roughness(cut.grid) < ROUGHEST[kind] && (!best || cut.found > best.found)) best = cut;
    }
    if (best && best.found === wanted) break;
  }
  if (!best || best.found < 0.85 * wanted) return null;
  return orientedAs(best.grid, columns, rows);
}

function grow(seed: Candidate, all: readonly Candidate[], kind: ChartKind): Map<string, Cell> {
  const cells = new Map<string, Cell>();
  const basis = basisAt(seed, all, kind);
  if (!basis) return cells;
  const used = new Set<Candidate>([seed]);
  const queue: Cell[] = [{ i: 0, j: 0, at: seed }];
  cells.set(key(0, 0), queue[0]!);
  for (let n = 0; n < queue.length; n++) {
    const { i, j, at } = queue[n]!;
    for (const [di, dj] of DIRECTIONS) {
      if (cells.has(key(i + di, j + dj))) continue;
      const step = stepFrom(cells, i, j, di, dj, basis);
      const length = Math.hypot(step[0], step[1]);
      const next = nearest(
        all,
        at.x + step[0],
        at.y + step[1],
        MISS * length,
        (c) => !used.has(c) && contrary(at, c, kind),
      );
      if (!next) continue;
      used.add(next);
      const cell = { i: i + di, j: j + dj, at: next };
      cells.set(key(cell.i, cell.j), cell);
      queue.push(cell);
    }
    if (queue.length > 4000) break;
  }
  return cells;
}

function nearest(
  all: readonly Candidate[],
  x: number,
  y: number,
  reach: number,
  fits: (c: Candidate) => boolean,
): Candidate | null {
  let [best, least] = [null as Candidate | null, reach * reach];
  for (const c of all) {
    const d = (c.x - x) ** 2 + (c.y - y) ** 2;
    if (d < least && fits(c)) [best, least] = [c, d];
  }
  return best;
}

/** The steps to a seed's neighbours in the grid's two directions. */
function basisAt(
  seed: Candidate,
  all: readonly Candidate[],
  kind: ChartKind,
): readonly [readonly [number, number], readonly [number, number]] | null {
  const near = all
    .filter((c) => c !== seed && contrary(seed, c, kind))
    .map((c) => ({ v: [c.x - seed.x, c.y - seed.y] as const, d: Math.hypot(c.x - seed.x, c.y - seed.y) }))
    .sort((a, b) => a.d - b.d)
    .slice(0, 6);
  const first = near[0];
  if (!first) return null;
  for (const other of near.slice(1)) {
    const cross = Math.abs(first.v[0] * other.v[1] - first.v[1] * other.v[0]) / (first.d * other.d);
    if (cross > 0.5 && other.d < 3 * first.d) return [first.v, other.v];
  }
  return null;
}

/** The step expected in a direction: as the last one, and as much longer or shorter as that was against the one before. */
function stepFrom(
  cells: ReadonlyMap<string, Cell>,
  i: number,
  j: number,
  di: number,
  dj: number,
  basis: readonly [readonly [number, number], readonly [number, number]],
): [number, number] {
  const at = (a: number, b: number): Candidate | null => cells.get(key(a, b))?.at ?? null;
  const here = at(i, j)!;
  const before = at(i - di, j - dj);
  if (before) {
    const last: [number, number] = [here.x - before.x, here.y - before.y];
    const first = at(i - 2 * di, j - 2 * dj);
    if (!first) return last;
    const ratio = Math.hypot(...last) / Math.max(1e-6, Math.hypot(before.x - first.x, before.y - first.y));
    const by = Math.min(1.3, Math.max(0.75, ratio));
    return [last[0] * by, last[1] * by];
  }
  // A step of the same direction beside this one.
  for (const side of [1, -1, 2, -2]) {
    const [a, b] = [at(i + side * dj, j + side * di), at(i + side * dj + di, j + side * di + dj)];
    if (a && b) return [b.x - a.x, b.y - a.y];
  }
  const v = di !== 0 ? basis[0] : basis[1];
  return [v[0] * (di + dj), v[1] * (di + dj)];
}

/** The columns × rows part of what was grown that is fullest, if it is not part of something larger. */
function window(
  cells: ReadonlyMap<string, Cell>,
  columns: number,
  rows: number,
): { grid: FoundGrid; found: number } | null {
  const is = [...cells.values()].map((c) => c.i);
  const js = [...cells.values()].map((c) => c.j);
  const [i0, i1, j0, j1] = [Math.min(...is), Math.max(...is), Math.min(...js), Math.max(...js)];
  let best: { grid: FoundGrid; found: number } | null = null;
  for (let a = i0 - 1; a <= i1 - columns + 2; a++)
    for (let b = j0 - 1; b <= j1 - rows + 2; b++) {
      const corners = Array.from(
        { length: columns * rows },
        (_, n) => cells.get(key(a + (n % columns), b + Math.floor(n / columns)))?.at ?? null,
      );
      const found = corners.filter(Boolean).length;
      if (!best || found > best.found) best = { grid: { columns, rows, corners }, found };
    }
  return best;
}

/** Mean change between successive steps along rows and columns, as a share of the steps. */
function roughness({ columns, rows, corners }: FoundGrid): number {
  let [sum, count] = [0, 0];
  for (let n = 0; n < corners.length; n++)
    for (const by of [1, columns]) {
      const inside = by === 1 ? n % columns > 0 && n % columns < columns - 1 : n >= columns && n < columns * (rows - 1);
      const [a, b, c] = [corners[n - by], corners[n], corners[n + by]];
      if (!inside || !a || !b || !c) continue;
      const step = (Math.hypot(b.x - a.x, b.y - a.y) + Math.hypot(c.x - b.x, c.y - b.y)) / 2;
      sum += Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y) / step;
      count++;
    }
  return count > 0 ? sum / count : Infinity;
}

/** Turned so that it has the columns and rows asked for. */
function orientedAs({ columns, rows, corners }: FoundGrid, wantedColumns: number, wantedRows: number): FoundGrid {
  if (columns === wantedColumns && rows === wantedRows) return { columns, rows, corners };
  return {
    columns: wantedColumns,
    rows: wantedRows,
    corners: Array.from(
      { length: corners.length },
      (_, n) => corners[(n % wantedColumns) * columns + Math.floor(n / wantedColumns)]!,
    ),
  };
}
