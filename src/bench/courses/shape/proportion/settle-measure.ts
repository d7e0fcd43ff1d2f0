import { tell } from "@/core/language";
import { say, sayError } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { placeMeasure } from "@/core/edits";
import { notify } from "@/ui";
import { edgesUnder } from "../edges-under";

/**
 * Settles a measure's marks on the image edges under them: four sides, or a way around. Where there are none they stay as
 * they are.
 *
 * @param reach pixels of the original to one on the screen. @param own asked for by itself: says so where there is no edge.
 */
export async function settleMeasure(
  bench: () => BenchState,
  photo: Photo,
  id: string,
  reach: number,
  own = false,
): Promise<void> {
  const find = (state: BenchState) => state.recipe.proportion.measures?.find((m) => m.id === id);
  const { recipe, size, versionId } = bench();
  const before = find(bench());
  if (!before || before.kind === "length") return;
  try {
    const kind = before.kind === "ellipse" ? "round" : "corners";
    const settled = await edgesUnder(photo, recipe, size, kind, before.points, reach);
    const now = bench();
    // Meanwhile it may have been moved or deleted, or another photo opened.
    if (now.versionId !== versionId || find(now) !== before) return;
    if (settled) now.edit(placeMeasure(id, settled, tell("Settle a measure on its edges")));
    else if (own) notify(say("There are no edges under this measure to settle on; it stays where it is."));
  } catch (error) {
    if (own)
      notify(say("The edges could not be looked for: {message}", { message: sayError(error as Error) }), "error");
  }
}
