import { sayError } from "@/language";
import type { Rect, Size } from "@/core/geometry";
import { RecipeError, readRecipe } from "@/core/recipe";
import { type CompiledMap, compile, withCamera, worked } from "@/core/render";
import { exists, originalPath, boardPath, writeWhole } from "../../files/store";
import { Problem } from "../../problem";
import { makePreview } from "./preview";
import sharp from "../library";

/** Longer side of a corrected picture on a board, pixels. */
export const BOARD_SIDE = 480;
/** The picture it is made from is so many times as long, so that what is drawn out stays sharp. */
const FINER = 2;
/** Samples taken for each pixel, each way, where it is shrunk. */
const TAPS = 2;
const QUALITY = 82;

export interface BoardOrder {
  readonly sha256: string;
  readonly size: Size;
  /** As it is kept: read where the picture is made, since it may be long. */
  readonly recipe: unknown;
  /** Under which it is kept. */
  readonly key: string;
}

interface Pixels {
  /** Red, green, blue, 0…255. */
  readonly data: Uint8Array;
  readonly width: number;
  readonly height: number;
}

/** A whole photo that is read from; what lies beside three channels is not looked at, of one it is grey. */
interface Source extends Pixels {
  readonly channels: number;
}

/** A corrected photo made small, as a board shows it; kept. Runs in a hand. @returns its path. @throws Problem 422 for a damaged file. */
export async function makeBoardPicture({ sha256, size, recipe, key }: BoardOrder): Promise<string> {
  const target = boardPath(sha256, key);
  if (await exists(target)) return target;
  const map = compile(withCamera(readableRecipe(recipe), size), size);
  const source = await sharp(await makePreview(sha256, "bench", originalPath(sha256)))
    .resize(FINER * BOARD_SIDE, FINER * BOARD_SIDE, { fit: "inside", withoutEnlargement: true })
    .toColourspace("srgb")
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { data, width, height } = correctedSmall(map, size, {
    data: source.data,
    width: source.info.width,
    height: source.info.height,
    channels: source.info.channels,
  });
  const jpeg = sharp(data, { raw: { width, height, channels: 3 } }).jpeg({ quality: QUALITY });
  await writeWhole(target, async (file) => void (await jpeg.toFile(file)));
  return target;
}

/** A kept recipe. @throws Problem 422 where it cannot be read. */
export function readableRecipe(recipe: unknown) {
  try {
    return readRecipe(recipe);
  } catch (error) {
    throw error instanceof RecipeError ? new Problem(422, sayError(error)) : error;
  }
}

/** A corrected picture of BOARD_SIDE pixels; see correctedPart. */
export const correctedSmall = (map: CompiledMap, size: Size, source: Source): Pixels =>
  correctedPart(map, size, source, map.frame, BOARD_SIDE / Math.max(map.frame[2], map.frame[3]));

/**
 * Part of a corrected picture; where the photo shows nothing, what is around is drawn out softly: a board is no place to judge a fill.
 *
 * @param size of the original, whose pixels the map speaks of. @param source the whole photo, it may be smaller.
 * @param part of the corrected plane, pixels. @param scale pixels that are made for one of the plane's, each way.
 */
export function correctedPart(map: CompiledMap, size: Size, source: Source, part: Rect, scale: number): Pixels {
  const [x, y, w, h] = part;
  const [width, height] = [Math.max(1, Math.round(w * scale)), Math.max(1, Math.round(h * scale))];
  const data = new Uint8Array(3 * width * height);
  const known = new Uint8Array(width * height);
  const [sx, sy] = [source.width / size[0], source.height / size[1]];
  // At full size a pixel is one sample.
  const taps = scale < 1 ? TAPS : 1;
  const at = new Float64Array(3);
  const sum = new Float64Array(3);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      sum.fill(0);
      let count = 0;
      for (let t = 0; t < taps * taps; t++) {
        const px = x + (i + ((t % taps) + 0.5) / taps) / scale;
        const py = y + (j + (Math.floor(t / taps) + 0.5) / taps) / scale;
        map.toRecorded(px, py, at);
        if (!(at[2]! > 0) || at[0]! < 0 || at[1]! < 0 || at[0]! > size[0] || at[1]! > size[1]) continue;
        addSample(source, at[0]! * sx, at[1]! * sy, sum);
        count++;
      }
      if (count === 0) continue;
      const n = j * width + i;
      known[n] = 1;
      for (let c = 0; c < 3; c++) data[3 * n + c] = Math.round(sum[c]! / count);
    }
  drawnOutSoftly({ data, width, height }, known);
  const raster = { data, width, height, channels: 3 as const };
  const done = worked(raster, map.raster, [], { x, y, scale });
  return { data: done.data as Uint8Array, width, height };
}

/** Adds what lies at a place of the source, linear between pixels; the border repeats. */
function addSample({ data, width, height, channels }: Source, px: number, py: number, sum: Float64Array): void {
  const x = Math.max(0, Math.min(width - 1, px - 0.5));
  const y = Math.max(0, Math.min(height - 1, py - 0.5));
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [x1, y1] = [Math.min(width - 1, x0 + 1), Math.min(height - 1, y0 + 1)];
  const [u, v] = [x - x0, y - y0];
  for (let c = 0; c < 3; c++) {
    const k = channels < 3 ? 0 : c;
    const above = data[channels * (y0 * width + x0) + k]! * (1 - u) + data[channels * (y0 * width + x1) + k]! * u;
    const below = data[channels * (y1 * width + x0) + k]! * (1 - u) + data[channels * (y1 * width + x1) + k]! * u;
    sum[c]! += above * (1 - v) + below * v;
  }
}

/** Gives places that nothing is known of the mean of what is known around them, from near to far (push and pull over halved pictures). */
function drawnOutSoftly({ data, width, height }: Pixels, known: Uint8Array): void {
  if (!known.includes(0) || !known.includes(1)) return;
  const [w, h] = [(width + 1) >> 1, (height + 1) >> 1];
  const half = { data: new Uint8Array(3 * w * h), width: w, height: h };
  const halfKnown = new Uint8Array(w * h);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const own = [0, 0, 0];
      let count = 0;
      for (const [dx, dy] of [[0, 0], [1, 0], [0, 1], [1, 1]] as const) {
        const [x, y] = [2 * i + dx, 2 * j + dy];
        if (x >= width || y >= height || !known[y * width + x]) continue;
        for (let c = 0; c < 3; c++) own[c]! += data[3 * (y * width + x) + c]!;
        count++;
      }
      if (count === 0) continue;
      halfKnown[j * w + i] = 1;
      for (let c = 0; c < 3; c++) half.data[3 * (j * w + i) + c] = Math.round(own[c]! / count);
    } // prettier-ignore
  drawnOutSoftly(half, halfKnown);
  for (let n = 0; n < known.length; n++) {
    if (known[n]) continue;
    const from = ((Math.floor(n / width) >> 1) * w + ((n % width) >> 1)) * 3;
    for (let c = 0; c < 3; c++) data[3 * n + c] = half.data[from + c]!;
  }
}
