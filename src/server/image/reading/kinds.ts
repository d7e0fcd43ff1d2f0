import { say } from "@/language";
import { open } from "node:fs/promises";
import { Problem } from "../../problem";
import { isHeif } from "./heif";

export type Format = "jpeg" | "png" | "tiff" | "webp" | "dng" | "raw" | "heic";

/** What a file can begin as: raw photos begin as TIFFs. */
type Begins = Exclude<Format, "dng" | "raw">;

const starts = (head: Buffer, text: string, at = 0): boolean =>
  head.subarray(at, at + text.length).toString("latin1") === text;

/** What the first bytes say a file is; null when it is none of the formats that are kept. A raw photo begins as the TIFF it is. */
export function sniff(head: Buffer): Begins | null {
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return "jpeg";
  if (starts(head, "\x89PNG\r\n\x1a\n")) return "png";
  if (["II*\0", "MM\0*", "II+\0", "MM\0+"].some((mark) => starts(head, mark))) return "tiff";
  if (starts(head, "RIFF") && starts(head, "WEBP", 8)) return "webp";
  if (isHeif(head)) return "heic";
  return null;
}

/** The first bytes of a file, of at most 512. */
async function headOf(file: string): Promise<Buffer> {
  const handle = await open(file, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(512), 0, 512, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/**
 * What a file begins as, told before any decoder sees it.
 *
 * @throws Problem 415 for what is none of the formats that are kept.
 */
export async function sniffFile(file: string): Promise<Begins> {
  const head = await headOf(file);
  const begins = sniff(head);
  if (begins) return begins;
  throw new Problem(
    415,
    say("This is {other}. Flat Stone takes JPEG, PNG, TIFF, WebP, HEIF, DNG and raw photos that are TIFFs within.", {
      other: describeOther(head),
    }),
  );
}

/** Whether a file begins as one that Flat Stone delivers: the kinds it takes, or AVIF. */
export async function isDelivered(file: string): Promise<boolean> {
  const head = await headOf(file);
  return sniff(head) !== null || (starts(head, "ftyp", 4) && /^avi[fs]$/.test(head.toString("latin1", 8, 12)));
}

/** What a file that is no picture of ours seems to be, in words. */
function describeOther(head: Buffer): string {
  const text = head.toString("utf8").trimStart().toLowerCase();
  if (text.startsWith("<svg") || (text.startsWith("<?xml") && text.includes("<svg"))) return say("a drawing (SVG)");
  if (text.startsWith("<!doctype html") || text.startsWith("<html")) return say("a web page");
  if (starts(head, "%PDF")) return say("a PDF");
  if (starts(head, "GIF8")) return say("a GIF");
  if (starts(head, "ftyp", 4)) return say("an AVIF or video file");
  if (starts(head, "PK")) return say("an archive");
  return say("not a picture");
}

const EXTENSIONS: Readonly<Record<string, Format>> = {
  jpg: "jpeg",
  jpeg: "jpeg",
  jpe: "jpeg",
  png: "png",
  tif: "tiff",
  tiff: "tiff",
  webp: "webp",
  dng: "dng",
  heic: "heic",
  heif: "heic",
  hif: "heic",
};

export const FORMAT_NAMES: Readonly<Record<Format, string>> = {
  jpeg: "JPEG",
  png: "PNG",
  tiff: "TIFF",
  webp: "WebP",
  dng: "DNG",
  raw: say("raw photo"),
  heic: "HEIF",
};

/** The format that a file's name claims, or null when its ending is none we know. */
export function claimed(name: string): Format | null {
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase();
  return (ending && EXTENSIONS[ending]) || null;
}
