import { say } from "@/language";
import { onlyPlacing } from "@/core/edges";
import type { FocalMetadata } from "@/core/camera";
import type { Size } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import {
  type CompiledMap,
  type KernelName,
  type Raster,
  type SettledRecipe,
  compile,
  bendKeyOf,
  bendOf,
  resultChannels,
  settle,
} from "@/core/render";
import { exists, writeWhole } from "../files/store";
import { type Decoded, decode } from "../image/reading/decode";
import { keptPlans } from "../image/fills/fill-folders";
import { fillSource } from "../image/fills/fill-source";
import { type Captions, type DeliveryFormat, type DeliveryOptions, formatOf } from "@/core/contract";
import { encode, encodeStrip, inStrips, loadXmp, writeStrips } from "../image/writing/encode";
import { LIMITS } from "../running/config";
import { Problem } from "../problem";
import type { BandRunner, Pixels } from "./bands";
import { makeEdges, planEdges } from "./edge-work";
import { withAsShot } from "./as-shot";
import { type PictureJob, bandRows, marginOfJob } from "./picture-job";
import { writeDoubt, writeMask } from "./write-mask";

export interface PictureOrder {
  /** Path of the original. */
  readonly source: string;
  readonly recipe: Recipe;
  /** What the photo's metadata say about the focal length, for recipes that do not. */
  readonly focal: FocalMetadata;
  /** The original's size, where it is known beforehand, and its pixels, where they are already on their way. */
  readonly size?: Size;
  readonly decoding?: Promise<Decoded>;
  /** Path of the result; it appears whole or not at all. */
  readonly target: string;
  readonly options: DeliveryOptions;
  /** The photo's hash, where what was planned for it before is kept; see keptPlans. */
  readonly sha256?: string;
  /** The original's hash where that is still being reckoned; the delivery says it. */
  readonly hashing?: Promise<string>;
  /** Path of a picture that says what is made up, where anything is; none is written without it. */
  readonly mask?: string;
  /** Path of a picture that says how sure what is made up is, where a fill was tried; see writeDoubt. */
  readonly doubt?: string;
  /** What the delivery says of itself besides. */
  readonly captions?: Captions;
  readonly kernel?: KernelName;
}

export interface RenderHooks {
  /** Called with 0…1 as rows are finished. */
  readonly onProgress?: (share: number) => void;
  readonly signal?: AbortSignal;
}

/** Share of the progress that the pixels make up; decoding and encoding have the rest. */
const PIXEL_SHARE = { from: 0.1, to: 0.85 } as const;

/** The recipe with its frame fixed, so that every thread compiles the very same map without searching again. */
const fixed = (recipe: SettledRecipe, frame: readonly number[]): SettledRecipe => ({
  ...recipe,
  edges: onlyPlacing(recipe.edges),
  frame: { ...recipe.frame, on: true, rule: "free", rect: [frame[0]!, frame[1]!, frame[2]!, frame[3]!] },
});

/** A delivery may have this many times the pixels that a photo may have. */
const MOST_GROWN = 2;

/** What is larger than its format can hold, or than anyone would want, is refused before it is made. @throws Problem 422. */
function refuseTooLarge(format: DeliveryFormat, [width, height]: Size): void {
  if (width * height > MOST_GROWN * LIMITS.pixels)
    throw new Problem(
      422,
      say(
        "The frame is {width} × {height} pixels, because so steep a correction draws its far side out without end. Ease it, or draw a smaller frame.",
        { width, height },
      ),
    );
  const { longest: most, name } = formatOf(format);
  if (Math.max(width, height) > most)
    throw new Problem(
      422,
      say(
        "{width} × {height} pixels are more than {format} can hold ({most} a side). Choose TIFF or PNG, or a smaller frame.",
        { width, height, format: name, most },
      ),
    );
}

/** A library's work that cannot be stopped: once cancelled it is no longer waited for. */
async function abortable<T>(work: Promise<T>, signal: AbortSignal | undefined): Promise<T> {
  if (!signal) return work;
  // What it ends with when nobody waits for it any more is nobody's affair.
  work.catch(() => undefined);
  signal.throwIfAborted();
  return new Promise((resolve, reject) => {
    const stop = (): void => reject(signal.reason as Error);
    signal.addEventListener("abort", stop, { once: true });
    work.then(resolve, reject).finally(() => signal.removeEventListener("abort", stop));
  });
}

function mapOf(order: PictureOrder, size: Size): { recipe: SettledRecipe; map: CompiledMap } {
  const recipe = settle(order.recipe, size, order.focal);
  return { recipe, map: compile(recipe, size) };
}

const kernelOf = (order: PictureOrder) => order.kernel ?? ("lanczos3" as const);

/** What becomes of the picture's gaps and strokes; null where there is nothing to do. */
async function plannedEdges(
  order: PictureOrder,
  raster: Raster<Pixels>,
  recipe: SettledRecipe,
  map: CompiledMap,
  planning: Parameters<typeof planEdges>[4],
): ReturnType<typeof planEdges> {
  const sources = {
    small: () => fillSource(order.source),
    // What strokes are planned from is the same, whatever is delivered.
    full: async () => (order.options.colour === "srgb" ? raster : (await decode(order.source, "srgb")).raster),
  };
  const plans = order.sha256 === undefined ? undefined : keptPlans(order.sha256);
  return planEdges(sources, recipe, map, kernelOf(order), planning, plans);
}

/**
 * Renders one photo by its recipe at full resolution into a file.
 *
 * @returns the file's bytes and pixels. @throws Problem 410 without its original, 415 and 422 as decode does, and for what
 * cannot be made; the signal's reason when cancelled; nothing is left behind.
 */
export async function renderPicture(
  order: PictureOrder,
  runner: BandRunner,
  { onProgress = () => undefined, signal }: RenderHooks = {},
): Promise<{ bytes: number; width: number; height: number }> {
  if (!(await exists(order.source)))
    throw new Problem(
      410,
      say("The original of this photo is missing from the folder of files. Put it back, or add the photo again."),
    );
  const decoding = order.decoding ?? decode(order.source, order.options.colour);
  void loadXmp();
  if (order.recipe.finish?.on) runner.prepare?.();
  // The map can be found while the photo is still being decoded, if its size is known.
  let made = order.size && mapOf(order, order.size);
  const { raster, carried: found } = await abortable(decoding, signal);
  // The profile of a picture of floats says what light its numbers are; formats without floats get sRGB's numbers.
  const kept = raster.data instanceof Float32Array && order.options.format !== "tiff" ? { ...found, icc: null } : found;
  signal?.throwIfAborted();
  onProgress(PIXEL_SHARE.from);
  const size = [raster.width, raster.height] as const;
  if (!made || made.map.size[0] !== size[0] || made.map.size[1] !== size[1]) made = mapOf(order, size);
  const { map } = made;
  const recipe = withAsShot(made.recipe, raster);
  refuseTooLarge(order.options.format, map.output);
  const [width, height] = map.output;
  const work = await plannedEdges(order, raster, recipe, map, {
    ...(signal ? { signal } : {}),
    onProgress: (share: number) => onProgress(PIXEL_SHARE.from * (1 + share)),
  });
  const layers = work ? await makeEdges(raster, work, { signal }) : [];
  const original = order.sha256 ?? (await order.hashing);
  const carried = {
    ...kept,
    ...(work && work.filled > 0 ? { filled: work.filled } : {}),
    ...(original === undefined ? {} : { original }),
    ...(order.captions && { captions: order.captions }),
  };
  const alpha = (work ? work.left : map.gaps) || raster.channels === 2 || raster.channels === 4;
  const channels = resultChannels(raster.channels, alpha);
  const bend = bendOf(recipe, size);
  const margin = marginOfJob({ layers }, map);
  const rows = bandRows(margin, width * channels * raster.data.BYTES_PER_ELEMENT);
  const job: PictureJob = {
    ...(bend ? { bend: { key: bendKeyOf(recipe, size), found: bend.found } } : {}),
    recipe: fixed(recipe, map.rect),
    size,
    alpha,
    kernel: kernelOf(order),
    ...(layers.length > 0 ? { layers } : {}),
    bandRows: rows,
  };
  // Strips are encoded while the rest is still being made.
  const strips: Buffer[] = [];
  const takeBand = async (band: Raster<Pixels>, index: number): Promise<void> => {
    strips[index] = await encodeStrip(band, order.options);
  };
  let rowsDone = 0;
  const data = await runner.make(job, raster, {
    ...(signal ? { signal } : {}),
    ...(inStrips(order.options, 8 * raster.data.BYTES_PER_ELEMENT) ? { takeBand } : {}),
    onRows: (rows) => {
      rowsDone += rows;
      onProgress(PIXEL_SHARE.from + (PIXEL_SHARE.to - PIXEL_SHARE.from) * (rowsDone / height));
    },
  });
  const bytes = await writeWhole(order.target, async (file) => {
    const writing = data
      ? encode({ data, width, height, channels }, file, order.options, carried, recipe)
      : writeStrips(strips, { size: map.output, channels, rows }, file, order.options.format, carried, recipe);
    // Also when it is no longer waited for, the library reads the pixels to its end.
    if (data) writing.finally(() => runner.done(data)).catch(() => undefined);
    await abortable(writing, signal);
  });
  // At the end: what is cancelled before leaves nothing behind.
  if (order.mask && layers.length > 0) await writeMask(order.mask, map, layers);
  if (order.doubt && work?.fill?.plan.doubt) await writeDoubt(order.doubt, map, layers, work.fill);
  onProgress(1);
  return { bytes, width, height };
}
