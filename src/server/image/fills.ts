import { createHash, randomUUID } from "node:crypto";
import { mkdir, readFile, readdir, rename, rm, stat, writeFile } from "node:fs/promises";
import path from "node:path";
import { deserialize, serialize } from "node:v8";
import sharp from "./library";
import type { Layer, Raster } from "@/core/course";
import type { FillInfo } from "@/core/contract";
import { parseRecipe } from "@/core/recipe";
import { type CompiledMap, type SettledRecipe, compile, edgeLayers, fillDependsOn, settle } from "@/core/render";
import { exists, fillFolder, originalPath } from "../files/store";
import { type EdgeWork, planEdges } from "../render/edge-work";
import { decode } from "./decode";

/** Longer side of the picture of a fill that is shown while all of the frame is, pixels. */
const FIT = 1600;
/** Side of the tiles in which a fill is shown at full size, pixels. */
export const FILL_TILE = 512;
/** Fills of one photo that are kept, the newest. */
const KEPT = 8;

export interface FillOrder {
  readonly sha256: string;
  /** Settled, as JSON. */
  readonly recipe: string;
}

/** What is kept of a fill beside its pictures. */
interface Kept {
  readonly recipe: string;
  readonly work: Pick<EdgeWork, "plan" | "view" | "left" | "filled">;
}

const settledFrom = (text: string, size: readonly [number, number]): SettledRecipe => settle(parseRecipe(text), size);

/** The name of a fill: the hash of all that it depends on besides the photo. */
export const fillKey = (recipe: SettledRecipe, map: CompiledMap): string =>
  createHash("sha256").update(fillDependsOn(recipe, map.frame)).digest("hex").slice(0, 32);

/**
 * Plans the fill of a recipe and makes the picture of it that is shown while all of the frame is. What is there already is
 * left as it is. Runs in a hand.
 */
export async function makeFill(
  { sha256, recipe: text }: FillOrder,
  size: readonly [number, number],
  hooks: { signal?: AbortSignal | undefined; onProgress?: (share: number) => void },
): Promise<FillInfo> {
  const recipe = settledFrom(text, size);
  const map = compile(recipe, size);
  const key = fillKey(recipe, map);
  const folder = fillFolder(sha256, key);
  if (await exists(folder)) return JSON.parse(await readFile(path.join(folder, "info.json"), "utf8")) as FillInfo;
  const file = originalPath(sha256);
  const work = await planEdges(file, recipe, map, "lanczos3", hooks);
  const [, , w, h] = map.frame;
  const shrink = Math.min(1, FIT / Math.max(w, h));
  const output = [Math.max(1, Math.round(w * shrink)), Math.max(1, Math.round(h * shrink))] as const;
  const info: FillInfo = {
    key,
    depends: fillDependsOn(recipe, map.frame),
    frame: [...map.frame],
    filled: work?.filled ?? 0,
    unfilled: work?.plan ? work.plan.unfilled / (work.plan.width * work.plan.height) : 0,
  };
  await onceFolder(folder, async (own) => {
    const kept: Kept | null = work && {
      recipe: text,
      work: { plan: work.plan, view: work.view, left: work.left, filled: work.filled },
    };
    const pixels = Buffer.alloc(4 * output[0] * output[1]);
    if (work) {
      const { raster } = await decode(file, "srgb");
      // Shrunken it is looked at, not delivered.
      const small = { ...work, map: { ...map, output }, kernel: "cubic" as const };
      for (const layer of edgeLayers(raster, small, (n) => new Uint8Array(n))) {
        hooks.signal?.throwIfAborted();
        lay(layer, small.map, pixels, [0, 0, ...output]);
      }
    }
    await writeFile(path.join(own, "plan.bin"), serialize(kept));
    await sharp(pixels, { raw: { width: output[0], height: output[1], channels: 4 } })
      .png({ compressionLevel: 3 })
      .toFile(path.join(own, "fit.png"));
    await writeFile(path.join(own, "info.json"), JSON.stringify(info));
  });
  await prune(sha256);
  return info;
}

/** Cuts a fill at full size into tiles, COLUMN_ROW.png; those without a gap are left out. Runs in a hand. @returns their folder. */
export async function makeFillTiles(sha256: string, key: string, size: readonly [number, number]): Promise<string> {
  const folder = path.join(fillFolder(sha256, key), "tiles");
  if (await exists(folder)) return folder;
  const kept = deserialize(await readFile(path.join(fillFolder(sha256, key), "plan.bin"))) as Kept | null;
  await onceFolder(folder, async (own) => {
    if (!kept) return;
    const recipe = settledFrom(kept.recipe, size);
    const compiled = compile(recipe, size);
    const output = [Math.round(compiled.frame[2]), Math.round(compiled.frame[3])] as const;
    const map = { ...compiled, output };
    const { raster } = await decode(originalPath(sha256), "srgb");
    for (let y = 0; y < output[1]; y += FILL_TILE)
      for (let x = 0; x < output[0]; x += FILL_TILE) {
        const part = [x, y, Math.min(FILL_TILE, output[0] - x), Math.min(FILL_TILE, output[1] - y)] as const;
        const pixels = Buffer.alloc(4 * part[2] * part[3]);
        let any = false;
        for (const layer of edgeLayers(
          raster,
          { ...kept.work, recipe, map, kernel: "lanczos3" },
          (n) => samplesLike(raster, n),
          part,
        )) {
          lay(layer, map, pixels, part);
          any = true;
        }
        if (any)
          await sharp(pixels, { raw: { width: part[2], height: part[3], channels: 4 } })
            .png({ compressionLevel: 3 })
            .toFile(path.join(own, `${x / FILL_TILE}_${y / FILL_TILE}.png`));
      }
  });
  return folder;
}

const samplesLike = ({ data }: Raster, n: number) =>
  data instanceof Float32Array
    ? new Float32Array(n)
    : data instanceof Uint16Array
      ? new Uint16Array(n)
      : new Uint8Array(n);

/** Puts a layer's pixels into an 8-bit picture of a part, four channels. */
function lay(
  { raster, rect }: Layer,
  map: CompiledMap,
  into: Buffer,
  [px, py, width]: readonly [number, number, number, number],
): void {
  const scale = map.output[0] / map.frame[2];
  const left = Math.round((rect[0] - map.frame[0]) * scale) - px;
  const top = Math.round((rect[1] - map.frame[1]) * scale) - py;
  const { data, channels } = raster;
  const to8 = data instanceof Float32Array ? 255 : data instanceof Uint16Array ? 1 / 257 : 1;
  for (let j = 0; j < raster.height; j++)
    for (let i = 0; i < raster.width; i++) {
      const from = (j * raster.width + i) * channels;
      if (!data[from + channels - 1]) continue;
      const to = 4 * ((top + j) * width + left + i);
      for (let c = 0; c < 4; c++) {
        const v = data[from + (channels === 2 ? (c < 3 ? 0 : 1) : c)]! * to8;
        into[to + c] = Math.max(0, Math.min(255, Math.round(v)));
      }
    }
}

/** Makes a folder that appears whole or not at all; two processes may make it at the same time, the first one's stays. */
async function onceFolder(folder: string, make: (own: string) => Promise<void>): Promise<void> {
  const own = `${folder}.${randomUUID()}.part`;
  await mkdir(own, { recursive: true });
  try {
    await make(own);
    await rename(own, folder).catch(async (error: unknown) => {
      if (!(await exists(folder))) throw error;
    });
  } finally {
    await rm(own, { recursive: true, force: true });
  }
}

/** Old fills of a photo go: they can be made again. */
async function prune(sha256: string): Promise<void> {
  const folder = path.dirname(fillFolder(sha256, "x"));
  const names = (await readdir(folder)).filter((name) => name.startsWith(`${sha256}-fill-`) && !name.endsWith(".part"));
  if (names.length <= KEPT) return;
  const aged = await Promise.all(
    names.map(async (name) => ({ name, at: (await stat(path.join(folder, name)).catch(() => null))?.mtimeMs ?? 0 })),
  );
  for (const { name } of aged.sort((a, b) => b.at - a.at).slice(KEPT))
    await rm(path.join(folder, name), { recursive: true, force: true });
}
