import { createReadStream } from "node:fs";
import { rm } from "node:fs/promises";
import path from "node:path";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { say } from "@/language";
import { laidCourses } from "@/core/recipe";
import { addPhoto } from "../photos/add-photo";
import { database } from "../db/client";
import { photos } from "../db/schema";
import { incomingPath, originalPath } from "../files/store";
import type { BlendMade, BlendOrder } from "../image/blend";
import { desk, limitsFor } from "../image/desks";
import { saveRevision } from "../versions/save-revision";
import { type End, shownVersion } from "./item";

/** Exposures are laid on each other, compared and blended at full size: minutes for the largest, ms. */
const BLEND_MS = 20 * 60_000;

/** What a blended photo is called. */
const nameOf = (name: string): string => `${path.parse(name).name} blend.tif`;

/**
 * Blends a bracket into a photo of its own, beside the exposures, with what was done to the one that the others are laid on. Begun
 * again it makes the same file, which the visit takes once.
 *
 * @param others the bracket's other exposures.
 */
export async function blendBracket(
  photoId: string,
  others: readonly string[],
  end: End,
  signal: AbortSignal,
): Promise<void> {
  const ids = [photoId, ...others];
  const rows = await database()
    .select()
    .from(photos)
    .where(and(inArray(photos.id, ids), isNull(photos.deletedAt)));
  const bracket = ids.flatMap((id) => rows.find((r) => r.id === id) ?? []);
  if (bracket.length !== ids.length)
    return end(database(), { state: "left", words: say("one of its exposures was taken out meanwhile") });
  const [reference] = bracket;
  const target = await incomingPath();
  const order: BlendOrder = { files: bracket.map((p) => originalPath(p.sha256)), reference: 0, target };
  const bytes = bracket.reduce((sum, p) => sum + p.bytes, 0);
  try {
    const limits = { ...limitsFor(bytes, true), ms: BLEND_MS };
    const { one } = await desk("measuring").run<BlendMade>("blend", order, limits, { signal });
    if (!one) return await end(database(), { state: "left", words: say("the camera was moved between its exposures") });
    const name = nameOf(reference!.name);
    const { photo } = await addPhoto(reference!.assignmentId, name, createReadStream(target));
    await database().update(photos).set({ blended: bracket.length }).where(eq(photos.id, photo.id));
    const words = say("blended into {name}", { name });
    const own = await shownVersion(photo.id);
    const { recipe } = await shownVersion(photoId);
    const versionId = own.version.id;
    const asIs = !recipe || laidCourses(recipe).length === 0 || own.revision > 1;
    if (asIs) return await end(database(), { state: "done", words, versionId, before: 0, after: own.revision });
    await saveRevision(versionId, own.revision, recipe, {
      beside: (tx, number) => end(tx, { state: "done", words, versionId, before: 0, after: number }),
    });
  } finally {
    await rm(target, { force: true });
  }
}
