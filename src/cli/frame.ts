import { say } from "@/language";
import { type PlacedMark, frameWithGaps, missedBy } from "@/core/frame";
import type { Rect } from "@/core/geometry";
import { compile, placedMarks, settle } from "@/core/render";
import { UsageError, options, readRecipeFile, required } from "./arguments";
import { subjectOf } from "./subject";
import { weighedFor } from "./weighed";

/** Prints the clean frame of a recipe, whatever its frame's rule, and the share of the photo it keeps. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["size", "recipe"]);
  if (free.length > 1) throw new UsageError(say("Name one photo at a time."));
  const recipe = await readRecipeFile(required(values.recipe, "--recipe"));
  const subject = await subjectOf(free[0], values.size);
  const { size, focal } = subject;
  const asked = { ...recipe, frame: { ...recipe.frame, on: true, rule: "clean" as const } };
  const clean = await weighedFor(asked, subject, free[0]);
  const settled = settle(clean, size, focal);
  const { frame, kept, outline, fromRecorded } = compile(settled, size);
  const marks = placedMarks(settled, fromRecorded);
  console.log(JSON.stringify({ rect: frame, kept, ...(marks.length === 0 ? {} : keptOf(marks, frame)) }));

  /** What the frame holds of what must be kept, and the frame that would hold it all. */
  function keptOf(all: readonly PlacedMark[], rect: Rect) {
    const keep = all.map((mark) => {
      const missed = missedBy(rect, mark);
      return { id: mark.id, inside: missed !== null && missed <= 1, missedPx: missed };
    });
    if (keep.every((k) => k.inside)) return { keep };
    return { keep, offer: frameWithGaps(outline, rect, settled.frame.ratio, all) };
  }
}
