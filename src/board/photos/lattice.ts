import type { Density } from "./listing";

/** Least width of a place and the space between places, CSS pixels; what a place has beside its picture. */
const PLACES = {
  large: { least: 260, gap: 20, below: 122, ratio: 2 / 3 },
  small: { least: 150, gap: 8, below: 26, ratio: 2 / 3 },
} as const;
const LINE = { height: 52, gap: 4 } as const;

/** How photos lie on the page: all places are alike, so that where each lies is known without it being there. */
export interface Lattice {
  readonly columns: number;
  /** Of a place, CSS pixels. */
  readonly width: number;
  readonly height: number;
  readonly gap: number;
}

export function latticeOf(density: Density, width: number): Lattice {
  if (density === "lines") return { columns: 1, width, height: LINE.height, gap: LINE.gap };
  const { least, gap, below, ratio } = PLACES[density];
  const columns = Math.max(1, Math.floor((width + gap) / (least + gap)));
  const own = (width - gap * (columns - 1)) / columns;
  return { columns, width: own, height: Math.round(own * ratio) + below, gap };
}

/** A row of the page: the title of a group, or photos beside each other; CSS pixels from the lattice's top. */
export interface Row {
  readonly top: number;
  readonly height: number;
  /** The group whose title it is; null: a row of photos. */
  readonly title: number | null;
  /** The photos in it, by their number: from, and up to but not with. */
  readonly from: number;
  readonly to: number;
}

/** Height of a group's title, CSS pixels. */
const TITLE = 34;

/** The rows of a lattice, the gap beneath each in its height. @param counts of photos in each group. @param titled whether groups have titles. */
export function rowsOf({ columns, height, gap }: Lattice, counts: readonly number[], titled: boolean): Row[] {
  const rows: Row[] = [];
  let [top, from] = [0, 0];
  const add = (high: number, title: number | null, to: number): void => {
    rows.push({ top, height: high, title, from, to });
    top += high;
    from = to;
  };
  for (const [group, count] of counts.entries()) {
    const end = from + count;
    if (titled) add(TITLE, group, from);
    while (from < end) add(height + gap, null, Math.min(end, from + columns));
  }
  return rows;
}

/** The photos whose places a rectangle touches, by their number. @param rect from the lattice's corner: left, top, right, bottom. */
export function touched(
  { width, gap }: Lattice,
  rows: readonly Row[],
  [left, top, right, bottom]: readonly [number, number, number, number],
): number[] {
  return rows.flatMap((row) => {
    if (row.title !== null || row.top > bottom || row.top + row.height - gap < top) return [];
    const inRow: number[] = [];
    for (let i = row.from; i < row.to; i++) {
      const x = (i - row.from) * (width + gap);
      if (x <= right && x + width >= left) inRow.push(i);
    }
    return inRow;
  });
}

/** The photo above or below another, as near as may be to straight; itself where there is none. */
export function beside(rows: readonly Row[], index: number, by: 1 | -1): number {
  const own = rows.filter((r) => r.title === null);
  const at = own.findIndex((r) => index >= r.from && index < r.to);
  const next = own[at + by];
  return at < 0 || !next ? index : Math.min(next.from + index - own[at]!.from, next.to - 1);
}
