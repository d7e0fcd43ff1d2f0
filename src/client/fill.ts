import type { Layer } from "@/core/course";
import type { FillInfo } from "@/core/contract";
import type { Rect } from "@/core/geometry";
import { api } from "./api";
import type { Recipe } from "@/core/recipe";

/** A fill as the Bench shows it. */
export interface ShownFill {
  readonly photoId: string;
  readonly info: FillInfo;
  /** All of the frame, small. */
  readonly fit: Layer;
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

/** Has the gaps of a recipe filled and fetches what is shown of it. @throws ServerRefusal; the signal's reason. */
export async function fetchFill(photoId: string, recipe: Recipe, signal: AbortSignal): Promise<ShownFill> {
  const info = await api.fill(photoId, recipe, signal);
  const raster = (await pixelsOf(urlOf(photoId, info.key, "fit"), signal))!;
  return { photoId, info, fit: { name: `fill ${info.key}`, rect: info.frame, raster } };
}

const tiles = new Map<string, Promise<Layer | null>>();
/** Tiles kept, the latest. */
const KEPT = 60;

function tileOf({ photoId, info: { key, frame } }: ShownFill, column: number, row: number): Promise<Layer | null> {
  const url = urlOf(photoId, key, `${column}_${row}`);
  const kept = tiles.get(url);
  tiles.delete(url);
  const tile =
    kept ??
    pixelsOf(url).then(
      (raster) =>
        raster && {
          name: url,
          rect: [frame[0] + column * TILE, frame[1] + row * TILE, raster.width, raster.height] as const,
          raster,
        },
      () => null,
    );
  tiles.set(url, tile);
  if (tiles.size > KEPT) tiles.delete(tiles.keys().next().value!);
  return tile;
}

/** A fill at full size where a window shows it. @param plane pixels of the plane. */
export async function fillIn(fill: ShownFill, plane: Rect): Promise<Layer[]> {
  const [x, y, w, h] = fill.info.frame;
  const span = (from: number, long: number, start: number, size: number): number[] => {
    const first = Math.max(0, Math.floor((from - start) / TILE));
    const last = Math.min(Math.ceil(size / TILE) - 1, Math.floor((from + long - start) / TILE));
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i);
  };
  const wanted = span(plane[1], plane[3], y, h).flatMap((row) =>
    span(plane[0], plane[2], x, w).map((column) => tileOf(fill, column, row)),
  );
  return (await Promise.all(wanted)).filter((layer) => layer !== null);
}
