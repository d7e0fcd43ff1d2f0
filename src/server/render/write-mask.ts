import type { Layer } from "@/core/course";
import type { CompiledMap } from "@/core/render";
import { writeWhole } from "../files/store";
import sharp from "../image/library";

/**
 * Writes which pixels of a delivered picture are made up: white where they are, black elsewhere; a PNG of one channel, as large
 * as the picture.
 */
export async function writeMask(file: string, { frame, output }: CompiledMap, layers: readonly Layer[]): Promise<void> {
  const [width, height] = output;
  const scale = width / frame[2];
  const mask = Buffer.alloc(width * height);
  for (const { rect, raster } of layers) {
    const [left, top] = [Math.round((rect[0] - frame[0]) * scale), Math.round((rect[1] - frame[1]) * scale)];
    const { data, channels } = raster;
    for (let j = 0; j < raster.height; j++)
      for (let i = 0; i < raster.width; i++)
        if (data[(j * raster.width + i) * channels + channels - 1]) mask[(top + j) * width + left + i] = 255;
  }
  await writeWhole(file, async (part) => {
    await sharp(mask, { raw: { width, height, channels: 1 } })
      .toColourspace("b-w")
      .png({ compressionLevel: 4 })
      .toFile(part);
  });
}
