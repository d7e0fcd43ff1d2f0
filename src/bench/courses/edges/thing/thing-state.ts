import { say, sayError } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { versionState } from "@/client/version-state";
import { addSource, addStroke } from "@/core/edits";
import { MOST_STROKES, insideSide, spineOf } from "@/core/edges";
import type { Size, Vec2 } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import { compile, gapsOf, withCamera } from "@/core/render";
import { notify } from "@/ui";
import { newId } from "../../../new-id";
import { type SeenThing, findThing } from "./find-thing";

interface ThingState {
  /** The photo it was looked for in. */
  readonly photo: Photo | null;
  readonly thing: SeenThing | null;
  readonly working: boolean;
  /** It counts up with every search: what comes late is dropped. */
  readonly search: number;
}

/** The thing that was pressed on, before anything is done with it. */
export const useThing = versionState("thing", (): ThingState => ({
  photo: null,
  thing: null,
  working: false,
  search: 0,
}));

export const leaveThing = (): void =>
  useThing.setState(({ search }) => ({ thing: null, working: false, search: search + 1 }));

/** @param keeps what there was stays until something is found. */
async function search(
  photo: Photo,
  presses: readonly Vec2[],
  again: Pick<SeenThing, "look" | "steps"> | null,
  keeps: boolean,
): Promise<void> {
  const own = useThing.getState().search + 1;
  useThing.setState({ photo, search: own, working: true, ...(keeps ? {} : { thing: null }) });
  const isLatest = (): boolean => useThing.getState().search === own;
  try {
    const thing = await findThing(photo, presses, again);
    if (!isLatest()) return;
    useThing.setState({ working: false, ...(thing && { thing }) });
    if (!thing && !again)
      notify(say("Nothing here stands out from what is around it. Draw over it with Mend."), "info");
  } catch (error) {
    if (!isLatest()) return;
    useThing.setState({ working: false });
    notify(say("It could not be looked for: {message}", { message: sayError(error as Error) }), "error");
  }
}

/** Looks for the thing at a place. @param press pixels of the original. @param more it belongs to what was pressed on before. */
export function pressThing(photo: Photo, press: Vec2, more: boolean): Promise<void> {
  const before = more ? useThing.getState().thing : null;
  return search(photo, [...(before?.presses ?? []), press], null, before !== null);
}

/** Takes the thing for larger, or smaller. */
export async function resizeThing(photo: Photo, by: 1 | -1): Promise<void> {
  const { thing } = useThing.getState();
  if (!thing) return;
  const steps = Math.max(-10, Math.min(8, thing.steps + by));
  // Known at once, so that the next turn of the wheel goes on from here.
  useThing.setState({ thing: { ...thing, steps } });
  await search(photo, thing.presses, { look: thing.look, steps }, true);
}

const rounded = (points: readonly Vec2[]): [number, number][] =>
  points.map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]);

/**
 * Takes the thing out: along the building's planes, as a mend; where the photo's border cuts it and a gap is filled beyond, with that
 * gap, so that nothing of it is gone on with there.
 */
export function takeOutThing(): void {
  const { thing } = useThing.getState();
  const { recipe, size, edit } = useBench.getState();
  if (!thing) return;
  if (isCutByGap(thing.outline, recipe, size)) edit(addSource(newId(), "out", rounded(thing.outline)));
  else {
    if ((recipe.edges.strokes ?? []).length >= MOST_STROKES) return;
    const { points, radius } = spineOf(thing.outline);
    edit(
      addStroke({
        ...{ id: newId(), kind: "mend", on: true, outline: rounded(thing.outline) },
        ...{ points: rounded(points), radius: Math.max(2, Math.round(radius * 100) / 100) },
      }),
    );
  }
  leaveThing();
}

/** An outline so near to a side of the photo lies on it, as a share of the photo's longer side. */
const ON_SIDE = 0.006;

/** Whether a side of the photo cuts a thing, where a gap that is filled goes on beyond. */
function isCutByGap(outline: readonly Vec2[], recipe: Recipe, size: Size): boolean {
  const settled = withCamera(recipe, size);
  const near = ON_SIDE * Math.max(...size);
  return gapsOf(settled, compile(settled, size)).some(
    (gap) => gap.do === "fill" && outline.some(([x, y]) => insideSide(size, gap.side, x, y) < near),
  );
}

/** No fill copies the thing. */
export function neverCopyThing(): void {
  const { thing } = useThing.getState();
  if (!thing) return;
  useBench.getState().edit(addSource(newId(), "never", rounded(thing.outline)));
  leaveThing();
}
