import { say } from "@/language";
import { groupSegments } from "@/core/attitude";
import { findSegments } from "@/core/lines";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { lensOf, withCamera } from "@/core/render";
import { UsageError, options, readRecipeFile } from "./arguments";
import { type Subject, inspected } from "./subject";

/** Straight edges found in a photo, sorted by direction, under a recipe's lens and focal length. */
export async function foundLines(photo: string, recipe: Recipe, { size, focal }: Subject) {
  const { greenLight } = await import("@/server/image/reading/luminance");
  const settled = withCamera(recipe, size, focal);
  const lens = lensOf(settled, size);
  const segments = findSegments(await greenLight(photo), lens);
  return { segments, grouped: groupSegments(settled.camera, lens, segments) };
}

export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["recipe"]);
  if (free.length !== 1) throw new UsageError(say("Name one photo."));
  const photo = free[0]!;
  const subject = await inspected(photo);
  const recipe = values.recipe === undefined ? emptyRecipe() : await readRecipeFile(values.recipe);
  const { segments, grouped } = await foundLines(photo, recipe, subject);
  const groupOf = new Map(grouped.groups.flatMap((g) => g.members.map((m) => [m, g.id] as const)));
  const answer = {
    size: subject.size,
    segments: segments.map(({ points, sigmaPx }, i) => ({ points, sigmaPx, group: groupOf.get(i)! })),
    groups: grouped.groups.map(({ id, kind, vanishing, count }) => ({ id, kind, vanishing, count })),
    attitude: grouped.attitude,
    sigma: grouped.sigma,
  };
  process.stdout.write(`${JSON.stringify(answer)}\n`);
}
