import { HIGH, LOW, SKY } from "../../edges";
import type { Vec2 } from "../../geometry";
import type { PlacedPlan } from "./edge-job";

/** What a gap shows: sky, what stands above the horizon, the ground below it, one of these two; or nobody can tell. */
export const REGION_KINDS = ["sky", "stands", "ground", "solid", "untold"] as const;
export type RegionKind = (typeof REGION_KINDS)[number];

/** What the gaps of a frame show, in cells from its corner. */
export interface Regions {
  /** Width and height of a cell, pixels of the plane. */
  readonly cell: Vec2;
  readonly columns: number;
  readonly rows: number;
  /** Of each cell, row by row, one letter, see KIND_OF; a dot where there is no gap. */
  readonly kinds: string;
}

/** Side of a cell, pixels of the plan. */
const CELL = 6;
const LETTERS = { [SKY]: "s", [HIGH]: "t", [LOW]: "g", [HIGH | LOW]: "n" } as Readonly<Record<number, string>>;
export const KIND_OF: Readonly<Record<string, RegionKind>> = {
  s: "sky",
  t: "stands",
  g: "ground",
  n: "solid",
  u: "untold",
};

/** What the gaps of a planned fill show; null where it was not asked. */
export function regionsIn({ plan, at }: PlacedPlan): Regions | null {
  const { shown, labels, width, height } = plan;
  if (!shown) return null;
  const [columns, rows] = [Math.ceil(width / CELL), Math.ceil(height / CELL)];
  let kinds = "";
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) kinds += letterOf(shown, labels, width, height, column, row);
  return { cell: [(CELL * at[2]) / width, (CELL * at[3]) / height], columns, rows, kinds };
}

/** What most of a cell's filled pixels show. */
function letterOf(
  shown: Uint8Array,
  labels: Int16Array,
  width: number,
  height: number,
  column: number,
  row: number,
): string {
  const count = new Map<string, number>();
  let filled = 0;
  for (let y = row * CELL; y < Math.min(height, (row + 1) * CELL); y++)
    for (let x = column * CELL; x < Math.min(width, (column + 1) * CELL); x++) {
      const i = y * width + x;
      if (labels[i]! < 0) continue;
      filled++;
      const letter = LETTERS[shown[i]!] ?? "u";
      count.set(letter, (count.get(letter) ?? 0) + 1);
    }
  if (filled < (CELL * CELL) / 4) return ".";
  return [...count].reduce((a, b) => (b[1] > a[1] ? b : a))[0];
}
