import { open } from "node:fs/promises";
import exifr from "exifr";
import sharp, { type Metadata } from "sharp";
import { type Orientation, orientationOf } from "@/core/lens";
import { LIMITS } from "../config";
import { Problem } from "../problem";
import { isLight } from "./float-samples";
import { isRaw, readable } from "./raw";
import { FORMAT_NAMES, type Format, claimed, describeOther, sniff } from "./kinds";

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
}

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
 * Looks at a file that claims to be a picture.
 *
 * @param name the name it came under; its ending must not contradict the content.
 * @param thorough also decode every pixel, which finds truncated files.
 * @throws Problem 415 or 422 with the reason, for people.
 */
export async function inspect(file: string, name: string, thorough = true): Promise<Inspected> {
  const head = await headOf(file);
  const begins = sniff(head);
  const format = begins === "tiff" && (await isRaw(file)) ? "dng" : begins;
  if (!format)
    throw new Problem(415, `This is ${describeOther(head)}. Flat Stone takes JPEG, PNG, TIFF, WebP and DNG photos.`);
  const says = claimed(name);
  if (says && says !== format)
    throw new Problem(
      415,
      `The name says ${FORMAT_NAMES[says]}, but the file is a ${FORMAT_NAMES[format]}. Rename it and add it again.`,
    );
  const pixels = await readable(file);
  const meta = await metadataOf(pixels);
  const [width, height] = orientedSize(meta);
  if (width * height > LIMITS.pixels)
    throw new Problem(
      422,
      `The picture has ${Math.round((width * height) / 1e6)} megapixels; up to ${LIMITS.pixels / 1e6} are possible.`,
    );
  if (format === "webp" && (meta.pages ?? 1) > 1) throw new Problem(415, "This is an animation, not a photo.");
  if (thorough) await decodeOnce(pixels);
  // A raw file is developed the right way up; how it was stored only the file itself tells.
  const orientation = orientationOf(
    format === "dng" ? await exifr.orientation(file).catch(() => null) : meta.orientation,
  );
  const bits = meta.depth === "uchar" ? 8 : isLight(meta) ? 32 : 16;
  return { format, width, height, bits, orientation, ...(await cameraData(file, meta)) };
}

async function metadataOf(file: string): Promise<Metadata> {
  try {
    return await sharp(file, { limitInputPixels: false }).metadata();
  } catch {
    throw new Problem(422, "The file is damaged: its header cannot be read.");
  }
}

async function decodeOnce(file: string): Promise<void> {
  try {
    // Made tiny from all its pixels: a tenth of the time that statistics or the pixels themselves would take.
    await sharp(file, { limitInputPixels: LIMITS.pixels, failOn: "error", sequentialRead: true })
      .resize(32, 32, { fit: "fill", fastShrinkOnLoad: false })
      .raw()
      .toBuffer();
  } catch {
    throw new Problem(422, "The file is truncated or damaged: not all of the picture is there.");
  }
}

/** Width and height once the EXIF orientation is applied. */
export function orientedSize(meta: Metadata): [number, number] {
  const turned = (meta.orientation ?? 1) >= 5;
  return turned ? [meta.height, meta.width] : [meta.width, meta.height];
}

const words = (...parts: unknown[]): string | null => {
  const text = parts
    .filter((p): p is string => typeof p === "string")
    .map((p) => p.replace(/\0/g, "").trim())
    .filter(Boolean)
    .join(" ");
  return text || null;
};

const number = (v: unknown): number | null => (typeof v === "number" && Number.isFinite(v) && v > 0 ? v : null);

/** Camera, lens, focal lengths and date, by exifr; a photo without them is not worse for it. */
async function cameraData(
  file: string,
  meta: Metadata,
): Promise<Pick<Inspected, "camera" | "lens" | "focalMm" | "equivalentMm" | "aperture" | "takenAt">> {
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
    takenAt: taken instanceof Date && !Number.isNaN(taken.getTime()) ? taken : null,
  };
}
