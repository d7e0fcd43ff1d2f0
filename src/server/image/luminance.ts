import sharp from "sharp";
import type { Grey } from "@/core/lens";

/** A photo's brightness, 0…255, the EXIF orientation applied. */
export async function luminance(file: string): Promise<Grey> {
  const { data, info } = await sharp(file, { failOn: "error" })
    .autoOrient()
    .flatten({ background: "#fff" })
    .greyscale()
    .toColourspace("b-w")
    .raw({ depth: "uchar" })
    .toBuffer({ resolveWithObject: true });
  const step = info.channels;
  const out = new Float32Array(info.width * info.height);
  for (let i = 0; i < out.length; i++) out[i] = data[i * step]!;
  return { data: out, width: info.width, height: info.height };
}
