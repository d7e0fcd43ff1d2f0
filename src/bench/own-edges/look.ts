import { put, say, sayError } from "@/language";
import { type Photo, api } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { versionState } from "@/client/version-state";
import { type Answer, type Judgement, takeAnswer, whyWords } from "@/core/answers";
import type { Size } from "@/core/geometry";
import { type StatedLayout, fieldOfView } from "@/core/lens";
import { laidCourses } from "@/core/recipe";
import { notify, fixed } from "@/ui";

type Bench = () => BenchState;

/** Nothing has been done to it: what it proposes by itself is the next step. */
export const isUntouched = ({ recipe, past }: BenchState): boolean =>
  past.length === 0 && recipe.lines.length === 0 && recipe.faces.length === 0 && laidCourses(recipe).length === 0;

/** Whether a proposal still has something to give that has not been taken or left. */
export const isOpen = ({ own, recipe }: Pick<BenchState, "own" | "recipe">): boolean =>
  own.state === "found" &&
  !own.left &&
  (own.proposal.from === "horizon"
    ? recipe.lines.length === 0 && recipe.attitude.from !== "by-hand"
    : recipe.lines.length === 0 || (own.proposal.from === "own-edges" && recipe.lens.from !== "own-edges"));

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
  readonly underWay: Promise<Judgement | null> | null;
  /** Somebody waits for the picture to be trued up: pressed again meanwhile it is once. */
  readonly waiting: boolean;
}

const useLooking = versionState("own-edges", (): Looking => ({ running: null, underWay: null, waiting: false }));

/** Looks at the photo's own edges. @returns what they propose; null where they tell nothing, or it was cancelled. */
export function lookForOwnEdges(bench: Bench, photo: Photo): Promise<Judgement | null> {
  const mine = look(bench, photo).finally(() => {
    if (useLooking.getState().underWay === mine) useLooking.setState({ underWay: null });
  });
  useLooking.setState({ underWay: mine });
  return mine;
}

async function look(bench: Bench, photo: Photo): Promise<Judgement | null> {
  useLooking.getState().running?.abort();
  const stop = new AbortController();
  useLooking.setState({ running: stop });
  const { versionId, recipe, set } = bench();
  set({ own: { state: "looking" } });
  try {
    const { found, projection, layout } = await api.proposed(photo.id, recipe.camera, stop.signal);
    if (bench().versionId !== versionId || stop.signal.aborted) return null;
    if (projection) bench().set({ own: { state: "stitched", projection, layout } });
    else bench().set({ own: found ? { state: "found", ...found, left: false } : { state: "nothing" } });
    return found?.judgement ?? null;
  } catch (error) {
    if (stop.signal.aborted) return null;
    if (bench().versionId === versionId) bench().set({ own: { state: "unlooked" } });
    notify(
      say("The picture's own edges could not be looked at: {message}", { message: sayError(error as Error) }),
      "error",
    );
    return null;
  } finally {
    if (useLooking.getState().running === stop) useLooking.setState({ running: null });
  }
}

/** From now on the visit's proposals do not follow its last photos; this one is judged anew. */
export async function unfollow(bench: Bench, photo: Photo): Promise<void> {
  try {
    const { style } = (await api.version(bench().versionId!)).assignment;
    await api.changeAssignment(photo.assignmentId, { style: { ...style, follow: false } });
    await lookForOwnEdges(bench, photo);
  } catch (error) {
    notify(say("The visit could not be changed: {message}", { message: sayError(error as Error) }), "error");
  }
}

/** Stops looking. */
export function stopLooking(bench: Bench): void {
  useLooking.getState().running?.abort();
  useLooking.setState({ running: null });
  if (bench().own.state === "looking") bench().set({ own: { state: "unlooked" } });
}

/** Takes an answer as one step; one that leaves the photo as it is says so. */
export function takeNow(bench: Bench, answer: Answer): void {
  if (answer.key === "as-shot") return notify(say("The photo is left as it was shot."));
  bench().edit(takeAnswer(answer));
}

/** Takes the first answer as one step; waits for the picture to be looked at where need be. */
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
  const judgement = own.state === "found" ? own.judgement : await (looking ?? lookForOwnEdges(bench, photo));
  if (bench().versionId !== versionId) return;
  if (judgement) {
    const first = judgement.answers[0]!;
    return first.key === "as-shot" ? notify(put(whyWords(judgement.why, first))) : takeNow(bench, first);
  }
  const now = bench().own;
  if (now.state === "nothing")
    notify(say("This picture has too little that is straight to go by. Draw lines by hand."));
  else if (now.state === "stitched") notify(stitchedWords(now.projection));
}
