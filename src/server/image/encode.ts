import { writeFile } from "node:fs/promises";
import sharp, { type Sharp } from "sharp";
import type { Size } from "@/core/geometry";
import type { Raster } from "@/core/render";
import { type Carried, trueOfDelivery } from "./carried-metadata";
import { joinStrips } from "./jpeg-strips";
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

export interface JpegOptions {
  /** 1–100. */
  readonly quality: number;
  readonly subsampling: "4:4:4" | "4:2:0";
  readonly progressive: boolean;
}

/** Pixels on their way into a file: 16 bits kept where the format has them, gaps filled where it has no alpha. */
export function prepared(
  { width, height, channels, data }: Raster<Uint8Array | Uint16Array>,
  format: DeliveryFormat,
): Sharp {
  const deep = data instanceof Uint16Array;
  let image = sharp(data, { raw: { width, height, channels }, limitInputPixels: false });
  const grey = channels <= 2;
  if (deep && format !== "jpeg") image = image.toColourspace(grey ? "grey16" : "rgb16");
  else if (grey) image = image.toColourspace("b-w");
  if (format === "jpeg" && channels % 2 === 0) image = image.flatten({ background: PAPER });
  return image;
}

/** One strip of a JPEG: its tables must be those of all others, so they are not optimised for it. */
export const encodeStrip = (
  raster: Raster<Uint8Array | Uint16Array>,
  { quality, subsampling }: JpegOptions,
): Promise<Buffer> =>
  prepared(raster, "jpeg").jpeg({ quality, chromaSubsampling: subsampling, optimiseCoding: false }).toBuffer();

/** What a delivery carries over, made true of the new picture. */
const fitting = ({ icc, exif }: Carried, size: Size): Carried => ({ icc, exif: exif && trueOfDelivery(exif, size) });

/** Writes a JPEG that was encoded in strips. */
export const writeStrips = (strips: readonly Buffer[], size: Size, file: string, carried: Carried): Promise<void> =>
  writeFile(file, embedInJpeg(joinStrips(strips, size[1]), fitting(carried, size)));

/**
 * Writes pixels as a finished file: colour profile and EXIF of the original carried over, made true of the
 * new picture. JPEG has 8 bits and no gaps; PNG and TIFF keep 16 bits and alpha.
 */
export async function encode(
  raster: Raster<Uint8Array | Uint16Array>,
  file: string,
  format: DeliveryFormat,
  { quality, subsampling, progressive }: JpegOptions,
  carried: Carried,
): Promise<void> {
  const image = prepared(raster, format);
  const fits = fitting(carried, [raster.width, raster.height]);
  if (format === "jpeg") {
    const jpeg = await image.jpeg({ quality, chromaSubsampling: subsampling, progressive }).toBuffer();
    await writeFile(file, embedInJpeg(jpeg, fits));
  } else if (format === "png") {
    await writeFile(file, embedInPng(await image.png({ compressionLevel: 6 }).toBuffer(), fits));
  } else {
    const tiff = await image.tiff({ compression: "deflate", predictor: "horizontal" }).toBuffer();
    await writeFile(file, embedInTiff(tiff, fits));
  }
}
