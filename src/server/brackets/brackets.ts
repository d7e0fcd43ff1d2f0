import { eq, inArray, sql } from "drizzle-orm";
import type { BracketState } from "@/core/contract";
import { database } from "../db/client";
import { bracketPhotos, brackets } from "../db/work-schema";
import { notFound } from "../problem";

const told = {
  id: brackets.id,
  together: brackets.together,
  apart: brackets.apart,
  count: sql<number>`(select count(*)::int from bracket_photos own where own.bracket_id = ${brackets.id})`,
};

/** The brackets that photos were found to be of, by the photo. */
export async function bracketsOfPhotos(ids: readonly string[]): Promise<ReadonlyMap<string, BracketState>> {
  if (ids.length === 0) return new Map();
  const rows = await database()
    .select({ photoId: bracketPhotos.photoId, ...told })
    .from(bracketPhotos)
    .innerJoin(brackets, eq(brackets.id, bracketPhotos.bracketId))
    .where(inArray(bracketPhotos.photoId, [...ids]));
  return new Map(rows.map(({ photoId, ...bracket }) => [photoId, bracket]));
}

/** Has each exposure corrected for itself, or all as one again: from the next change on. @throws Problem 404. */
export async function changeBracket(id: string, { apart }: { apart: boolean }): Promise<BracketState> {
  await database().update(brackets).set({ apart }).where(eq(brackets.id, id));
  const [row] = await database().select(told).from(brackets).where(eq(brackets.id, id));
  if (!row) throw notFound("bracket");
  return row;
}
