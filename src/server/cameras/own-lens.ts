import { focalFromMetadata } from "@/core/camera";
import type { OwnLens } from "@/core/contract";
import { METADATA_SIGMA } from "@/core/own-edges";
import { originalPath } from "../files/store";
import { desk, limitsFor } from "../image/desks";
import type { OwnLensOrder } from "../image/own-lens-in";
import { statedProjection } from "../image/reading/projection";
import { getPhoto } from "../photos/photos";

/**
 * What a photo's own edges say of its lens, looked for at full size in a process of its own.
 *
 * @throws Problem as reading the photo does; the signal's reason when it is given up.
 */
export async function ownLensOf(photoId: string, signal: AbortSignal): Promise<OwnLens> {
  const photo = await getPhoto(photoId);
  const file = originalPath(photo.sha256);
  const projection = await statedProjection(file);
  if (projection) return { seen: null, projection };
  const told = focalFromMetadata([photo.width, photo.height], { equivalent: photo.equivalentMm, focal: photo.focalMm });
  const focal = told.focalFrom === "metadata" ? { focalPx: told.focalPx, sigma: METADATA_SIGMA } : null;
  const order: OwnLensOrder = { file, focal };
  const seen = await desk("measuring").run<OwnLens["seen"]>("ownLens", order, limitsFor(photo.bytes), { signal });
  return { seen, projection: null };
}
