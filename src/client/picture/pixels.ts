import type { Rect, Size } from "@/core/geometry";
import { type ColourPixels, LIGHT_OF_SRGB } from "@/core/lens";
import type { Luminance } from "@/core/lines";
import { previewUrl } from "../api";

/** The closest preview of the photo last asked for, decoded once. */
let kept: { readonly sha256: string; readonly bitmap: Promise<ImageBitmap> } | null = null;

type Level = "bench" | "close";

async function fetched(sha256: string, level: Level = "close"): Promise<ImageBitmap> {
  const response = await fetch(previewUrl(sha256, level));
  if (!response.ok) throw new Error(`The picture could not be fetched (${response.status}).`);
  return createImageBitmap(await response.blob(), { colorSpaceConversion: "none", premultiplyAlpha: "none" });
}

function bitmapOf(sha256: string, level: Level = "close"): Promise<ImageBitmap> {
  if (level !== "close") return fetched(sha256, level);
  if (kept?.sha256 !== sha256) {
    const bitmap = fetched(sha256);
    const own = { sha256, bitmap };
    kept = own;
    bitmap.catch(() => {
      if (kept === own) kept = null;
    });
  }
  return kept.bitmap;
}

/** The whole photo in colour, in pixels of the preview, and how many of those there are to one of the original. */
export async function coloursOf(photo: {
  sha256: string;
  width: number;
}): Promise<{ pixels: ColourPixels; scale: number }> {
  const bitmap = await bitmapOf(photo.sha256);
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read the picture's pixels.");
  context.drawImage(bitmap, 0, 0);
  const { data, width, height } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  return { pixels: { data, width, height, channels: 4 }, scale: bitmap.width / photo.width };
}

/** The photo made small, in colour. @param most pixels of its longer side. */
export async function smallPictureOf(photo: { sha256: string }, most: number): Promise<ColourPart> {
  const bitmap = await bitmapOf(photo.sha256, "bench");
  const shrink = Math.min(1, most / Math.max(bitmap.width, bitmap.height));
  const [w, h] = [Math.max(1, Math.round(bitmap.width * shrink)), Math.max(1, Math.round(bitmap.height * shrink))];
  const context = new OffscreenCanvas(w, h).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read the picture's pixels.");
  context.drawImage(bitmap, 0, 0, w, h);
  bitmap.close();
  const { data, width, height } = context.getImageData(0, 0, w, h);
  return { data, width, height, channels: 4 };
}

/**
 * Part of a photo in colour, made no larger than asked. @param area pixels of the original. @param most pixels of its longer side.
 * @returns the part, where it begins in the original, and how many of its pixels there are to one of the original.
 */
export async function colourPartOf(
  photo: { sha256: string; width: number; height: number },
  [x, y, w, h]: Rect,
  most: number,
): Promise<{ picture: ColourPart; from: readonly [number, number]; scale: number }> {
  const bitmap = await bitmapOf(photo.sha256);
  const kept = bitmap.width / photo.width;
  const from = [Math.max(0, x), Math.max(0, y)] as const;
  const [wide, high] = [Math.min(photo.width, x + w) - from[0], Math.min(photo.height, y + h) - from[1]];
  const scale = Math.min(kept, most / Math.max(wide, high));
  const size: Size = [Math.max(1, Math.round(wide * scale)), Math.max(1, Math.round(high * scale))];
  const context = new OffscreenCanvas(...size).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read the picture's pixels.");
  context.imageSmoothingQuality = "high";
  context.drawImage(bitmap, from[0] * kept, from[1] * kept, wide * kept, high * kept, 0, 0, size[0], size[1]);
  const { data, width, height } = context.getImageData(0, 0, size[0], size[1]);
  return { picture: { data, width, height, channels: 4 }, from, scale };
}

interface ColourPart {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  readonly channels: 4;
}

/**
 * Green light of part of a photo: red and blue lie elsewhere where the lens has fringes. @param area pixels of the original.
 * @param level of the preview: the closest, or the Bench's, which is there already.
 * @returns the part, in pixels of the preview, and how many of those there are to one of the original.
 */
export async function luminanceOf(
  photo: { sha256: string; width: number; height: number },
  area: Rect,
  level: Level = "close",
): Promise<{ image: Luminance & { readonly data: Uint8Array<ArrayBuffer> }; scale: number }> {
  const bitmap = await bitmapOf(photo.sha256, level);
  const scale = bitmap.width / photo.width;
  const left = Math.max(0, Math.floor(area[0] * scale));
  const top = Math.max(0, Math.floor(area[1] * scale));
  const size: Size = [
    Math.max(1, Math.min(bitmap.width, Math.ceil((area[0] + area[2]) * scale)) - left),
    Math.max(1, Math.min(bitmap.height, Math.ceil((area[1] + area[3]) * scale)) - top),
  ];
  const canvas = new OffscreenCanvas(size[0], size[1]);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read the picture's pixels.");
  context.drawImage(bitmap, -left, -top);
  if (level !== "close") bitmap.close();
  const { data } = context.getImageData(0, 0, size[0], size[1]);
  const grey = new Uint8Array(size[0] * size[1]);
  for (let i = 0, p = 1; i < grey.length; i++, p += 4) grey[i] = data[p]!;
  return { image: { data: grey, width: size[0], height: size[1], left, top, table: LIGHT_OF_SRGB }, scale };
}
