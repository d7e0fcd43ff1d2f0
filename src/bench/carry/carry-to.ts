import { sayError } from "@/language";
import { type PhotoOnBoard, api } from "@/client";
import { carryCourses, edited } from "@/core/edits";
import type { CourseKey, Recipe } from "@/core/recipe";

/** What came of carrying to one photo. */
export interface Carried {
  readonly photo: PhotoOnBoard;
  /** The name of the new version; "same" where nothing would have changed; or why it failed. */
  readonly result: { readonly made: string } | { readonly same: true } | { readonly failed: string };
}

/**
 * Carries courses to other photos, one after the other. Each gets a new version beside those it has, made from its newest one; nothing there
 * is written over. It stops between two photos when the signal asks for it.
 */
export async function carryTo(
  from: Recipe,
  courses: readonly CourseKey[],
  photos: readonly PhotoOnBoard[],
  signal: AbortSignal,
  told: (all: readonly Carried[]) => void,
): Promise<void> {
  const all: Carried[] = [];
  for (const photo of photos) {
    if (signal.aborted) return;
    all.push({ photo, result: await carryOne(from, courses, photo) });
    told([...all]);
  }
}

async function carryOne(from: Recipe, courses: readonly CourseKey[], photo: PhotoOnBoard): Promise<Carried["result"]> {
  try {
    const newest = photo.versions.at(-1);
    if (!newest) throw new Error("It has no version.");
    const { recipe } = await api.version(newest.id);
    const after = edited(recipe, carryCourses(from, courses), [photo.width, photo.height]);
    if (after === recipe) return { same: true };
    return { made: (await api.createVersion(photo.id, after)).name };
  } catch (error) {
    return { failed: sayError(error as Error) };
  }
}
