import { say } from "@/language";
import type { Developer } from "./developer";
import { withTiffTags } from "../writing/tiff-tags";

const DNG_VERSION = 50706;

export const isRaw = (file: string): Promise<boolean> =>
  withTiffTags(file, async ([first = []]) => first.some((t) => t.tag === DNG_VERSION));

/** 16-bit TIFF, the camera's white balance, no brightening, sRGB with its curve, the careful demosaicing. */
const NEUTRAL = ["-6", "-T", "-w", "-W", "-o", "1", "-g", "2.4", "12.92", "-q", "3"];

/**
 * Raw photos as DNG: developed neutrally by LibRaw's command to a 16-bit TIFF in sRGB, which stands for the photo wherever pixels are
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
