import type { Proposed } from "@/core/contract";
import { desk, limitsFor } from "../image/desks";
import type { ProposedOrder } from "../image/proposed-in";
import { getAssignment } from "../assignments/assignments";
import { keepProposed } from "../figures/figures";
import { firstRecipe, getPhoto, inTheFile } from "./photos";
import { habitBefore } from "../assignments/visit-habit";
import type { PhotoRow } from "../db/schema";

/** What is told of the camera where answers are asked for: its focal length, as metadata or a person have it. */
type Camera = Pick<ReturnType<typeof firstRecipe>["camera"], "focalPx" | "focalFrom">;

/** About how long it takes, for the order in which it is done; what nobody waits for comes last. */
const SECONDS = { asked: 4, ahead: 3600 } as const;

async function orderFor(photo: PhotoRow, { focalPx, focalFrom }: Camera): Promise<ProposedOrder> {
  const { follow, ...style } = (await getAssignment(photo.assignmentId)).style;
  const first = firstRecipe(photo);
  // What lines or measures solved is for the photo's own edges to find again.
  const told = focalPx !== null && (focalFrom === "metadata" || focalFrom === "stated");
  return {
    sha256: photo.sha256,
    size: [photo.width, photo.height],
    start: told ? { ...first, camera: { ...first.camera, focalPx, focalFrom } } : first,
    style,
    habit: follow ? await habitBefore(photo) : null,
  };
}

/** What of an order takes the time: it is kept once, whatever style and habit judge it. */
const workOf = ({ sha256, start }: ProposedOrder): string =>
  `${sha256} ${start.camera.focalFrom} ${start.camera.focalPx}`;

/**
 * What a photo proposes, judged by its visit's style and habits: found in a process of its own, once for each focal length that is told.
 *
 * @param lens that several photos at its setting tell together, instead of its own.
 * @throws Problem as reading the photo does; the signal's reason when it is given up.
 */
export async function proposedFor(
  photoId: string,
  camera: Camera,
  signal: AbortSignal,
  lens?: ProposedOrder["lens"],
): Promise<Proposed> {
  const photo = await getPhoto(photoId);
  const { projection, layout } = await inTheFile(photoId);
  if (projection)
    return { found: null, projection, layout: layout && { ...layout, centre: [layout.centre[0], layout.centre[1]] } };
  const order = { ...(await orderFor(photo, camera)), ...(lens && { lens }) };
  const limits = { ...limitsFor(photo.bytes), seconds: SECONDS.asked, work: workOf(order) };
  const found = await desk("proposing").run<Proposed["found"]>("propose", order, limits, { signal });
  await keepProposed(photoId, found);
  return { found, projection: null, layout: null };
}

/** Begins to find what a new photo proposes, so that it is there when the photo is opened; what fails is found when it is asked for. */
export async function proposedAhead(photo: PhotoRow): Promise<void> {
  if (process.env["FLATSTONE_AHEAD"] === "off") return;
  const limits = { ...limitsFor(photo.bytes), seconds: SECONDS.ahead, yieldsToLighter: true };
  await orderFor(photo, firstRecipe(photo).camera)
    .then((order) => desk("proposing").run<Proposed["found"]>("propose", order, { ...limits, work: workOf(order) }))
    .then((found) => keepProposed(photo.id, found))
    .catch(() => undefined);
}
