import { type FillPlan, SIDES, choiceFor, makesGaps, planFill } from "@/core/edges";
import type { Layer } from "@/core/course";
import {
  type CompiledMap,
  type EdgeJob,
  type KernelName,
  type Raster,
  type SettledRecipe,
  edgeLayers,
  fieldFor,
  gapsOf,
  normalsFor,
  sidesTouched,
} from "@/core/render";
import { fillSource } from "../image/fill-source";
import { type Pixels, samples } from "./bands";

/** What is to be made of a picture's gaps. */
export interface EdgeWork extends Omit<EdgeJob, "plan"> {
  readonly plan: FillPlan | null;
  /** Whether some of the frame stays without a picture. */
  readonly left: boolean;
  /** Part of the frame that is made up, 0…1. */
  readonly filled: number;
}

interface Hooks {
  readonly signal?: AbortSignal | undefined;
  /** Called with 0…1. */
  readonly onProgress?: (share: number) => void;
}

/** Longest that planning keeps the loop to itself, ms. */
const SLICE_MS = 15;
const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * Plans what becomes of a picture's gaps; null where its recipe makes nothing of them, or it has none.
 *
 * @param file the original. @throws the signal's reason when cancelled.
 */
export async function planEdges(
  file: string,
  recipe: SettledRecipe,
  map: CompiledMap,
  kernel: KernelName,
  { signal, onProgress }: Hooks = {},
): Promise<EdgeWork | null> {
  if (!map.gaps || !makesGaps(recipe.edges)) return null;
  const gaps = gapsOf(recipe, map);
  const touched = sidesTouched(map);
  const made = SIDES.filter((side) => ["fill", "plain"].includes(choiceFor(recipe.edges, side).do));
  if (!touched.some((side) => made.includes(side))) return null;
  let plan: FillPlan | null = null;
  let view: EdgeJob["view"] = { focal: [1, 1], centre: [0, 0] };
  if (touched.some((side) => choiceFor(recipe.edges, side).do === "fill")) {
    const field = fieldFor(await fillSource(file), recipe, map);
    view = { focal: field.focal, centre: field.centre };
    let began = performance.now();
    plan = await planFill(field, normalsFor(recipe, map.size), recipe.edges.seed, {
      onStep: (share) => {
        signal?.throwIfAborted();
        onProgress?.(share);
        if (performance.now() - began < SLICE_MS) return undefined;
        return turn().then(() => void (began = performance.now()));
      },
    });
  }
  return {
    recipe,
    map,
    kernel,
    plan,
    view,
    left: touched.some((side) => !made.includes(side)) || (plan?.unfilled ?? 0) > 0,
    filled: gaps.filter((gap) => gap.do === "fill").reduce((sum, gap) => sum + gap.share, 0),
  };
}

/** Makes the gaps of a picture as layers in memory that threads share. @throws the signal's reason when cancelled. */
export async function makeEdges(source: Raster<Pixels>, work: EdgeWork, { signal }: Hooks = {}): Promise<Layer[]> {
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
