import type { PlaneStep } from "../../course";
import type { Size, Vec2 } from "../../geometry";
import type { FacePatch } from "./face-patch";
import type { Lattice } from "./spline-field";

/** A place's weight: as little as this where nothing is seen, so much more where most is. */
const VISIBLE = { least: 0.5, more: 2 } as const;
/** In faces the field counts for nothing. */
const IN_FACE = 0.01;

/** What a photo shows, cell by cell of its own; see the frame's detail. */
interface Detail {
  readonly columns: number;
  readonly rows: number;
  readonly weights: string;
}

/** How much each cell is seen: by the photo's weights where it has some. */
export function visibleIn(lattice: Lattice, detail: Detail | undefined, size: Size, inner: PlaneStep): Float64Array {
  const visible = new Float64Array(lattice.columns * lattice.rows).fill(detail ? VISIBLE.least : 1);
  if (!detail) return visible;
  const out = new Float64Array(3);
  for (let j = 0; j < lattice.rows; j++)
    for (let i = 0; i < lattice.columns; i++) {
      inner.back(lattice.x + (i + 0.5) * lattice.cell, lattice.y + (j + 0.5) * lattice.cell, out);
      const [column, row] = [
        Math.floor((out[0]! / size[0]) * detail.columns),
        Math.floor((out[1]! / size[1]) * detail.rows),
      ];
      if (!(out[2]! > 0) || column < 0 || row < 0 || column >= detail.columns || row >= detail.rows) continue;
      visible[j * lattice.columns + i]! += (VISIBLE.more * Number(detail.weights[row * detail.columns + column])) / 9;
    }
  return visible;
}

export function inFaces(
  visible: Float64Array,
  { x, y, cell, columns }: Lattice,
  patches: readonly FacePatch[],
): Float64Array {
  if (patches.length === 0) return visible;
  return visible.map((v, n) => {
    const [px, py] = [x + (n % columns) * cell, y + Math.floor(n / columns) * cell];
    const corners: Vec2[] = [
      [px, py],
      [px + cell, py],
      [px + cell, py + cell],
      [px, py + cell],
    ];
    return corners.every(([cx, cy]) => patches.some((p) => p.holds(cx, cy))) ? IN_FACE : v;
  });
}
