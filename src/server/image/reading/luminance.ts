import sharp, { readWhole } from "../library";
import { LIMITS } from "../../running/config";
import { readable } from "./developed";
import { type Grey, LIGHT_OF_SRGB } from "@/core/lens";
import type { Luminance } from "@/core/lines";

/** A photo's brightness, 0…255, the EXIF orientation applied. @throws Problem 415, 422. */
export async function luminance(file: string): Promise<Grey> {
  const pixels = await readable(file);
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { failOn, limitInputPixels: LIMITS.pixels })
      .autoOrient()
      .flatten({ background: "#fff" })
      .greyscale()
      .toColourspace("b-w")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true }),
  );
  const step = info.channels;
  const out = new Float32Array(info.width * info.height);
  for (let i = 0; i < out.length; i++) out[i] = data[i * step]!;
  return { data: out, width: info.width, height: info.height };
}

/** A photo's green light, as lines are looked for in; the EXIF orientation applied. @throws Problem 415, 422. */
export async function greenLight(file: string): Promise<Luminance> {
  const pixels = await readable(file);
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { failOn, limitInputPixels: LIMITS.pixels })
      .autoOrient()
      .flatten({ background: "#fff" })
      .toColourspace("srgb")
      .extractChannel("green")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true }),
  );
  return { data: new Uint8Array(data), width: info.width, height: info.height, left: 0, top: 0, table: LIGHT_OF_SRGB };
}
