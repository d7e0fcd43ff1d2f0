import { compile, settle } from "@/core/render";
import { UsageError, options, readRecipeFile, required } from "./arguments";
import { subjectOf } from "./subject";

/** Prints the clean frame of a recipe, whatever its frame's rule, and the share of the photo it keeps. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["size", "recipe"]);
  if (free.length > 1) throw new UsageError("Name one photo at a time.");
  const recipe = await readRecipeFile(required(values.recipe, "--recipe"));
  const { size, focal } = await subjectOf(free[0], values.size);
  const clean = { ...recipe, frame: { ...recipe.frame, on: true, rule: "clean" as const } };
  const { frame, kept } = compile(settle(clean, size, focal), size);
  console.log(JSON.stringify({ rect: frame, kept }));
}
