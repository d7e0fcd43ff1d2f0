import { say } from "@/core/language";
import { type Photo, api } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { lookAtOwnEdges } from "@/client/own-edges";
import { versionState } from "@/client/version-state";
import { trueUp } from "@/core/edits";
import type { Size } from "@/core/geometry";
import { type StatedLayout, fieldOfView } from "@/core/lens";
import type { OwnProposal } from "@/core/own-edges";
import { laidCourses } from "@/core/recipe";
import { notify, fixed } from "@/ui";

type Bench = () => BenchState;

/** Nothing has been done to it: what it proposes by itself is the next step. */
export const isUntouched = ({ recipe, past }: BenchState): boolean =>
  past.length === 0 && recipe.lines.length === 0 && recipe.faces.length === 0 && laidCourses(recipe).length === 0;

/** Whether a proposal still has something to give that has not been taken or left. */
export const isOpen = ({ own, recipe }: Pick<BenchState, "own" | "recipe">): boolean =>
  own.state === "found" && !own.left && (recipe.lens.from !== "own-edges" || recipe.lines.length === 0);

/** Said of a picture that states that it was stitched. */
export const stitchedWords = (projection: string): string =>
  say(
    "This picture says that it was stitched ({projection}): no one lens drew it, so none is measured from it. Lines can be drawn by hand.",
    { projection },
  );

/** How far round a layout goes, in words. */
export const roundWords = ({ model, focalPx }: StatedLayout, [width]: Size): string =>
  model === "cylindrical"
    ? say("{model}° round on a cylinder", { model: fixed(fieldOfView(model, focalPx, width), 0) })
    : say("{model}° round on a sphere", { model: fixed(fieldOfView(model, focalPx, width), 0) });

interface Looking {
  readonly running: AbortController | null;
  /** What is being looked at; who asks meanwhile waits for the same. */
  readonly underWay: Promise<OwnProposal | null> | null;
  /** Somebody waits for the picture to be trued up: pressed again meanwhile it is once. */
  readonly waiting: boolean;
}

const useLooking = versionState("own-edges", (): Looking => ({ running: null, underWay: null, waiting: false }));

/** Looks at the photo's own edges. @returns what they propose; null where they tell nothing, or it was cancelled. */
export function lookForOwnEdges(bench: Bench, photo: Photo): Promise<OwnProposal | null> {
  const mine = look(bench, photo).finally(() => {
    if (useLooking.getState().underWay === mine) useLooking.setState({ underWay: null });
  });
  useLooking.setState({ underWay: mine });
  return mine;
}

async function look(bench: Bench, photo: Photo): Promise<OwnProposal | null> {
  useLooking.getState().running?.abort();
  const stop = new AbortController();
  useLooking.setState({ running: stop });
  const { versionId, recipe, set } = bench();
  set({ own: { state: "looking" } });
  try {
    const { projection, layout } = await api.inTheFile(photo.id);
    if (bench().versionId === versionId && projection && !stop.signal.aborted) {
      bench().set({ own: { state: "stitched", projection, layout } });
      return null;
    }
    const proposal = await lookAtOwnEdges(photo, recipe.camera, stop.signal);
    if (bench().versionId !== versionId || stop.signal.aborted) return null;
    bench().set({ own: proposal ? { state: "found", proposal, left: false } : { state: "nothing" } });
    return proposal;
  } catch (error) {
    if (stop.signal.aborted) return null;
    if (bench().versionId === versionId) bench().set({ own: { state: "unlooked" } });
    notify(
      say("The picture's own edges could not be looked at: {message}", { message: (error as Error).message }),
      "error",
    );
    return null;
  } finally {
    if (useLooking.getState().running === stop) useLooking.setState({ running: null });
  }
}

/** Stops looking. */
export function stopLooking(bench: Bench): void {
  useLooking.getState().running?.abort();
  useLooking.setState({ running: null });
  if (bench().own.state === "looking") bench().set({ own: { state: "unlooked" } });
}

/** Takes lens, lines, attitude and the clean frame from the picture's own edges, as one step; waits for them to be looked at where need be. */
export async function trueUpNow(bench: Bench, photo: Photo): Promise<void> {
  if (useLooking.getState().waiting) return;
  useLooking.setState({ waiting: true });
  const { versionId } = bench();
  try {
    await trueUpOnce(bench, photo);
  } finally {
    // Another version that is open by now waits, or not, for itself.
    if (bench().versionId === versionId) useLooking.setState({ waiting: false });
  }
}

async function trueUpOnce(bench: Bench, photo: Photo): Promise<void> {
  const { own, versionId } = bench();
  const looking = own.state === "looking" ? useLooking.getState().underWay : null;
  const proposal = own.state === "found" ? own.proposal : await (looking ?? lookForOwnEdges(bench, photo));
  if (bench().versionId !== versionId) return;
  if (proposal) return bench().edit(trueUp(proposal, bench().size));
  const now = bench().own;
  if (now.state === "nothing")
    notify(say("This picture has too little that is straight to go by. Draw lines by hand."));
  else if (now.state === "stitched") notify(stitchedWords(now.projection));
}
