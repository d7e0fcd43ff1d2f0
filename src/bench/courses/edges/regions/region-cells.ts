import { type Rect, type Vec2, distance2 } from "@/core/geometry";
import { KIND_OF, type RegionKind, type Regions } from "@/core/render";

/** What a cell shows; null where there is no gap. */
export const kindAt = ({ columns, rows, kinds }: Regions, column: number, row: number): RegionKind | null =>
  column < 0 || row < 0 || column >= columns || row >= rows ? null : (KIND_OF[kinds[row * columns + column]!] ?? null);

/** Cells beside each other in a row that show the same. */
export interface Run {
  readonly kind: RegionKind;
  readonly column: number;
  readonly row: number;
  readonly count: number;
}

export function runsOf(regions: Regions): Run[] {
  const runs: Run[] = [];
  for (let row = 0; row < regions.rows; row++)
    for (let column = 0; column < regions.columns;) {
      const kind = kindAt(regions, column, row);
      const from = column++;
      while (column < regions.columns && kindAt(regions, column, row) === kind) column++;
      if (kind) runs.push({ kind, column: from, row, count: column - from });
    }
  return runs;
}

/** A side between two cells that show different things, in cells from the frame's corner. */
type Seam = readonly [Vec2, Vec2];

export function seamsOf(regions: Regions): Seam[] {
  const seams: Seam[] = [];
  for (let row = 0; row < regions.rows; row++)
    for (let column = 0; column < regions.columns; column++) {
      const kind = kindAt(regions, column, row);
      const [right, below] = [kindAt(regions, column + 1, row), kindAt(regions, column, row + 1)];
      if (kind && right && right !== kind)
        seams.push([
          [column + 1, row],
          [column + 1, row + 1],
        ]);
      if (kind && below && below !== kind)
        seams.push([
          [column, row + 1],
          [column + 1, row + 1],
        ]);
    }
  return seams;
}

/** The place of a border that is nearest to a place, where it is within reach; pixels of the plane. */
export function borderNear(regions: Regions, [fx, fy]: Rect, place: Vec2, reach: number): Vec2 | null {
  let [best, least]: [Vec2 | null, number] = [null, reach];
  for (const [[ax, ay], [bx, by]] of seamsOf(regions)) {
    const middle: Vec2 = [fx + ((ax + bx) / 2) * regions.cell[0], fy + ((ay + by) / 2) * regions.cell[1]];
    const far = distance2(middle, place);
    if (far < least) [best, least] = [middle, far];
  }
  return best;
}
