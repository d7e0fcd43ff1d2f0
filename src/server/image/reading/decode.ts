import sharp, { type Metadata, readWhole } from "../library";
import type { Raster } from "@/core/render";
import type { EngineSamples } from "@/core/render/engine";
import { LIMITS } from "../../running/config";
import type { DeliveryOptions } from "@/core/contract";
import { encodeFloats, isLight } from "./float-samples";
import { inSlices } from "../../running/slices";
import { readable } from "./developed";
import { type Carried, carriedFrom } from "../writing/carried-metadata";

const OPTIONS = { limitInputPixels: LIMITS.pixels, sequentialRead: true, ignoreIcc: true } as const;

/** A decoded original: oriented pixels in its own colour space. */
export interface Decoded {
  readonly raster: Raster<EngineSamples>;
  readonly carried: Carried;
}

/** Pixels taken apart at once. */
const STEP = 100_000;

/** Of four samples a pixel, the first and the last. */
async function firstAndLast<S extends Uint8Array | Uint16Array>(samples: S): Promise<S> {
  const out = new (samples.constructor as { new (length: number): S })(samples.length / 2);
  await inSlices(out.length / 2, STEP, (from, to) => {
    for (let i = 2 * from; i < 2 * to; i += 2) {
      out[i] = samples[2 * i]!;
      out[i + 1] = samples[2 * i + 3]!;
    }
  });
  return out;
}

/** The sRGB colour profile, as a file that was converted to it should carry. */
async function srgbProfile(): Promise<Buffer | null> {
  const tiny = sharp({ create: { width: 1, height: 1, channels: 3, background: "#000" } });
  return (await sharp(await tiny.withIccProfile("srgb").png().toBuffer()).metadata()).icc ?? null;
}

/**
 * Decodes a picture file at full size, oriented by its EXIF; 16-bit files stay 16-bit, and floats stay floats.
 *
 * @throws Problem 415 for what is no photo, 422 for one that is damaged.
 * @param colour "own" leaves colours as they are; "srgb" converts them from the embedded profile, if there is one.
 */
export async function decode(file: string, colour: DeliveryOptions["colour"] = "own"): Promise<Decoded> {
  const pixels = await readable(file);
  const meta = await readWhole((failOn) => sharp(pixels, { ...OPTIONS, failOn }).metadata());
  if (isLight(meta)) return decodeLight(file, pixels, meta);
  const deep = meta.depth !== "uchar";
  // CMYK and Lab have no place in the pipeline; they become sRGB.
  const foreign = meta.space === "cmyk" || meta.space === "lab";
  const convert = foreign || (colour === "srgb" && meta.icc !== undefined && meta.channels >= 3);
  const { data, info } = await readWhole((failOn) => {
    let image = sharp(pixels, { ...OPTIONS, failOn, ignoreIcc: !convert }).autoOrient();
    if (foreign) image = image.toColourspace("srgb");
    else if (deep) image = image.toColourspace(meta.channels === 1 ? "grey16" : "rgb16");
    else if (meta.channels === 1) image = image.toColourspace("b-w");
    return image.raw({ depth: deep && !foreign ? "ushort" : "uchar" }).toBuffer({ resolveWithObject: true });
  });
  const decoded = deep && !foreign ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
  // The library gives grey with alpha as colour or without its alpha; of the colour only one is needed.
  const greyAlpha = meta.channels === 2 && info.channels === 4;
  const samples = greyAlpha ? await firstAndLast(decoded) : decoded;
  const channels = greyAlpha ? 2 : (info.channels as 1 | 2 | 3 | 4);
  const carried = await carriedFrom(file, meta);
  return {
    raster: { data: samples, width: info.width, height: info.height, channels },
    carried: convert ? { ...carried, icc: await srgbProfile() } : carried,
  };
}

async function decodeLight(file: string, pixels: string, meta: Metadata): Promise<Decoded> {
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { ...OPTIONS, failOn })
      .autoOrient()
      .toColourspace("scrgb")
      .raw({ depth: "float" })
      .toBuffer({ resolveWithObject: true }),
  );
  const { width, height } = info;
  const channels = info.channels as 3 | 4;
  const samples = new Float32Array(data.buffer, data.byteOffset, data.length / 4);
  await encodeFloats(samples, channels);
  return { raster: { data: samples, width, height, channels }, carried: await carriedFrom(file, meta) };
}
