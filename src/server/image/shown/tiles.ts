import { randomUUID } from "node:crypto";
import { mkdir, rename, rm } from "node:fs/promises";
import path from "node:path";
import sharp from "../library";
import { TILE } from "@/core/render";
import { LIMITS } from "../../running/config";
import { exists, originalPath, tilesFolder } from "../../files/store";
import { readable } from "../reading/developed";

/** Next to nothing may be lost: at 100 % and above these are what is judged. */
const QUALITY = 99;

/**
 * Cuts an original at full size, oriented and in sRGB, into tiles. Runs in a hand; the app asks for it by image/shown.
 *
 * @returns the folder they lie in, as COLUMN_ROW.jpeg counted from the top left; what is there already is left as it is.
 */
export async function makeTiles(sha256: string): Promise<string> {
  const folder = tilesFolder(sha256);
  if (await exists(folder)) return folder;
  const own = `${folder}.${randomUUID()}.part`;
  await mkdir(own, { recursive: true });
  try {
    await sharp(await readable(originalPath(sha256)), {
      limitInputPixels: LIMITS.pixels,
      failOn: "none",
      sequentialRead: true,
    })
      .autoOrient()
      .flatten({ background: "#ffffff" })
      .toColourspace("srgb")
      .jpeg({ quality: QUALITY, chromaSubsampling: "4:4:4" })
      .tile({ size: TILE, overlap: 0, layout: "dz", depth: "one" })
      .toFile(path.join(own, "t.dz"));
    // Two processes may have made them at the same time; the first one's stay.
    await rename(path.join(own, "t_files", "0"), folder).catch(async (error: unknown) => {
      if (!(await exists(folder))) throw error;
    });
    return folder;
  } finally {
    await rm(own, { recursive: true, force: true });
  }
}
