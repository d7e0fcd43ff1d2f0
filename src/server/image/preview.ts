import { availableParallelism } from "node:os";
import sharp from "sharp";
import { LIMITS } from "../config";
import { readable } from "./raw";
import { exists, originalPath, previewPath, writeWhole } from "../files/store";

/** Longest side of each preview, pixels: for the board, for the Bench, and for looking closely. */
export const PREVIEW_LEVELS = { thumb: 480, bench: 2560, close: 8192 } as const;
export type PreviewLevel = keyof typeof PREVIEW_LEVELS;

const inHand = new Map<string, Promise<string>>();
sharp.concurrency(availableParallelism());

/**
 * The path of a preview of an original, made if need be: oriented, sRGB, JPEG. Previews may be deleted at any time.
 */
export function preview(sha256: string, level: PreviewLevel): Promise<string> {
  const target = previewPath(sha256, level);
  const running = inHand.get(target);
  if (running) return running;
  const made = make(sha256, level, target).finally(() => inHand.delete(target));
  inHand.set(target, made);
  return made;
}

/** Makes all previews of an original that has just arrived, small ones first; what fails is made when it is asked for. */
export async function previewsAhead(sha256: string): Promise<void> {
  for (const level of ["thumb", "bench", "close"] as const) await preview(sha256, level).catch(() => undefined);
}

async function make(sha256: string, level: PreviewLevel, target: string): Promise<string> {
  if (await exists(target)) return target;
  const side = PREVIEW_LEVELS[level];
  const image = sharp(await readable(originalPath(sha256)), {
    limitInputPixels: LIMITS.pixels,
    failOn: "none",
    sequentialRead: true,
  })
    .autoOrient()
    .resize(side, side, { fit: "inside", withoutEnlargement: true })
    .flatten({ background: "#ffffff" })
    .toColourspace("srgb")
    .jpeg({ quality: level === "thumb" ? 82 : 94, chromaSubsampling: level === "thumb" ? "4:2:0" : "4:4:4" });
  await writeWhole(target, async (file) => void (await image.toFile(file)));
  return target;
}
