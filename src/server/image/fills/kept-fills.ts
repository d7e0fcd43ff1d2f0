import path from "node:path";
import type { FillInfo } from "@/core/contract";
import { parseRecipe } from "@/core/recipe";
import type { Rect } from "@/core/geometry";
import {
  type CompiledMap,
  type EdgeJob,
  type Part,
  type PlacedPlan,
  type SettledRecipe,
  type StrokeNeeds,
  SPAN,
  type StrokeWork,
  compile,
  doubtfulIn,
  fieldFor,
  regionsIn,
  fillDependsOn,
  gapsDependOn,
  settle,
  shrunken,
  shrunkenEdges,
  strokesNeed,
} from "@/core/render";
import { exists, fillFolder, originalPath } from "../../files/store";
import { type EdgeHooks, gapsMade, planGaps, planStrokeOf, walkEdges } from "../../render/edge-work";
import { type Kept, keyOf, onceFolder, prune, readKept, writeKept } from "./fill-folders";
import { FIT, writeFit, writeTiles } from "./fill-pictures";
import { fillSource } from "./fill-source";
import { warmPlanning } from "./warm-planning";
import { srgbOf } from "../reading/kept-decode";

export interface FillOrder {
  readonly sha256: string;
  /** Settled, as JSON. */
  readonly recipe: string;
  /** The photo is decoded besides, for strokes that will follow. */
  readonly ready?: boolean;
}

const settledFrom = (text: string, size: readonly [number, number]): SettledRecipe => settle(parseRecipe(text), size);

/** The name of a fill of gaps: the hash of all that it depends on besides the photo. */
const fillKey = (recipe: SettledRecipe, map: CompiledMap): string => keyOf(gapsDependOn(recipe, map.frame));

/** A map that delivers the plane's own pixels. */
const atFullSize = (map: CompiledMap): CompiledMap => ({
  ...map,
  output: [Math.max(1, Math.round(map.frame[2])), Math.max(1, Math.round(map.frame[3]))],
});

/**
 * The delivered pixels that enclose a rectangle of the plane, from where cells begin: places are interpolated over the same
 * cells as in a delivery.
 */
function partOf({ frame }: CompiledMap, [x, y, w, h]: Rect): Part {
  const [left, top] = [x - frame[0], y - frame[1]].map((v) => SPAN * Math.floor(v / SPAN)) as [number, number];
  return [left, top, Math.max(1, Math.ceil(x + w - frame[0]) - left), Math.max(1, Math.ceil(y + h - frame[1]) - top)];
}

const FULL_KERNEL = "lanczos3" as const;

/**
 * Plans what a recipe makes of gaps and strokes, and makes the pictures of them that are shown while all of the frame is. What
 * is there already is left as it is. Runs in a hand.
 */
export async function makeFill(
  { sha256, recipe: text, ready = false }: FillOrder,
  size: readonly [number, number],
  hooks: EdgeHooks,
): Promise<FillInfo> {
  const recipe = settledFrom(text, size);
  const map = compile(recipe, size);
  if (ready) void madeReady(sha256, recipe, map, hooks).catch(() => undefined);
  const needs = strokesNeed(recipe, map);
  const keys = needs.map(({ depends }) => keyOf(depends));
  const gapKey = gapsMade(recipe, map).made ? fillKey(recipe, map) : null;
  const walked = await walkEdges(recipe, map, FULL_KERNEL, {
    gaps: async () => (await gapsUnder(gapKey!, sha256, text, recipe, map, hooks)).fill,
    stroke: async (job, need, k) => {
      const key = keys[k]!;
      const kept = await readKept(sha256, key);
      const beneath = { gaps: need.gaps ? gapKey : null, strokes: need.under.map((j) => keys[j]!) };
      const full = { ...job, map: atFullSize(map) };
      return kept?.stroke ?? makeStroke({ sha256, key, text, beneath }, full, need, hooks);
    },
  });
  await prune(sha256, new Set([...keys, ...(gapKey ? [gapKey] : [])]));
  const plan = walked?.fill?.plan;
  return {
    depends: fillDependsOn(recipe, map.frame),
    gaps: gapKey ? { key: gapKey, frame: [...map.frame], whole: false } : null,
    strokes: needs.map(({ stroke, box }, k) => {
      const [x, y, w, h] = partOf(map, box);
      const frame: [number, number, number, number] = [map.frame[0] + x, map.frame[1] + y, w, h];
      return { id: stroke.id, key: keys[k]!, frame, whole: Math.max(w, h) <= FIT };
    }),
    filled: walked?.filled ?? 0,
    regions: walked?.fill ? regionsIn(walked.fill) : null,
    doubtful: walked?.fill ? doubtfulIn(walked.fill) : null,
    unfilled: plan ? plan.unfilled / (plan.width * plan.height) : 0,
  };
}

/** Reads the photo for fills and strokes that will follow, and has planning run once: its first run takes twice as long as the next. */
async function madeReady(sha256: string, recipe: SettledRecipe, map: CompiledMap, hooks: EdgeHooks): Promise<void> {
  // Its sky is looked for but once.
  fieldFor(await smallOf(sha256), recipe, map);
  await warmPlanning(hooks);
  await srgbOf(originalPath(sha256));
}

let last: { readonly sha256: string; readonly picture: ReturnType<typeof fillSource> } | null = null;

/** The picture that fills of a photo are planned from; the last is kept, for other answers are asked for one after the other. */
function smallOf(sha256: string): ReturnType<typeof fillSource> {
  if (last?.sha256 !== sha256) {
    const own = (last = { sha256, picture: fillSource(originalPath(sha256)) });
    own.picture.catch(() => {
      if (last === own) last = null;
    });
  }
  return last.picture;
}

/** The gaps' plan under a key, made with its picture where it is not there. */
async function gapsUnder(
  key: string,
  sha256: string,
  text: string,
  recipe: SettledRecipe,
  map: CompiledMap,
  hooks: EdgeHooks,
): Promise<{ fill: PlacedPlan | null }> {
  const kept = await readKept(sha256, key);
  if (kept?.gaps) return kept.gaps;
  const small = await smallOf(sha256);
  const fill = gapsMade(recipe, map).filled ? await planGaps(small, recipe, map, hooks) : null;
  const [, , w, h] = map.frame;
  const shrink = Math.min(1, FIT / Math.max(w, h));
  const output = [Math.max(1, Math.round(w * shrink)), Math.max(1, Math.round(h * shrink))] as const;
  const by = small.width / map.size[0];
  const gaps = { fill, unfilled: fill?.plan.unfilled ?? 0 };
  await onceFolder(fillFolder(sha256, key), async (own) => {
    await writeKept(own, { recipe: text, gaps, stroke: null, beneath: { gaps: null, strokes: [] } });
    // Shrunken it is looked at, not delivered: made from the small picture.
    const job = {
      recipe: { ...recipe, edges: shrunkenEdges(recipe.edges, by) },
      map: { ...shrunken(map, by), output },
      fill,
      strokes: [],
    };
    await writeFit(own, small, { ...job, kernel: "cubic" }, [0, 0, ...output], null, hooks);
  });
  return gaps;
}

/** Plans a stroke and makes its picture. */
async function makeStroke(
  { sha256, key, text, beneath }: { sha256: string; key: string; text: string; beneath: Kept["beneath"] },
  job: EdgeJob,
  need: StrokeNeeds,
  hooks: EdgeHooks,
): Promise<StrokeWork> {
  const source = await srgbOf(originalPath(sha256));
  const work = await planStrokeOf(source, job, need, hooks);
  await onceFolder(fillFolder(sha256, key), async (own) => {
    await writeKept(own, { recipe: text, gaps: null, stroke: work, beneath });
    const part = partOf(job.map, need.box);
    const shrink = Math.min(1, FIT / Math.max(part[2], part[3]));
    const only = job.strokes.length;
    const whole: EdgeJob = { ...job, strokes: [...job.strokes, work] };
    if (shrink === 1) return writeFit(own, source, whole, part, only, hooks);
    // A picture of so long a stroke is looked at only while all of the frame is.
    const [x, y, w, h] = part.map((v) => Math.round(v * shrink)) as [number, number, number, number];
    const output = [job.map.output[0] * shrink, job.map.output[1] * shrink] as const;
    return writeFit(own, source, { ...whole, map: { ...job.map, output }, kernel: "cubic" }, [x, y, w, h], only, hooks);
  });
  return work;
}

/** Makes the tiles of what is kept under a key. Runs in a hand. @returns their folder. */
export async function makeFillTiles(sha256: string, key: string, size: readonly [number, number]): Promise<string> {
  const folder = path.join(fillFolder(sha256, key), "tiles");
  if (await exists(folder)) return folder;
  const kept = await readKept(sha256, key);
  await onceFolder(folder, async (own) => {
    if (!kept) return;
    const recipe = settledFrom(kept.recipe, size);
    const map = atFullSize(compile(recipe, size));
    const source = await srgbOf(originalPath(sha256));
    const beneath = await Promise.all(kept.beneath.strokes.map((k) => readKept(sha256, k)));
    const strokes = beneath.flatMap((k) => k?.stroke ?? []);
    const gaps = kept.gaps ?? (kept.beneath.gaps ? (await readKept(sha256, kept.beneath.gaps))?.gaps : null);
    const job = { recipe, map, kernel: FULL_KERNEL, fill: gaps?.fill ?? null };
    if (kept.gaps) await writeTiles(own, source, { ...job, strokes: [] }, [0, 0, ...map.output]);
    else if (kept.stroke)
      await writeTiles(
        own,
        source,
        { ...job, strokes: [...strokes, kept.stroke] },
        partOf(map, kept.stroke.box),
        strokes.length,
      );
  });
  return folder;
}
