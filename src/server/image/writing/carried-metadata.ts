import { open } from "node:fs/promises";
import type { Captions } from "@/core/contract";
import type { Metadata } from "../library";
import { type Directories, type Entry, long, rational, readDirectories, short } from "./tiff-directory";

/** What a delivery carries over from its original. */
export interface Carried {
  readonly icc: Buffer | null;
  readonly exif: Directories | null;
  /** An XMP packet. */
  readonly xmp: Buffer | null;
  /** Pixels to an inch of paper, where it is to print at a size of its own. */
  readonly dpi?: number | null;
  /** Part of a delivery that is filled in, 0…1; absent: none. */
  readonly filled?: number;
  /** What the delivery says of itself besides. */
  readonly captions?: Captions;
  /** The original's hash, where it is known: a delivery leads back to it. */
  readonly original?: string;
}

/** Main-directory tags that describe the picture rather than how a file stores it. */
const DESCRIPTIVE = new Set([
  0x010e, 0x010f, 0x0110, 0x011a, 0x011b, 0x0128, 0x0131, 0x0132, 0x013b, 0x013e, 0x013f, 0x0213, 0x8298, 0x9c9b,
  0x9c9c, 0x9c9d, 0x9c9e, 0x9c9f,
]);
const ORIENTATION = 0x0112;
const PIXEL_WIDTH = 0xa002;
const PIXEL_HEIGHT = 0xa003;
const MAKER_NOTE = 0x927c;
const INTEROPERABILITY = 0xa005;

/** The first directories of a TIFF file. They may lie anywhere in it, so all its bytes are read; no pixel is decoded. */
async function tiffFileDirectories(file: string): Promise<Directories | null> {
  const handle = await open(file, "r");
  try {
    const { size } = await handle.stat();
    // Files over this size keep their pixels but not their EXIF.
    if (size > 1 << 30) return null;
    const bytes = await handle.readFile();
    return readDirectories(bytes);
  } finally {
    await handle.close();
  }
}

/** Colour profile and EXIF of an original, as sharp's metadata and, for TIFF, the file itself give them; what cannot be read is not carried. */
export async function carriedFrom(file: string, meta: Metadata): Promise<Carried> {
  const exif = await exifFrom(file, meta).catch(() => null);
  return { icc: meta.icc ?? null, xmp: meta.xmp ?? null, exif };
}

async function exifFrom(file: string, meta: Metadata): Promise<Directories | null> {
  if (!meta.exif) return meta.format === "tiff" ? tiffFileDirectories(file) : null;
  const headed = meta.exif.subarray(0, 4).toString("latin1") === "Exif";
  return readDirectories(headed ? meta.exif.subarray(6) : meta.exif);
}

/**
 * EXIF that is true of the delivered file: turned the right way, of its own size, without the old thumbnail
 * (which lives in a directory that is not carried) and without pointers into the old file.
 */
export function trueOfDelivery(exif: Directories, [width, height]: readonly [number, number]): Directories {
  const main: Entry[] = exif.main.filter((e) => DESCRIPTIVE.has(e.tag));
  const inner = exif.exif.filter((e) => ![PIXEL_WIDTH, PIXEL_HEIGHT, INTEROPERABILITY].includes(e.tag));
  return {
    main: [...main, short(ORIENTATION, 1)],
    exif: [...inner, long(PIXEL_WIDTH, width), long(PIXEL_HEIGHT, height)],
    gps: exif.gps,
  };
}

const [X_RESOLUTION, Y_RESOLUTION, RESOLUTION_UNIT] = [0x011a, 0x011b, 0x0128];
const INCHES = 2;

/** EXIF that says at how many pixels to an inch the picture prints, in place of what the original said. */
export function atResolution(exif: Directories | null, dpi: number): Directories {
  const said = [X_RESOLUTION, Y_RESOLUTION, RESOLUTION_UNIT];
  const [n, d] = [Math.round(dpi * 100), 100];
  const main = (exif?.main ?? []).filter((e) => !said.includes(e.tag));
  return {
    main: [...main, rational(X_RESOLUTION, n, d), rational(Y_RESOLUTION, n, d), short(RESOLUTION_UNIT, INCHES)],
    exif: exif?.exif ?? [],
    gps: exif?.gps ?? [],
  };
}

/** The same without the maker's own notes, for containers in which they would not fit. */
export const withoutMakerNote = (d: Directories): Directories => ({
  ...d,
  exif: d.exif.filter((e) => e.tag !== MAKER_NOTE),
});
