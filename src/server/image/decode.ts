import sharp from "sharp";
import type { Raster } from "@/core/render";
import { LIMITS } from "../config";
import { type Carried, carriedFrom } from "./carried-metadata";

/** A decoded original: oriented pixels in its own colour space. */
export interface Decoded {
  readonly raster: Raster<Uint8Array | Uint16Array>;
  readonly carried: Carried;
}

/** Decodes a picture file at full size, oriented by its EXIF; 16-bit files stay 16-bit; colours are not converted. */
export async function decode(file: string): Promise<Decoded> {
  const options = { limitInputPixels: LIMITS.pixels, failOn: "error", sequentialRead: true, ignoreIcc: true } as const;
  const meta = await sharp(file, options).metadata();
  const deep = meta.depth !== "uchar";
  // CMYK and Lab have no place in the pipeline; they become sRGB, and their profile no longer fits.
  const foreign = meta.space === "cmyk" || meta.space === "lab";
  let image = sharp(file, { ...options, ignoreIcc: !foreign }).autoOrient();
  if (foreign) image = image.toColourspace("srgb");
  else if (deep) image = image.toColourspace(meta.channels <= 2 ? "grey16" : "rgb16");
  else if (meta.channels <= 2) image = image.toColourspace("b-w");
  const { data, info } = await image
    .raw({ depth: deep && !foreign ? "ushort" : "uchar" })
    .toBuffer({ resolveWithObject: true });
  const samples = deep && !foreign ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
  const carried = await carriedFrom(file, meta);
  return {
    raster: { data: samples, width: info.width, height: info.height, channels: info.channels as 1 | 2 | 3 | 4 },
    carried: foreign ? { ...carried, icc: null } : carried,
  };
}
