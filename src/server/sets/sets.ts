import path from "node:path";
import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import type { z } from "zod";
import { type DeliverySet, clashOf, fileName, type setOrder, unknownPlace } from "@/core/contract";
import { say } from "@/language";
import { getAssignment } from "../assignments/assignments";
import { database } from "../db/client";
import { photos, revisions, versions } from "../db/schema";
import { deliveries, deliverySets } from "../db/work-schema";
import { cancelDelivery } from "../deliveries/deliveries";
import { listPhotos } from "../photos/listed-photos";
import { Problem, notFound } from "../problem";

/** Sets of a visit that are told: the newest. */
const TOLD = 3;

/**
 * Orders many photos at once, each by the version that it is shown as, in every output. Names are made, and clashes refused, before
 * anything is rendered.
 *
 * @throws Problem 400, 404, 422
 */
export async function createSet(
  assignmentId: string,
  { photoIds, outputs, pattern }: z.output<typeof setOrder>,
): Promise<DeliverySet> {
  const assignment = await getAssignment(assignmentId);
  const unknown = unknownPlace(pattern);
  if (unknown) throw new Problem(422, say("{unknown} is no place in a name.", { unknown }));
  const all = new Map((await listPhotos(assignmentId)).map((p) => [p.id, p]));
  const wanted = [...new Set(photoIds)].map((id) => all.get(id));
  if (wanted.some((p) => !p?.shown)) throw new Problem(400, say("Some of these photos are not in this assignment."));
  const files = wanted.flatMap((photo, i) =>
    outputs.map((output) => {
      const { shown, versions: own, name, takenAt } = photo!;
      const places = {
        name: path.parse(name).name,
        number: i + 1,
        output: output.name,
        version: own.find((v) => v.id === shown!.versionId)!.name,
        assignment: assignment.name,
        ...(takenAt && { date: takenAt.toISOString().slice(0, 10) }),
      };
      return { versionId: shown!.versionId, output, name: fileName(pattern, places, output.options.format) };
    }),
  );
  const clash = clashOf(files.map((f) => f.name));
  if (clash)
    throw new Problem(422, say("Two files would be called {name}. Put name, number or output into the pattern.", { name: files[clash[1]]!.name })); // prettier-ignore
  const newest = await database()
    .selectDistinctOn([revisions.versionId], { versionId: revisions.versionId, id: revisions.id })
    .from(revisions)
    .where(inArray(revisions.versionId, [...new Set(files.map((f) => f.versionId))]))
    .orderBy(revisions.versionId, desc(revisions.number));
  const revisionOf = new Map(newest.map((r) => [r.versionId, r.id]));
  const id = await database().transaction(async (tx) => {
    const [set] = await tx.insert(deliverySets).values({ assignmentId }).returning();
    await tx.insert(deliveries).values(
      files.map(({ versionId, output: { options, long }, name }, position) => ({
        revisionId: revisionOf.get(versionId)!,
        format: options.format,
        quality: options.quality,
        options,
        long,
        setId: set!.id,
        fileName: name,
        position,
      })),
    );
    return set!.id;
  });
  return getSet(id);
}

/** The newest sets of a visit, the newest first. */
export async function listSets(assignmentId: string): Promise<DeliverySet[]> {
  const rows = await database()
    .select({ id: deliverySets.id })
    .from(deliverySets)
    .where(eq(deliverySets.assignmentId, assignmentId))
    .orderBy(desc(deliverySets.createdAt), desc(deliverySets.id))
    .limit(TOLD);
  return Promise.all(rows.map(({ id }) => getSet(id)));
}

export async function getSet(id: string): Promise<DeliverySet> {
  const [set] = await database().select().from(deliverySets).where(eq(deliverySets.id, id));
  if (!set) throw notFound("set");
  const files = await filesOf(id);
  return {
    id,
    createdAt: set.createdAt.toISOString(),
    files: files.map(({ delivery: d, photoId }) => ({
      id: d.id,
      photoId,
      name: d.fileName ?? "",
      state: d.state,
      progress: d.progress,
      error: d.error,
      bytes: d.resultBytes,
    })),
  };
}

/** A set's deliveries in its order, with what each was made of. */
export const filesOf = (setId: string) =>
  database()
    .select({ delivery: deliveries, photoId: photos.id, photo: photos.name, version: versions.name, recipe: revisions.recipe })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(and(eq(deliveries.setId, setId), isNull(photos.deletedAt)))
    .orderBy(asc(deliveries.position)); // prettier-ignore

/** Stops what of a set waits or runs. */
export async function stopSet(id: string): Promise<DeliverySet> {
  const set = await getSet(id);
  for (const { id: delivery, state } of set.files)
    if (state === "queued" || state === "rendering") await cancelDelivery(delivery);
  return getSet(id);
}
