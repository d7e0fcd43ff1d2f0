import { LRUCache } from "lru-cache";
import type { Rect } from "@/core/geometry";
import { TILE } from "@/core/render";
import { tileUrl } from "../api";

/** Decoded tiles kept, about 4 MB each: what a screen shows, and what lies beside it. */
const KEPT = 24;

interface Tile {
  readonly left: number;
  readonly top: number;
  readonly url: string;
}

/** The tiles under a part of a photo. @param part pixels of the original. */
export function tilesUnder(sha256: string, [x, y, w, h]: Rect): Tile[] {
  const found: Tile[] = [];
  for (let row = Math.floor(y / TILE); row * TILE < y + h; row++)
    for (let column = Math.floor(x / TILE); column * TILE < x + w; column++)
      found.push({ left: column * TILE, top: row * TILE, url: tileUrl(sha256, column, row) });
  return found;
}

/** Those used last. */
const decoded = new LRUCache<string, Promise<ImageBitmap>>({ max: KEPT, dispose: closeUnused });

async function fetched(url: string): Promise<ImageBitmap> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`A tile could not be fetched (${response.status}).`);
  return createImageBitmap(await response.blob(), { colorSpaceConversion: "none", premultiplyAlpha: "none" });
}

/** How many are drawing from a tile: it is closed once it is neither kept nor drawn from. */
const using = new Map<Promise<ImageBitmap>, number>();

function closeUnused(bitmap: Promise<ImageBitmap>): void {
  if (!using.has(bitmap))
    bitmap.then(
      (b) => b.close(),
      () => undefined,
    );
}

/** A tile to draw from until it is given back. */
function take(url: string): Promise<ImageBitmap> {
  const kept = decoded.get(url);
  const bitmap = kept ?? fetched(url);
  using.set(bitmap, (using.get(bitmap) ?? 0) + 1);
  if (kept) return bitmap;
  decoded.set(url, bitmap);
  bitmap.catch(() => decoded.delete(url));
  return bitmap;
}

function giveBack(url: string, bitmap: Promise<ImageBitmap>): void {
  const left = using.get(bitmap)! - 1;
  if (left > 0) return void using.set(bitmap, left);
  using.delete(bitmap);
  if (decoded.peek(url) !== bitmap) closeUnused(bitmap);
}

/** Part of a photo at full size: red, green and blue in row order, 8 bit. @throws Error when it cannot be fetched. */
export async function pixelsOf(sha256: string, part: Rect): Promise<Uint8Array> {
  const [x, y, width, height] = part;
  const tiles = tilesUnder(sha256, part);
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read the picture's pixels.");
  const taken = tiles.map((t) => take(t.url));
  try {
    const bitmaps = await Promise.all(taken);
    bitmaps.forEach((bitmap, i) => context.drawImage(bitmap, tiles[i]!.left - x, tiles[i]!.top - y));
  } finally {
    taken.forEach((bitmap, i) => giveBack(tiles[i]!.url, bitmap));
  }
  const { data } = context.getImageData(0, 0, width, height);
  const out = new Uint8Array(width * height * 3);
  for (let i = 0, j = 0; i < data.length; i += 4, j += 3) {
    out[j] = data[i]!;
    out[j + 1] = data[i + 1]!;
    out[j + 2] = data[i + 2]!;
  }
  return out;
}
