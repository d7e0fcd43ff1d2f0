import { say } from "@/language";
import { compile, gapsOf, settle, strokesNeed } from "@/core/render";
import { UsageError, options, readRecipeFile, required } from "./arguments";
import { subjectOf } from "./subject";
import { weighedFor } from "./weighed";

/** Prints the gaps that a recipe's frame has: beyond which side of the photo, how much of the frame, where, and what becomes of them; and the strokes that are on. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["size", "recipe"]);
  if (free.length > 1) throw new UsageError(say("Name one photo at a time."));
  const recipe = await readRecipeFile(required(values.recipe, "--recipe"));
  const subject = await subjectOf(free[0], values.size);
  const settled = settle(await weighedFor(recipe, subject, free[0]), subject.size, subject.focal);
  const map = compile(settled, subject.size);
  const gaps = gapsOf(settled, map).map(({ side, share, box, ...choice }) => ({
    side,
    share: Number(share.toFixed(5)),
    box: box.map((v) => Math.round(v)),
    do: choice.do,
    ...(choice.do === "plain" ? { plain: choice.plain } : {}),
  }));
  const strokes = strokesNeed(settled, map).map(({ stroke: { id, kind }, box }) => ({
    id,
    kind,
    box: box.map((v) => Math.round(v)),
  }));
  console.log(JSON.stringify({ frame: map.frame, gaps, ...(strokes.length > 0 && { strokes }) }));
}
