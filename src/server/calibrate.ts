import {
  type Calibration,
  type ChartKind,
  type LensProfile,
  type SeenChart,
  calibrate,
  findChart,
  profileFromCalibration,
} from "@/core/lens";
import type { Size } from "@/core/geometry";
import { originalPath } from "./files/store";
import { luminance } from "./image/luminance";
import { listPhotos } from "./photos";
import { Problem } from "./problem";

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
        `${name} has ${grey.width} × ${grey.height} pixels, the first picture ${size[0]} × ${size[1]}; use pictures of one size, all turned the same way.`,
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
      `No chart of ${columns} × ${rows} ${kind === "checker" ? "inner corners" : "crossings"} was found in ${without.length === 1 ? without[0]! : "any of the pictures"}. The whole chart must be in the picture.`,
    );
  try {
    return { ...calibrate(found, size), used, without };
  } catch (error) {
    if (error instanceof RangeError) throw new Problem(422, error.message);
    throw error;
  }
}

/** The same for photos of an assignment; with it a profile ready to be kept. @throws Problem as calibrateFiles. */
export async function calibratePhotos(
  assignmentId: string,
  { photoIds, columns, rows, kind }: { photoIds: readonly string[]; columns: number; rows: number; kind: ChartKind },
): Promise<MeasuredLens & { readonly profile: LensProfile }> {
  const all = await listPhotos(assignmentId);
  const chosen = all.filter((p) => photoIds.includes(p.id));
  if (chosen.length === 0) throw new Problem(404, "None of these photos is there any more.");
  const [first] = chosen;
  const other = chosen.find((p) => p.orientation !== first!.orientation);
  if (other)
    throw new Problem(
      422,
      `${other.name} was shot with the camera held another way than ${first!.name}; use pictures all held the same way.`,
    );
  const pictures = chosen.map((p) => ({ file: originalPath(p.sha256), name: p.name }));
  const measured = await calibrateFiles({ pictures, columns, rows, kind });
  return { ...measured, profile: profileFromCalibration(measured, first!) };
}
