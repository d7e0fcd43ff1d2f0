import { BORDERS, type Border, STRIP } from "@/core/contract";
import type { Rect } from "@/core/geometry";
import { compile, withCamera } from "@/core/render";
import { LIMITS } from "../../running/config";
import { boardPath, exists, originalPath, writeWhole } from "../../files/store";
import { type BoardOrder, correctedPart, readableRecipe } from "./board-picture";
import { readable } from "../reading/developed";
import sharp from "../library";

const QUALITY = 88;

/** Where the strip along one border of a state is kept. */
export const stripPath = (sha256: string, key: string, border: Border): string => boardPath(sha256, `${key}-${border}`);

/** The strip along a border of a frame, pixels of the plane. */
function stripOf([x, y, w, h]: Rect, border: Border): Rect {
  const [wide, high] = [Math.min(STRIP, w), Math.min(STRIP, h)];
  const strips: Record<Border, Rect> = {
    left: [x, y, wide, h],
    right: [x + w - wide, y, wide, h],
    top: [x, y, w, high],
    bottom: [x, y + h - high, w, high],
  };
  return strips[border];
}

/**
 * The four borders of a corrected photo at full size, each as a strip; kept. Runs in a hand.
 *
 * @throws Problem 422 for a damaged file, or a recipe that cannot be read.
 */
export async function makeBorderStrips({ sha256, size, recipe, key }: BoardOrder): Promise<void> {
  const missing: Border[] = [];
  for (const border of BORDERS) if (!(await exists(stripPath(sha256, key, border)))) missing.push(border);
  if (missing.length === 0) return;
  const map = compile(withCamera(readableRecipe(recipe), size), size);
  const source = await sharp(await readable(originalPath(sha256)), {
    limitInputPixels: LIMITS.pixels,
    failOn: "none",
  })
    .autoOrient()
    .flatten({ background: "#ffffff" })
    .toColourspace("srgb")
    .raw({ depth: "uchar" })
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = source.info;
  for (const border of missing) {
    const part = correctedPart(
      map,
      size,
      { data: source.data, width, height, channels },
      stripOf(map.frame, border),
      1,
    );
    const jpeg = sharp(part.data, { raw: { width: part.width, height: part.height, channels: 3 } });
    await writeWhole(stripPath(sha256, key, border), async (file) => void (await jpeg.jpeg({ quality: QUALITY }).toFile(file))); // prettier-ignore
  }
}
