import { LRUCache } from "lru-cache";
import type { Layer } from "@/core/course";
import type { FillInfo, FillPart } from "@/core/contract";
import type { Rect } from "@/core/geometry";
import { api } from "./api";
import type { Recipe } from "@/core/recipe";

/** One thing made at the edges, as the Bench shows it: the gaps, or a stroke. */
interface ShownPart {
  readonly part: FillPart;
  /** All of it, small unless it is whole. */
  readonly fit: Layer;
}

/** What is made at the edges as the Bench shows it, one upon the other. */
export interface ShownFill {
  readonly photoId: string;
  readonly info: FillInfo;
  readonly parts: readonly ShownPart[];
  /** What it was made for, and what placed it; see the Bench's use-fill. */
  readonly of: string;
  readonly placed: string;
}

/** Side of the tiles in which a fill is shown at full size, pixels. */
const TILE = 512;

const urlOf = (photoId: string, key: string, tile: string): string => `/api/photos/${photoId}/fill/${key}/${tile}`;

/** A picture file as pixels; null where there is none. @throws Error when it cannot be fetched. */
async function pixelsOf(url: string, signal?: AbortSignal): Promise<Layer["raster"] | null> {
  const response = await fetch(url, signal ? { signal } : {});
  if (response.status === 204) return null;
  if (!response.ok) throw new Error(`The fill could not be fetched (${response.status}).`);
  const bitmap = await createImageBitmap(await response.blob(), {
    colorSpaceConversion: "none",
    premultiplyAlpha: "none",
  });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { data: new Uint8Array(context.getImageData(0, 0, width, height).data.buffer), width, height, channels: 4 };
}

/** What was fetched under keys; it never changes. The latest are kept. */
const fits = new LRUCache<string, Promise<Layer>>({ max: 64 });
const tiles = new LRUCache<string, Promise<Layer | null>>({ max: 60 });

/** What is kept under a key, or fetched; what cannot be fetched is asked for again next time. */
function once<T>(kept: LRUCache<string, Promise<T>>, key: string, fetched: () => Promise<T>): Promise<T> {
  const known = kept.get(key);
  if (known) return known;
  const coming = fetched();
  kept.set(key, coming);
  coming.catch(() => kept.delete(key));
  return coming;
}

/** Has the gaps and strokes of a recipe made and fetches what is shown of them. @throws ServerRefusal; the signal's reason. */
export async function fetchFill(
  photoId: string,
  recipe: Recipe,
  { of, placed }: Pick<ShownFill, "of" | "placed">,
  signal: AbortSignal,
): Promise<ShownFill> {
  const info = await api.fill(photoId, recipe, signal);
  const all: FillPart[] = [...(info.gaps ? [info.gaps] : []), ...info.strokes];
  const parts = all.map(async (part): Promise<ShownPart> => {
    const fit = await once(fits, `${photoId} ${part.key}`, async () => {
      const raster = (await pixelsOf(urlOf(photoId, part.key, "fit")))!;
      return { name: `fill ${part.key}`, rect: part.frame, raster };
    });
    return { part, fit };
  });
  const made = await Promise.all(parts);
  signal.throwIfAborted();
  return { photoId, info, parts: made, of, placed };
}

function tileOf(photoId: string, { key, frame }: FillPart, column: number, row: number): Promise<Layer | null> {
  const url = urlOf(photoId, key, `${column}_${row}`);
  return once(tiles, url, () =>
    pixelsOf(url).then(
      (raster) =>
        raster && {
          name: url,
          rect: [frame[0] + column * TILE, frame[1] + row * TILE, raster.width, raster.height] as const,
          raster,
        },
      () => null,
    ),
  );
}

/** What is made at full size where a window shows it. @param plane pixels of the plane. */
export async function fillIn({ photoId, parts }: ShownFill, plane: Rect): Promise<Layer[]> {
  const wanted = parts.flatMap(({ part, fit }): Promise<Layer | null>[] => {
    const [x, y, w, h] = part.frame;
    if (plane[0] > x + w || plane[1] > y + h || plane[0] + plane[2] < x || plane[1] + plane[3] < y) return [];
    if (part.whole) return [Promise.resolve(fit)];
    const span = (from: number, long: number, start: number, size: number): number[] => {
      const first = Math.max(0, Math.floor((from - start) / TILE));
      const last = Math.min(Math.ceil(size / TILE) - 1, Math.floor((from + long - start) / TILE));
      return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i);
    };
    return span(plane[1], plane[3], y, h).flatMap((row) =>
      span(plane[0], plane[2], x, w).map((column) => tileOf(photoId, part, column, row)),
    );
  });
  return (await Promise.all(wanted)).filter((layer) => layer !== null);
}
