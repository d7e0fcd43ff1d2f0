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

/** The photos whose places a rectangle touches, by their number. @param rect from the lattice's corner: left, top, right, bottom. */
export function touched(
  { columns, width, height, gap }: Lattice,
  count: number,
  [left, top, right, bottom]: readonly [number, number, number, number],
): number[] {
  const hits = (from: number, to: number, side: number, most: number): number[] => {
    const all: number[] = [];
    const first = Math.max(0, Math.floor(from / (side + gap)));
    for (let i = first; i < most && i * (side + gap) <= to; i++) if (i * (side + gap) + side >= from) all.push(i);
    return all;
  };
  const rows = hits(top, bottom, height, Math.ceil(count / columns));
  const cols = hits(left, right, width, columns);
  return rows.flatMap((r) => cols.map((c) => r * columns + c)).filter((i) => i < count);
}
