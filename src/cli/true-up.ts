import { writeFile } from "node:fs/promises";
import { edited, trueUp } from "@/core/edits";
import { ownWords, proposalOf } from "@/core/own-edges";
import { emptyRecipe } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { UsageError, checkPhoto, checkTarget, options, required } from "./arguments";
import { deliver, deliveryAsked } from "./deliver";
import { NOTHING_STRAIGHT, ownEdgesIn, refuseStitched } from "./own-edges";
import { inspected } from "./subject";
import { weighedFor } from "./weighed";

/** Trues a photo up by its own edges, and delivers it. */
export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(
    args,
    ["out", "recipe-out", "quality", "chroma", "colour", "compression"],
    ["progressive"],
  );
  if (free.length !== 1) throw new UsageError("Name one photo to true up.");
  const source = free[0]!;
  const target = required(values.out, "--out");
  const recipeOut = values["recipe-out"];
  const asked = deliveryAsked(target, values, on.has("progressive"));
  await checkPhoto(source);
  await checkTarget(target, [source]);
  if (recipeOut !== undefined) await checkTarget(recipeOut, [source, target]);
  const subject = await inspected(source);
  await refuseStitched(source);
  const found = await ownEdgesIn(source, subject);
  if (!found) throw new UsageError(NOTHING_STRAIGHT);
  const proposal = proposalOf(found);
  const start = withCamera(emptyRecipe(), subject.size, subject.focal);
  const trued = edited(start, trueUp(proposal, subject.size), subject.size);
  const recipe = await weighedFor(trued, subject, source);
  const made = await deliver({ source, target, recipe, ...subject, options: asked });
  if (recipeOut !== undefined) await writeFile(recipeOut, `${JSON.stringify(recipe, null, 2)}\n`);
  const { pitch, yaw, roll } = recipe.attitude;
  console.log(JSON.stringify({ ...made, attitude: { pitch, yaw, roll }, messages: ownWords(proposal, subject.size) }));
}
