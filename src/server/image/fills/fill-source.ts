import type { Raster } from "@/core/render";
import sharp, { readWhole } from "../library";
import { LIMITS } from "../../running/config";
import { readable } from "../reading/developed";

/** Longer side of the picture that fills are planned from, pixels. */
const SIDE = 1600;

/**
 * The picture that fills are planned from: small, 8-bit sRGB, the EXIF orientation applied. It is made the same way wherever
 * a fill is planned, so that the same recipe is filled the same. @throws Problem 415, 422.
 */
export async function fillSource(file: string): Promise<Raster<Uint8Array>> {
  const pixels = await readable(file);
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { failOn, limitInputPixels: LIMITS.pixels })
      .autoOrient()
      .resize(SIDE, SIDE, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#fff" })
      .toColourspace("srgb")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true }),
  );
  const { width, height, channels } = info;
  if (channels === 3) return { data: new Uint8Array(data), width, height, channels };
  return {
    data: Uint8Array.from({ length: 3 * width * height }, (_, i) => data[Math.floor(i / 3) * channels]!),
    width,
    height,
    channels: 3,
  };
}
