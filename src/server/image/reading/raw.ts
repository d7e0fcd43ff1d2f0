import { say } from "@/language";
import type { Developer } from "./developer";
import { withTiffTags } from "../writing/tiff-tags";

const DNG_VERSION = 50706;
/** What the numbers of a picture mean (TIFF 6.0), and that they are what a sensor saw behind its filters (TIFF/EP, ISO 12234-2). */
const PHOTOMETRIC = 262;
const FILTERED = 32_803;

/**
 * The kind of raw photo that a file is: a DNG, or one of the many others that are TIFFs with what a sensor saw in one of their directories;
 * null for any other picture. Such a file's first directory is often a small picture of it, which must not be taken for the photo.
 */
export const rawKindOf = (file: string): Promise<"dng" | "raw" | null> =>
  withTiffTags(file, async (directories) => {
    if (directories[0]?.some((t) => t.tag === DNG_VERSION)) return "dng";
    for (const tag of directories.flat().filter((t) => t.tag === PHOTOMETRIC && t.length === 2)) {
      const value = await tag.bytes();
      // Either order of bytes: the number's two are not alike, and turned round it means nothing.
      if ([value.readUInt16LE(0), value.readUInt16BE(0)].includes(FILTERED)) return "raw";
    }
    return null;
  });

/** 16-bit TIFF, the camera's white balance, no brightening, sRGB with its curve, the careful demosaicing. */
const NEUTRAL = ["-6", "-T", "-w", "-W", "-o", "1", "-g", "2.4", "12.92", "-q", "3"];

/**
 * Raw photos: developed neutrally by LibRaw's command to a 16-bit TIFF in sRGB, which stands for the photo wherever pixels are
 * wanted. The original stays as it is; what was developed can be made again.
 */
export const RAW: Developer = {
  ending: "tif",
  command: "dcraw_emu",
  arguments: (from, to) => [...NEUTRAL, "-Z", to, from],
  bytes: 6 * 2 ** 30,
  ms: 180_000,
  missing: () => say("Raw photos need Debian's package libraw-bin, which is not installed on the server."),
  failed: () => say("The raw photo is damaged, or of a kind that cannot be developed."),
};
