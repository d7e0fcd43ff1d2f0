import path from "node:path";
import type { HouseStyle } from "@/core/answers";
import { NO_STYLE, reviewOf, reviewWords } from "@/core/answers";
import { carryCourses } from "@/core/edits";
import { type CourseKey, type Recipe, emptyRecipe, readRecipe } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { printed, proposedFor } from "../answers";
import { UsageError } from "../arguments";
import { deliver, deliveryAsked } from "../deliver";
import { NOTHING_STRAIGHT, refuseStitched } from "../own-edges";
import { inspected } from "../subject";
import type { Output } from "./delivery-set";

/** What a process of its own is asked to do with one photo. */
export interface PhotoOrder {
  readonly photo: string;
  /** The photo whose edges are looked at: of a bracket the middle one. */
  readonly looked: string;
  readonly folder: string;
  readonly made: readonly { readonly name: string; readonly output: Output }[];
  readonly style?: HouseStyle;
  /** Courses that another recipe brings. */
  readonly carried?: { readonly recipe: unknown; readonly courses: readonly CourseKey[] };
}

export interface PhotoMade {
  readonly answer: string;
  readonly attitude: unknown;
  readonly sigma: unknown;
  readonly lens: { readonly k: readonly number[] } | null;
  readonly stretch: number;
  readonly kept: number;
  readonly review: readonly string[];
}

/** Trues one photo up and delivers it, each file whole under its name or not at all. @throws UsageError, Problem */
export async function madeOf({ photo, looked, folder, made, style, carried }: PhotoOrder): Promise<PhotoMade> {
  const subject = await inspected(photo);
  await refuseStitched(looked);
  const proposed = await proposedFor(looked, await inspected(looked), style ?? NO_STYLE);
  if (!proposed && !carried) throw new UsageError(NOTHING_STRAIGHT);
  const first = proposed?.judgement.answers[0] ?? null;
  const { size, focal } = subject;
  const plain: Recipe = { ...emptyRecipe(), camera: withCamera(emptyRecipe(), size, focal).camera };
  const trued = first?.recipe ?? plain;
  const recipe = carried ? carryCourses(readRecipe(carried.recipe), carried.courses).apply(trued) : trued;
  for (const { name, output } of made) {
    const { long } = output;
    const sized: Recipe = long
      ? { ...recipe, frame: { ...recipe.frame, on: true, output: { kind: "long", px: long } } }
      : recipe;
    const options = deliveryAsked(
      name,
      { quality: String(output.quality), ...(output.colour && { colour: output.colour }) },
      false,
    );
    // Whole under its name, or not at all.
    await deliver({ source: photo, target: path.join(folder, name), recipe: sized, ...subject, options });
  }
  const told = first && printed(first);
  const proposal = proposed?.proposal;
  return {
    answer: carried ? "carried" : (told?.answer ?? "as-shot"),
    attitude: recipe.attitude.on
      ? { pitch: recipe.attitude.pitch, yaw: recipe.attitude.yaw, roll: recipe.attitude.roll }
      : null,
    sigma: proposal?.sigma ?? null,
    lens: recipe.lens.on && recipe.lens.from !== "none" ? { k: recipe.lens.k } : null,
    stretch: told?.stretch ?? 1,
    kept: told?.kept ?? 1,
    review: proposal && first ? reviewOf(proposal, first).map(reviewWords) : [],
  };
}

/** Does the order that came as an argument and prints what came of it; called by `visit` alone. */
export async function run([order]: string[]): Promise<void> {
  console.log(JSON.stringify(await madeOf(JSON.parse(order!) as PhotoOrder)));
}
