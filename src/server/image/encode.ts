import { writeFile } from "node:fs/promises";
import sharp from "sharp";
import type { Raster } from "@/core/render";
import { type Carried, trueOfDelivery } from "./carried-metadata";
import { embedInJpeg, embedInPng, embedInTiff } from "./embed";

export type DeliveryFormat = "jpeg" | "png" | "tiff";

export const FILE_ENDINGS: Readonly<Record<DeliveryFormat, string>> = { jpeg: "jpg", png: "png", tiff: "tif" };

/** The delivery format that a file's name asks for, or null. */
export function formatOfName(name: string): DeliveryFormat | null {
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? "";
  const endings: Record<string, DeliveryFormat> = { jpg: "jpeg", jpeg: "jpeg", png: "png", tif: "tiff", tiff: "tiff" };
  return endings[ending] ?? null;
}

/** What stands in a gap where the format knows no transparency: the paper. */
const PAPER = { r: 255, g: 255, b: 255 };

/**
 * Writes pixels as a finished file: colour profile and EXIF of the original carried over, made true of the
 * new picture. JPEG has 8 bits and no gaps; PNG and TIFF keep 16 bits and alpha.
 *
 * @param quality JPEG quality, 1–100.
 */
export async function encode(
  raster: Raster<Uint8Array | Uint16Array>,
  file: string,
  format: DeliveryFormat,
  quality: number,
  carried: Carried,
): Promise<void> {
  const { width, height, channels, data } = raster;
  const deep = data instanceof Uint16Array;
  let image = sharp(data, { raw: { width, height, channels }, limitInputPixels: false });
  const grey = channels <= 2;
  if (deep && format !== "jpeg") image = image.toColourspace(grey ? "grey16" : "rgb16");
  else if (grey) image = image.toColourspace("b-w");
  const fits: Carried = { icc: carried.icc, exif: carried.exif && trueOfDelivery(carried.exif, [width, height]) };
  if (format === "jpeg") {
    if (channels === 2 || channels === 4) image = image.flatten({ background: PAPER });
    const jpeg = await image.jpeg({ quality, chromaSubsampling: quality >= 90 ? "4:4:4" : "4:2:0" }).toBuffer();
    await writeFile(file, embedInJpeg(jpeg, fits));
  } else if (format === "png") {
    await writeFile(file, embedInPng(await image.png({ compressionLevel: 6 }).toBuffer(), fits));
  } else {
    const tiff = await image.tiff({ compression: "deflate", predictor: "horizontal" }).toBuffer();
    await writeFile(file, embedInTiff(tiff, fits));
  }
}
