import type { Layer } from "@/core/course";
import type { CompiledMap, PlacedPlan } from "@/core/render";
import { writeWhole } from "../files/store";
import sharp from "../image/library";

/**
 * Writes which pixels of a delivered picture are made up: white where they are, black elsewhere; a PNG of one channel, as large
 * as the picture.
 */
export const writeMask = (file: string, map: CompiledMap, layers: readonly Layer[]): Promise<void> =>
  writeGrey(file, map, layers, () => 255);

/** What is made up and sure is so light, and each level by which it may be off makes it so much lighter: from 48 levels on it is white. */
const SURE = 63;
const LIGHTER = 4;

/**
 * Writes how sure what is made up in a delivered picture is: black where the photo shows, dark grey where a fill is sure, the
 * lighter the more it may be off; strokes count as sure. A PNG of one channel, as large as the picture.
 */
export function writeDoubt(
  file: string,
  map: CompiledMap,
  layers: readonly Layer[],
  { plan, at }: PlacedPlan,
): Promise<void> {
  const { doubt, width, height } = plan;
  return writeGrey(file, map, layers, (x, y) => {
    const column = Math.floor(((x - at[0]) * width) / at[2]);
    const row = Math.floor(((y - at[1]) * height) / at[3]);
    const off = column >= 0 && row >= 0 && column < width && row < height ? (doubt?.[row * width + column] ?? 0) : 0;
    return Math.min(255, SURE + LIGHTER * off);
  });
}

/** Writes a PNG of one channel: of every pixel that has something made up its grey, 0 elsewhere. @param greyAt a place of the plane. */
async function writeGrey(
  file: string,
  { frame, output }: CompiledMap,
  layers: readonly Layer[],
  greyAt: (x: number, y: number) => number,
): Promise<void> {
  const [width, height] = output;
  const scale = width / frame[2];
  const mask = Buffer.alloc(width * height);
  for (const { rect, raster } of layers) {
    const [left, top] = [Math.round((rect[0] - frame[0]) * scale), Math.round((rect[1] - frame[1]) * scale)];
    const { data, channels } = raster;
    for (let j = 0; j < raster.height; j++)
      for (let i = 0; i < raster.width; i++)
        if (data[(j * raster.width + i) * channels + channels - 1])
          mask[(top + j) * width + left + i] = greyAt(rect[0] + (i + 0.5) / scale, rect[1] + (j + 0.5) / scale);
  }
  await writeWhole(file, async (part) => {
    await sharp(mask, { raw: { width, height, channels: 1 } })
      .toColourspace("b-w")
      .png({ compressionLevel: 4 })
      .toFile(part);
  });
}
