import { say } from "@/language";
import { focalFromMetadata } from "@/core/camera";
import { METADATA_SIGMA, type OwnEdgesFound, ownEdgesOf } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";
import { UsageError } from "./arguments";
import type { Subject } from "./subject";

/** The projection that a picture states it was stitched into, or null. */
export const projectionOf = async (photo: string): Promise<string | null> =>
  (await import("@/server/image/reading/projection")).statedProjection(photo);

/** @throws UsageError for a picture that states that it was stitched. */
export async function refuseStitched(photo: string): Promise<void> {
  const projection = await projectionOf(photo);
  if (projection)
    throw new UsageError(
      say('"{photo}" says that it was stitched ({projection}): no one lens drew it, so none is measured from it.', {
        photo,
        projection,
      }),
    );
}

/** What a photo's own edges say; the focal length that metadata or the recipe tell is an observation beside them. */
export async function ownEdgesIn(
  photo: string,
  { size, focal }: Subject,
  recipe?: Recipe,
): Promise<OwnEdgesFound | null> {
  const { greenLight } = await import("@/server/image/reading/luminance");
  const known = recipe?.camera.focalPx ?? null;
  const told = focalFromMetadata(size, focal);
  const focalPx = known ?? (told.focalFrom === "metadata" ? told.focalPx : null);
  return ownEdgesOf(await greenLight(photo), {
    focal: focalPx === null ? null : { focalPx, sigma: METADATA_SIGMA },
  });
}

/** Said where nothing is proposed. */
export const NOTHING_STRAIGHT = say(
  "There is too little in this photo that is straight and stands or lies as buildings do, so its own edges tell nothing.",
);
