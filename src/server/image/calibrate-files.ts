import { say } from "@/language";
import { type Calibration, type ChartKind, type SeenChart, calibrate, findChart } from "@/core/lens";
import type { Size } from "@/core/geometry";
import { Problem } from "../problem";
import { luminance } from "./reading/luminance";

export interface ChartOrder {
  /** Paths of the pictures, and what to call them when something is wrong with one. */
  readonly pictures: readonly { readonly file: string; readonly name: string }[];
  /** Inner corners (or crossings) across and down. */
  readonly columns: number;
  readonly rows: number;
  readonly kind: ChartKind;
}

export interface MeasuredLens extends Calibration {
  /** Pictures whose chart was found, in the order of `views`. */
  readonly used: readonly string[];
  /** Pictures in which no such chart was found. */
  readonly without: readonly string[];
}

/**
 * Measures a camera from files that show a chart. Pictures without it are left out and named.
 *
 * @throws Problem 422 with a sentence when too little is left or the pictures differ in size.
 */
export async function calibrateFiles({ pictures, columns, rows, kind }: ChartOrder): Promise<MeasuredLens> {
  const found: SeenChart[] = [];
  const used: string[] = [];
  const without: string[] = [];
  let size: Size | null = null;
  for (const { file, name } of pictures) {
    const grey = await luminance(file);
    if (size && (size[0] !== grey.width || size[1] !== grey.height))
      throw new Problem(
        422,
        say(
          "{name} has {width} × {height} pixels, the first picture {firstWidth} × {firstHeight}; use pictures of one size, all turned the same way.",
          { name, width: grey.width, height: grey.height, firstWidth: size[0], firstHeight: size[1] },
        ),
      );
    size = [grey.width, grey.height];
    const chart = findChart(grey, columns, rows, kind);
    if (chart) {
      found.push(chart);
      used.push(name);
    } else without.push(name);
  }
  if (!size || found.length === 0)
    throw new Problem(
      422,
      say("No chart of {columns} × {rows} {kind} was found in {pictures}. The whole chart must be in the picture.", {
        columns,
        rows,
        kind: kind === "checker" ? say("inner corners") : say("crossings"),
        pictures: without.length === 1 ? without[0]! : say("any of the pictures"),
      }),
    );
  try {
    return { ...calibrate(found, size), used, without };
  } catch (error) {
    if (error instanceof RangeError) throw new Problem(422, error.message);
    throw error;
  }
}
