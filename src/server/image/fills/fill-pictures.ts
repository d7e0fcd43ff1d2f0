import path from "node:path";
import sharp from "../library";
import type { Layer, Raster } from "@/core/course";
import { type CompiledMap, type EdgeJob, type Part, edgeLayers } from "@/core/render";

/** Longer side of the picture of a fill that is shown while all of the frame is, pixels. */
export const FIT = 1600;
/** Side of the tiles in which a fill is shown at full size, pixels. */
const FILL_TILE = 512;

interface Hooks {
  readonly signal?: AbortSignal | undefined;
}

const samplesLike = ({ data }: Raster, n: number) =>
  data instanceof Float32Array
    ? new Float32Array(n)
    : data instanceof Uint16Array
      ? new Uint16Array(n)
      : new Uint8Array(n);

/** Part of what is made, as a picture file; nothing where it has none. @returns whether there is anything. */
async function writePart(
  file: string,
  source: Raster,
  job: EdgeJob,
  part: Part,
  only: number | null,
  { signal }: Hooks,
  always: boolean,
): Promise<boolean> {
  const pixels = Buffer.alloc(4 * part[2] * part[3]);
  let any = false;
  for (const layer of edgeLayers(source, job, (n) => samplesLike(source, n), part, only)) {
    signal?.throwIfAborted();
    lay(layer, job.map, pixels, part);
    any = true;
  }
  if (any || always)
    await sharp(pixels, { raw: { width: part[2], height: part[3], channels: 4 } })
      .png({ compressionLevel: 2 })
      .toFile(file);
  return any;
}

/** All of it in one picture, "fit.png". @param part of the delivered picture. */
export async function writeFit(
  folder: string,
  source: Raster,
  job: EdgeJob,
  part: Part,
  only: number | null = null,
  hooks: Hooks = {},
): Promise<void> {
  await writePart(path.join(folder, "fit.png"), source, job, part, only, hooks, true);
}

/** Cuts it at full size into tiles, COLUMN_ROW.png, counted from its part's corner; those without anything are left out. */
export async function writeTiles(
  folder: string,
  source: Raster,
  job: EdgeJob,
  [left, top, width, height]: Part,
  only: number | null = null,
): Promise<void> {
  for (let y = 0; y < height; y += FILL_TILE)
    for (let x = 0; x < width; x += FILL_TILE) {
      const part = [left + x, top + y, Math.min(FILL_TILE, width - x), Math.min(FILL_TILE, height - y)] as const;
      const file = path.join(folder, `${x / FILL_TILE}_${y / FILL_TILE}.png`);
      await writePart(file, source, job, part, only, {}, false);
    }
}

/** Puts a layer's pixels into an 8-bit picture of a part, four channels. */
function lay({ raster, rect }: Layer, map: CompiledMap, into: Buffer, [px, py, width]: Part): void {
  const scale = map.output[0] / map.frame[2];
  const left = Math.round((rect[0] - map.frame[0]) * scale) - px;
  const top = Math.round((rect[1] - map.frame[1]) * scale) - py;
  const { data, channels } = raster;
  const to8 = data instanceof Float32Array ? 255 : data instanceof Uint16Array ? 1 / 257 : 1;
  for (let j = 0; j < raster.height; j++)
    for (let i = 0; i < raster.width; i++) {
      const from = (j * raster.width + i) * channels;
      if (!data[from + channels - 1]) continue;
      const to = 4 * ((top + j) * width + left + i);
      for (let c = 0; c < 4; c++) {
        const v = data[from + (channels === 2 ? (c < 3 ? 0 : 1) : c)]! * to8;
        into[to + c] = Math.max(0, Math.min(255, Math.round(v)));
      }
    }
}
