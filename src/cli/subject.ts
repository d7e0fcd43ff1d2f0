import { say } from "@/language";
import type { FocalMetadata } from "@/core/camera";
import type { Size } from "@/core/geometry";
import { UsageError, checkPhoto, parseSize } from "./arguments";

/** What a command works on: the size of a picture and what its metadata say of the focal length. */
export interface Subject {
  readonly size: Size;
  readonly focal: FocalMetadata;
  /** Whether there is a photo, taken through some lens; a size alone stands for the camera that the recipe describes. */
  readonly photo: boolean;
}

/** From a photo's path, or from a size alone. @throws UsageError, or Problem when the file is no photo. */
export async function subjectOf(photo: string | undefined, size: string | undefined): Promise<Subject> {
  if (size !== undefined) {
    if (photo !== undefined) throw new UsageError(say("Give either a photo or a size, not both."));
    return { size: parseSize(size), focal: {}, photo: false };
  }
  if (photo === undefined) throw new UsageError(say("Name a photo, or give --size W,H."));
  return inspected(photo);
}

/** What a photo file says of itself. */
export async function factsOf(photo: string) {
  await checkPhoto(photo);
  const { inspect } = await import("@/server/image/reading/inspect");
  return inspect(photo, photo, false);
}

/** Size and focal length of a photo file. */
export async function inspected(photo: string): Promise<Subject> {
  const facts = await factsOf(photo);
  return {
    size: [facts.width, facts.height],
    focal: { equivalent: facts.equivalentMm, focal: facts.focalMm },
    photo: true,
  };
}
