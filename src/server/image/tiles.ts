import { randomUUID } from "node:crypto";
import { mkdir, rename, rm } from "node:fs/promises";
import path from "node:path";
import sharp from "sharp";
import { TILE } from "@/core/render";
import { LIMITS } from "../config";
import { exists, originalPath, tilesFolder } from "../files/store";
import { readable } from "./raw";

/** Next to nothing may be lost: at 100 % and above these are what is judged. */
const QUALITY = 99;

const inHand = new Map<string, Promise<string>>();

/**
 * The path of a tile of an original at full size, oriented and in sRGB; null where the photo has none there. All tiles
 * of a photo are made when its first is asked for; like previews they may be deleted at any time.
 *
 * @param column, row counted from the top left.
 */
export async function tile(sha256: string, column: number, row: number): Promise<string | null> {
  const folder = tilesFolder(sha256);
  const making = inHand.get(folder) ?? make(sha256, folder).finally(() => inHand.delete(folder));
  inHand.set(folder, making);
  const file = path.join(await making, `${column}_${row}.jpeg`);
  return (await exists(file)) ? file : null;
}

async function make(sha256: string, folder: string): Promise<string> {
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
