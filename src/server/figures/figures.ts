import { desc, eq } from "drizzle-orm";
import type { Figures } from "@/core/answers";
import type { Proposed } from "@/core/contract";
import { database } from "../db/client";
import { photos, revisions, versions } from "../db/schema";
import { desk, limitsFor } from "../image/desks";
import type { FiguresOrder } from "../image/figures-in";
import { firstRecipe } from "../photos/photos";
import { askFigures, keepFigures } from "./figure-rows";

/** Measures the newest state of a version and keeps that; a job. What cannot be read stays without figures. */
export async function tellFigures({ versionId }: { versionId: string }, signal: AbortSignal): Promise<void> {
  const [row] = await database()
    .select({ id: revisions.id, recipe: revisions.recipe, photo: photos })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(revisions.number))
    .limit(1);
  if (!row || row.photo.deletedAt) return;
  const { sha256, width, height, bytes } = row.photo;
  const order: FiguresOrder = {
    sha256,
    size: [width, height],
    start: firstRecipe(row.photo),
    recipe: row.recipe,
  };
  const figures = await desk("showing").run<Figures | null>("figures", order, limitsFor(bytes), { signal });
  if (figures) await keepFigures(row.id, figures);
}

/** Keeps with a photo which answer comes first for it, so that boards can tell; its states are measured anew, by its edges. */
export async function keepProposed(photoId: string, found: Proposed["found"]): Promise<void> {
  const first = found?.judgement.answers[0]?.key ?? "none";
  await database().transaction(async (tx) => {
    const [before] = await tx.select({ proposed: photos.proposed }).from(photos).where(eq(photos.id, photoId));
    if (!before || before.proposed === first) return;
    await tx.update(photos).set({ proposed: first }).where(eq(photos.id, photoId));
    const own = await tx.select({ id: versions.id }).from(versions).where(eq(versions.photoId, photoId));
    for (const { id } of own) await askFigures(tx, id);
  });
}
