import { say } from "@/language";
import exifr from "exifr";
import sharp, { type Metadata, readWhole } from "../library";
import { exposureOf } from "@/core/brackets";
import { type Orientation, orientationOf } from "@/core/lens";
import { LIMITS } from "../../running/config";
import { Problem } from "../../problem";
import { cleanText } from "../../text";
import { isLight } from "./float-samples";
import { readable } from "./developed";
import { rawKindOf } from "./raw";
import { FORMAT_NAMES, type Format, claimed, sniffFile } from "./kinds";

/** What is known of a picture file; width and height after EXIF orientation. */
export interface Inspected {
  readonly format: Format;
  readonly width: number;
  readonly height: number;
  /** Bits per sample; 32 are floats. */
  readonly bits: 8 | 16 | 32;
  /** EXIF orientation of the stored picture. */
  readonly orientation: Orientation;
  readonly camera: string | null;
  readonly lens: string | null;
  readonly focalMm: number | null;
  readonly equivalentMm: number | null;
  readonly aperture: number | null;
  readonly takenAt: Date | null;
  /** Stops of light, see exposureOf; null where it does not say. */
  readonly exposure: number | null;
}

/**
 * Looks at a file that claims to be a picture.
 *
 * @param name the name it came under; its ending must not contradict the content.
 * @param thorough also decode every pixel, which finds truncated files.
 * @throws Problem 415 or 422 with the reason, for people.
 */
export async function inspect(file: string, name: string, thorough = true): Promise<Inspected> {
  const begins = await sniffFile(file);
  const format = begins === "tiff" ? ((await rawKindOf(file)) ?? begins) : begins;
  const says = claimed(name);
  if (says && says !== format)
    throw new Problem(
      415,
      say("The name says {said}, but the file is a {found}. Rename it and add it again.", {
        said: FORMAT_NAMES[says],
        found: FORMAT_NAMES[format],
      }),
    );
  const pixels = await readable(file);
  const meta = await metadataOf(pixels);
  const [width, height] = orientedSize(meta);
  if (width * height > LIMITS.pixels)
    throw new Problem(
      422,
      say("The picture has {megapixels} megapixels; up to {most} are possible.", {
        megapixels: Math.round((width * height) / 1e6),
        most: LIMITS.pixels / 1e6,
      }),
    );
  if (format === "webp" && (meta.pages ?? 1) > 1) throw new Problem(415, say("This is an animation, not a photo."));
  if (thorough) await decodeOnce(pixels);
  // A raw or HEIF file is developed the right way up; how it was stored only the file itself tells.
  const orientation = orientationOf(
    ["dng", "raw", "heic"].includes(format) ? await exifr.orientation(file).catch(() => null) : meta.orientation,
  );
  const bits = meta.depth === "uchar" ? 8 : isLight(meta) ? 32 : 16;
  return { format, width, height, bits, orientation, ...(await cameraData(file, meta)) };
}

async function metadataOf(file: string): Promise<Metadata> {
  try {
    return await sharp(file, { limitInputPixels: false }).metadata();
  } catch {
    throw new Problem(422, say("The file is damaged: its header cannot be read."));
  }
}

/** Made tiny from all its pixels: a tenth of the time that statistics or the pixels themselves would take. */
const decodeOnce = (file: string): Promise<Buffer> =>
  readWhole((failOn) =>
    sharp(file, { limitInputPixels: LIMITS.pixels, failOn, sequentialRead: true })
      .resize(32, 32, { fit: "fill", fastShrinkOnLoad: false })
      .raw()
      .toBuffer(),
  );

/** Width and height once the EXIF orientation is applied. */
function orientedSize(meta: Metadata): [number, number] {
  const turned = (meta.orientation ?? 1) >= 5;
  return turned ? [meta.height, meta.width] : [meta.width, meta.height];
}

const words = (...parts: unknown[]): string | null => {
  const text = parts
    .filter((p): p is string => typeof p === "string")
    .map((p) => cleanText(p))
    .filter(Boolean)
    .join(" ");
  return text || null;
};

/** A date that a calendar has; cameras whose clock was never set, and broken files, tell others. */
const plausible = (date: unknown): Date | null =>
  date instanceof Date && date.getUTCFullYear() >= 1910 && date.getUTCFullYear() <= 9999 ? date : null;

const number = (v: unknown): number | null => (typeof v === "number" && Number.isFinite(v) && v > 0 ? v : null);

/** Camera, lens, focal lengths and date, by exifr; a photo without them is not worse for it. */
async function cameraData(
  file: string,
  meta: Metadata,
): Promise<Pick<Inspected, "camera" | "lens" | "focalMm" | "equivalentMm" | "aperture" | "takenAt" | "exposure">> {
  const block = meta.exif;
  const source = block ? (block.subarray(0, 4).toString("latin1") === "Exif" ? block.subarray(6) : block) : file;
  const tags: Record<string, unknown> =
    (await exifr.parse(source, { tiff: true, exif: true, gps: false, reviveValues: true }).catch(() => null)) ?? {};
  const [make, model] = [words(tags["Make"]), words(tags["Model"])];
  // Many models repeat their maker's name.
  const camera = make && model?.toLowerCase().startsWith(make.toLowerCase()) ? model : words(make, model);
  const taken = tags["DateTimeOriginal"] ?? tags["CreateDate"];
  return {
    camera,
    lens: words(tags["LensModel"]),
    focalMm: number(tags["FocalLength"]),
    equivalentMm: number(tags["FocalLengthIn35mmFormat"]),
    aperture: number(tags["FNumber"]),
    takenAt: plausible(taken),
    exposure: exposureOf(number(tags["ExposureTime"]), number(tags["FNumber"]), number(tags["ISO"])),
  };
}
