import { say, sayError } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import type { LineWork } from "@/client/compute/line-work";
import { luminanceOf } from "@/client/picture/pixels";
import { clingTo, lengthenTo, onEdge } from "@/core/edits";
import type { Rect, Vec2 } from "@/core/geometry";
import { endsOf } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { notify } from "@/ui";

type Bench = () => BenchState;

/** A hand may be coarser than this, as a factor; cling looks no further aside for it. */
const MOST_REACH = 4;

/** A cut-out of the photo with what the work on lines needs to know. */
async function workOn({ recipe, size }: BenchState, photo: Photo, area: Rect): Promise<LineWork> {
  const { image, scale } = await luminanceOf(photo, area);
  return { image, scale, recipe: withCamera(recipe, size), size };
}

/** Pixels about a stroke that cling may look at. */
const MARGIN = 40;

function areaAbout([a, b]: readonly [Vec2, Vec2]): Rect {
  const margin = MARGIN + 0.04 * Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [x, y] = [Math.min(a[0], b[0]) - margin, Math.min(a[1], b[1]) - margin];
  return [x, y, Math.max(a[0], b[0]) + margin - x, Math.max(a[1], b[1]) + margin - y];
}

/**
 * Settles a line on the image edge under it, as part of the step that drew it (or, asked for by itself, as a step of
 * its own). Where there is no edge the line stays as drawn.
 *
 * @param reach pixels of the original to one on the screen: how coarsely the hand could aim.
 */
export async function clingLine(bench: Bench, photo: Photo, id: string, reach: number, own = false): Promise<void> {
  const before = bench().recipe.lines.find((l) => l.id === id);
  if (!before) return;
  const ends = endsOf(before);
  const { versionId } = bench();
  try {
    const edge = await compute().clingTo(
      await workOn(bench(), photo, areaAbout(ends)),
      ends,
      Math.min(MOST_REACH, reach),
    );
    const now = bench();
    if (now.versionId !== versionId) return;
    // Asked for by itself it is a step of its own, of the line as it is; meanwhile that may have been moved or deleted.
    if (own && now.recipe.lines.find((l) => l.id === id) !== before) return;
    if (!edge) {
      if (own) notify(say("There is no edge under this line to cling to; it stays where it is."));
      return;
    }
    if (own) now.edit(clingTo(id, edge));
    else now.amendLine(before, (line) => onEdge(line, edge));
  } catch (error) {
    if (own) notify(say("The edge could not be looked for: {message}", { message: sayError(error as Error) }), "error");
  }
}

/** Lengthens a line along its edge to where the edge ends. */
export async function lengthenLine(bench: Bench, photo: Photo, id: string): Promise<void> {
  const before = bench().recipe.lines.find((l) => l.id === id);
  if (!before || before.kind === "taut") return;
  const ends = endsOf(before);
  try {
    const whole = await workOn(bench(), photo, [0, 0, photo.width, photo.height]);
    const [a, b] = await compute().lengthened(whole, ends);
    const now = bench();
    if (now.recipe.lines.find((l) => l.id === id) !== before) return;
    if (Math.hypot(a[0] - ends[0][0], a[1] - ends[0][1]) + Math.hypot(b[0] - ends[1][0], b[1] - ends[1][1]) < 1) {
      notify(say("The edge ends where the line does."));
      return;
    }
    now.edit(lengthenTo(id, [a, b]));
    await clingLine(bench, photo, id, 1);
  } catch (error) {
    notify(say("The edge could not be followed: {message}", { message: sayError(error as Error) }), "error");
  }
}
