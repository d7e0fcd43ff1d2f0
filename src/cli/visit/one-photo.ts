import { put, say } from "@/language";
import { rm } from "node:fs/promises";
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
  /** The photos of its bracket, itself among them, which are blended first; each under its own names where they cannot be. */
  readonly blend?: { readonly each: readonly Pick<PhotoOrder, "photo" | "made">[] };
  /** Courses that another recipe brings. */
  readonly carried?: { readonly recipe: unknown; readonly courses: readonly CourseKey[] };
}

export interface PhotoMade {
  readonly answer: string;
  /** Names of the files that were made. */
  readonly out: readonly string[];
  /** The photos that were blended; absent: none. */
  readonly blended?: readonly string[];
  readonly attitude: unknown;
  readonly sigma: unknown;
  readonly lens: { readonly k: readonly number[] } | null;
  readonly stretch: number;
  readonly kept: number;
  readonly review: readonly string[];
}

const NOT_ONE_POSITION = say("the camera was moved between the exposures, so each is delivered");

/** Blended brackets wait here while they are delivered, beside what is delivered. */
export const BLENDS = ".flatstone-blend-";

/** What is delivered for an order: a photo under its names, or the photos of a bracket that could not be blended. */
type Sources = readonly Pick<PhotoOrder, "photo" | "made">[];

/** Blends an order's bracket, and has what there is to deliver delivered. @throws UsageError, Problem */
async function withBlend<T>(order: PhotoOrder, act: (sources: Sources, blended: boolean) => Promise<T>): Promise<T> {
  const { photo, made, folder, blend } = order;
  if (!blend) return act([{ photo, made }], false);
  const { blendFiles } = await import("@/server/image/blend");
  const target = path.join(folder, `${BLENDS}${process.pid}-${path.parse(photo).name}.tif`);
  try {
    const files = blend.each.map((e) => e.photo);
    const { one } = await blendFiles(files, files.indexOf(photo), target);
    return await act(one ? [{ photo: target, made }] : blend.each, one);
  } finally {
    await rm(target, { force: true });
  }
}

/** Trues one photo up and delivers it, each file whole under its name or not at all. @throws UsageError, Problem */
export const madeOf = (order: PhotoOrder): Promise<PhotoMade> =>
  withBlend(order, (sources, blended) => delivered(order, sources, blended));

async function delivered(
  { photo, looked, style, carried, blend, folder }: PhotoOrder,
  sources: Sources,
  blended: boolean,
): Promise<PhotoMade> {
  const subject = await inspected(photo);
  await refuseStitched(looked);
  const proposed = await proposedFor(looked, await inspected(looked), style ?? NO_STYLE);
  if (!proposed && !carried) throw new UsageError(NOTHING_STRAIGHT);
  const first = proposed?.judgement.answers[0] ?? null;
  const { size, focal } = subject;
  const plain: Recipe = { ...emptyRecipe(), camera: withCamera(emptyRecipe(), size, focal).camera };
  const trued = first?.recipe ?? plain;
  const recipe = carried ? carryCourses(readRecipe(carried.recipe), carried.courses).apply(trued) : trued;
  const files = sources.flatMap((source) => source.made.map((made) => ({ source: source.photo, ...made })));
  for (const { source, name, output } of files) {
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
    await deliver({ source, target: path.join(folder, name), recipe: sized, ...subject, options });
  }
  const told = first && printed(first);
  const proposal = proposed?.proposal;
  return {
    out: files.map((f) => f.name),
    ...(blended && blend && { blended: blend.each.map((e) => path.basename(e.photo)) }),
    answer: carried ? "carried" : (told?.answer ?? "as-shot"),
    attitude: recipe.attitude.on
      ? { pitch: recipe.attitude.pitch, yaw: recipe.attitude.yaw, roll: recipe.attitude.roll }
      : null,
    sigma: proposal?.sigma ?? null,
    lens: recipe.lens.on && recipe.lens.from !== "none" ? { k: recipe.lens.k } : null,
    stretch: told?.stretch ?? 1,
    kept: told?.kept ?? 1,
    review: [
      ...(blend && !blended ? [NOT_ONE_POSITION] : []),
      ...(proposal && first ? reviewOf(proposal, first).map((review) => put(reviewWords(review))) : []),
    ],
  };
}

/** Does the order that came as an argument and prints what came of it; called by `visit` alone. */
export async function run([order]: string[]): Promise<void> {
  console.log(JSON.stringify(await madeOf(JSON.parse(order!) as PhotoOrder)));
}
