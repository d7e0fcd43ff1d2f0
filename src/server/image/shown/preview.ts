import { rm } from "node:fs/promises";
import { availableParallelism } from "node:os";
import sharp from "../library";
import { LIMITS } from "../../running/config";
import { readable } from "../reading/developed";
import { exists, originalPath, previewPath, writeWhole } from "../../files/store";

/** Longest side of each preview, pixels: for the board, for the Bench, and for looking closely. */
export const PREVIEW_LEVELS = { thumb: 480, bench: 2560, close: 8192 } as const;
export type PreviewLevel = keyof typeof PREVIEW_LEVELS;

sharp.concurrency(availableParallelism());

/**
 * What board and Bench show first of a file that has arrived and is still being looked at; what fails is made when it is
 * asked for.
 */
export async function firstPreviews({ sha256, file }: { sha256: string; file: string }): Promise<void> {
  for (const level of ["thumb", "bench"] as const) await makePreview(sha256, level, file).catch(() => undefined);
}

/** Previews of a file that was refused. */
export async function dropPreviews(sha256: string): Promise<void> {
  for (const level of ["thumb", "bench"] as const) await rm(previewPath(sha256, level), { force: true });
}

/**
 * Makes a preview of an original: oriented, sRGB, JPEG. Runs in a hand; the app asks for it by image/shown.
 *
 * @param source the file itself, where it is not kept as an original yet.
 * @returns its path; what is there already is left as it is.
 */
export async function makePreview(sha256: string, level: PreviewLevel, source = originalPath(sha256)): Promise<string> {
  const target = previewPath(sha256, level);
  if (await exists(target)) return target;
  const side = PREVIEW_LEVELS[level];
  const image = sharp(await readable(source), {
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
