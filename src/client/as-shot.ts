/** What a photo says of its own sharpness and noise, from the middle of its closest preview. */
import type { AsShot } from "@/core/finish";
import type { Rect } from "@/core/geometry";
import { compute } from "./compute";
import { luminanceOf } from "./picture/pixels";

/** Pixels to a side that are looked at, at most. */
const LOOKED = [2400, 1800] as const;

/** @throws Error with a sentence where the picture cannot be looked at. */
export async function asShotOf(photo: {
  sha256: string;
  width: number;
  height: number;
}): Promise<Pick<AsShot, "blur" | "noise">> {
  const [w, h] = [Math.min(photo.width, LOOKED[0]), Math.min(photo.height, LOOKED[1])];
  const area: Rect = [(photo.width - w) / 2, (photo.height - h) / 2, w, h];
  const { image, scale } = await luminanceOf(photo, area);
  const { blur, noise } = await compute().asShot(image);
  return { blur: Math.min(3, blur / scale), noise };
}
