import { type FillPlan, SIDES, choiceFor, makesGaps, planFill, strokesOn } from "@/core/edges";
import type { Layer } from "@/core/course";
import {
  type CompiledMap,
  type EdgeJob,
  type KernelName,
  type PlacedPlan,
  type Raster,
  type SettledRecipe,
  type StrokeNeeds,
  type StrokeWork,
  edgeLayers,
  fieldFor,
  gapsDependOn,
  madeUpShare,
  normalsFor,
  planStroke,
  sidesTouched,
  strokesNeed,
} from "@/core/render";
import { type Pixels, samples } from "./bands";
import type { TrialBeside } from "./trial-beside";

/** What is to be made of a picture's gaps and strokes. */
export interface EdgeWork extends EdgeJob {
  /** Whether some of the frame stays without a picture. */
  readonly left: boolean;
  /** Part of the frame that is made up, 0…1. */
  readonly filled: number;
}

export interface EdgeHooks {
  /** Plans the trials of fills meanwhile; absent: in place. */
  readonly beside?: TrialBeside | null | undefined;
  readonly signal?: AbortSignal | undefined;
  /** Called with 0…1. */
  readonly onProgress?: (share: number) => void;
}

/** Where what is planned is planned from; each is asked for only where it is needed. */
export interface EdgeSources {
  /** The small picture; see fillSource. */
  readonly small: () => Promise<Raster<Uint8Array>>;
  /** The original in sRGB. */
  readonly full: () => Promise<Raster>;
}

/** Plans that were made before, by what they depend on; null for one that is not there. */
export interface KeptPlans {
  gaps(depends: string): Promise<PlacedPlan | null>;
  stroke(depends: string): Promise<StrokeWork | null>;
}

const NONE: KeptPlans = { gaps: async () => null, stroke: async () => null };

/** Longest that planning keeps the loop to itself, ms. */
const SLICE_MS = 15;
const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Lets others have their turn between the steps of a plan, and ends it when cancelled. */
export function inTurns({ signal, onProgress }: EdgeHooks): (share: number) => void | Promise<void> {
  let began = performance.now();
  return (share) => {
    signal?.throwIfAborted();
    onProgress?.(share);
    if (performance.now() - began < SLICE_MS) return undefined;
    return turn().then(() => void (began = performance.now()));
  };
}

/** Plans the fill of a recipe's gaps. @throws the signal's reason when cancelled. */
export async function planGaps(
  small: Raster<Uint8Array>,
  recipe: SettledRecipe,
  map: CompiledMap,
  hooks: EdgeHooks,
): Promise<PlacedPlan> {
  const field = fieldFor(small, recipe, map);
  const { beside, signal } = hooks;
  const plan: FillPlan = await planFill(field, normalsFor(recipe, map.size), recipe.edges.seed, {
    onStep: inTurns(hooks),
    ...(beside && { beside: (trial) => beside(trial, signal) }),
  });
  return { plan, view: { focal: field.focal, centre: field.centre }, at: map.frame };
}

/** Whether any gap of a frame is made, whether one is filled, and whether one is left empty. */
export function gapsMade(recipe: SettledRecipe, map: CompiledMap): { made: boolean; filled: boolean; left: boolean } {
  if (!map.gaps) return { made: false, filled: false, left: false };
  if (!makesGaps(recipe.edges)) return { made: false, filled: false, left: true };
  const touched = sidesTouched(map);
  const done = touched.map((side) => choiceFor(recipe.edges, side).do);
  const made = SIDES.filter((side) => ["fill", "plain"].includes(choiceFor(recipe.edges, side).do));
  return {
    made: touched.some((side) => made.includes(side)),
    filled: done.includes("fill"),
    left: touched.some((side) => !made.includes(side)),
  };
}

/** How the walk over a picture's gaps and strokes has each of them planned. */
export interface Planner {
  /** The plan of the gaps; null where none is filled. Asked for where any gap is made. */
  gaps(gaps: ReturnType<typeof gapsMade>): Promise<PlacedPlan | null>;
  /** The work of one stroke, upon those beneath it, which are in the job. @param k its number among the needs. */
  stroke(job: EdgeJob, need: StrokeNeeds, k: number): Promise<StrokeWork>;
}

/** All that is made up of a picture, with what each stroke needed. */
export interface WalkedEdges extends EdgeWork {
  readonly needs: readonly StrokeNeeds[];
}

/**
 * Has a picture's gaps planned, and then its strokes, one upon the other: for a delivery, the command line and the Bench alike.
 *
 * @returns null where its recipe makes nothing of them, or it has none. @throws what the planner throws.
 */
export async function walkEdges(
  recipe: SettledRecipe,
  map: CompiledMap,
  kernel: KernelName,
  planner: Planner,
): Promise<WalkedEdges | null> {
  const gaps = gapsMade(recipe, map);
  const needs = strokesNeed(recipe, map);
  if (!gaps.made && needs.length === 0) return null;
  const fill = gaps.made ? await planner.gaps(gaps) : null;
  const base = { recipe, map, kernel, fill };
  const strokes: StrokeWork[] = [];
  for (const [k, need] of needs.entries())
    strokes.push(await planner.stroke({ ...base, strokes: need.under.map((j) => strokes[j]!) }, need, k));
  return {
    ...base,
    needs,
    strokes,
    left: gaps.left || (fill?.plan.unfilled ?? 0) > 0,
    filled: madeUpShare({ recipe, map, strokes }),
  };
}

/** Plans one stroke; one that nothing can be made of keeps its place. @throws the signal's reason when cancelled. */
export const planStrokeOf = async (
  source: Raster,
  job: EdgeJob,
  { stroke, box }: StrokeNeeds,
  hooks: EdgeHooks,
): Promise<StrokeWork> =>
  (await planStroke(source, job, stroke, { onStep: inTurns(hooks) })) ?? { stroke, box, parts: [] };

/**
 * Plans what becomes of a picture's gaps and strokes; null where its recipe makes nothing of them, or it has none.
 *
 * @param kept what need not be planned again.
 * @throws the signal's reason when cancelled.
 */
export async function planEdges(
  sources: EdgeSources,
  recipe: SettledRecipe,
  map: CompiledMap,
  kernel: KernelName,
  hooks: EdgeHooks = {},
  kept: KeptPlans = NONE,
): Promise<EdgeWork | null> {
  let done = 0;
  const hooksFor = (parts: number): EdgeHooks => {
    const before = done++;
    return { signal: hooks.signal, onProgress: (share) => hooks.onProgress?.((before + share) / parts) };
  };
  const parts = strokesOn(recipe.edges).length + 1;
  return walkEdges(recipe, map, kernel, {
    gaps: async ({ filled }) => {
      if (!filled) return null;
      const before = await kept.gaps(gapsDependOn(recipe, map.frame));
      return before ?? planGaps(await sources.small(), recipe, map, hooksFor(parts));
    },
    stroke: async (job, need) =>
      (await kept.stroke(need.depends)) ?? planStrokeOf(await sources.full(), job, need, hooksFor(parts)),
  });
}

/** Makes the gaps and strokes of a picture as layers in memory that threads share. @throws the signal's reason when cancelled. */
export async function makeEdges(source: Raster<Pixels>, work: EdgeWork, { signal }: EdgeHooks = {}): Promise<Layer[]> {
  const layers: Layer[] = [];
  let began = performance.now();
  for (const layer of edgeLayers(source, work, (count) => samples(source.data, count))) {
    layers.push(layer);
    if (performance.now() - began < SLICE_MS) continue;
    signal?.throwIfAborted();
    await turn();
    began = performance.now();
  }
  return layers;
}
