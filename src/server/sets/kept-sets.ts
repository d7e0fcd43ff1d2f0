import { asc, eq, isNull } from "drizzle-orm";
import type { z } from "zod";
import { type KeptSet, type keepSet, keptSet } from "@/core/contract";
import { database } from "../db/client";
import { type KeptSetRow, keptSets } from "../db/work-schema";
import { notFound } from "../problem";

const told = (row: KeptSetRow): KeptSet => keptSet.parse({ ...row, createdAt: row.createdAt.toISOString() });

/** Sets kept under a name, by name, for all visits. */
export async function listKeptSets(): Promise<KeptSet[]> {
  const rows = await database()
    .select()
    .from(keptSets)
    .where(isNull(keptSets.deletedAt))
    .orderBy(asc(keptSets.name), asc(keptSets.createdAt));
  // What another program kept, and this one cannot read, stays as it is and is left out.
  return rows.flatMap((row) => keptSet.safeParse({ ...row, createdAt: row.createdAt.toISOString() }).data ?? []);
}

/** Keeps outputs and names of files under a name; one of that name is replaced. */
export async function keepDeliverySet({ name, outputs, pattern }: z.output<typeof keepSet>): Promise<KeptSet> {
  const [row] = await database()
    .insert(keptSets)
    .values({ name, outputs, pattern })
    .onConflictDoUpdate({ target: keptSets.name, set: { outputs, pattern, deletedAt: null } })
    .returning();
  return told(row!);
}

/** Deletes (marks) a kept set, or brings it back. @throws Problem 404. */
export async function changeKeptSet(id: string, { deleted }: { deleted: boolean }): Promise<KeptSet> {
  const [row] = await database()
    .update(keptSets)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(eq(keptSets.id, id))
    .returning();
  if (!row) throw notFound("set");
  return told(row);
}
