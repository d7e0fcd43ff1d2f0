import { SMALL_SIDE, type SmallPicture } from "@/core/answers";
import { LIMITS } from "../../running/config";
import sharp, { readWhole } from "../library";
import { readable } from "./developed";

/** A photo made small, as what it shows is judged by; the EXIF orientation applied. @throws Problem 415, 422. */
export async function smallPicture(file: string): Promise<SmallPicture> {
  const pixels = await readable(file);
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { failOn, limitInputPixels: LIMITS.pixels })
      .autoOrient()
      .resize(SMALL_SIDE, SMALL_SIDE, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#fff" })
      .toColourspace("srgb")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true }),
  );
  if (info.channels === 3) return { data: new Uint8Array(data), width: info.width, height: info.height };
  // Grey pictures have one channel.
  const rgb = new Uint8Array(3 * info.width * info.height);
  for (let i = 0; i < info.width * info.height; i++)
    for (let c = 0; c < 3; c++) rgb[3 * i + c] = data[i * info.channels + Math.min(c, info.channels - 1)]!;
  return { data: rgb, width: info.width, height: info.height };
}
