import { say } from "@/language";
import { and, eq, ne } from "drizzle-orm";
import type { z } from "zod";
import type { ENDPOINTS } from "@/core/contract";
import { database } from "../db/client";
import { isTaken } from "../db/errors";
import { type VersionRow, photos, versions } from "../db/schema";
import { Problem, notFound } from "../problem";
import { siblingsOf } from "./versions";

type Change = z.output<(typeof ENDPOINTS)["changeVersion"]["asked"]>;

/**
 * Names a version, notes something of it, makes it the one to deliver, moves it by a place, deletes it or brings it back. A deleted one
 * keeps its recipe, its history and its deliveries.
 *
 * @throws Problem 404; 409 where the name is taken, or it is the photo's last version.
 */
export async function changeVersion(id: string, { move, deleted, ...told }: Change): Promise<VersionRow> {
  try {
    return await database().transaction(async (tx) => {
      const [version] = await tx.select().from(versions).where(eq(versions.id, id));
      if (!version) throw notFound("version");
      // One change of a photo's versions at a time.
      await tx.select().from(photos).where(eq(photos.id, version.photoId)).for("update");
      const siblings = await siblingsOf(tx, version.photoId);
      if (deleted && siblings.every((v) => v.id === id))
        throw new Problem(409, say("A photo keeps one version. Make another one first."));
      if (told.chosen)
        await tx
          .update(versions)
          .set({ chosen: false })
          .where(and(eq(versions.photoId, version.photoId), ne(versions.id, id)));
      if (move) {
        const order = siblings.map((v) => v.id);
        const from = order.indexOf(id);
        const to = Math.max(0, Math.min(order.length - 1, from + move));
        if (from >= 0) order.splice(to, 0, ...order.splice(from, 1));
        for (const [position, each] of order.entries())
          await tx.update(versions).set({ position }).where(eq(versions.id, each));
      }
      const set = {
        ...Object.fromEntries(Object.entries(told).filter(([, v]) => v !== undefined)),
        // The one to deliver is no deleted one.
        ...(deleted === undefined ? {} : { deletedAt: deleted ? new Date() : null, ...(deleted && { chosen: false }) }),
      };
      if (Object.keys(set).length > 0) await tx.update(versions).set(set).where(eq(versions.id, id));
      const [after] = await tx.select().from(versions).where(eq(versions.id, id));
      return after!;
    });
  } catch (error) {
    if (isTaken(error)) throw new Problem(409, say("Another version of this photo has that name."));
    throw error;
  }
}
