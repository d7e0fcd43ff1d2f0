import { inArray, sql } from "drizzle-orm";
import type { Figures } from "@/core/answers";
import { type Database, database } from "../db/client";
import { stateFigures } from "../db/work-schema";
import { addJob } from "../jobs/engine";

/** Sooner than what batches want: it takes some milliseconds. */
const PRIORITY = 50;
/** While somebody works on a version its states follow each other; only the one that stays is measured. Seconds. */
const AFTER = 2;

/** Has the newest state of a version measured by a worker, in the transaction that is given. */
export const askFigures = (db: Pick<Database, "execute">, versionId: string): Promise<void> =>
  addJob(db, "figures", { versionId }, { key: `figures/${versionId}`, priority: PRIORITY, after: AFTER });

/** What states come to, by their ids, as far as that was measured. */
export async function figuresOfStates(revisionIds: readonly number[]): Promise<ReadonlyMap<number, Figures>> {
  if (revisionIds.length === 0) return new Map();
  const rows = await database()
    .select()
    .from(stateFigures)
    .where(inArray(stateFigures.revisionId, [...revisionIds]));
  return new Map(rows.map(({ revisionId, ...figures }) => [revisionId, figures]));
}

/** Keeps what a state comes to, in place of what was told before. */
export async function keepFigures(revisionId: number, figures: Figures): Promise<void> {
  await database()
    .insert(stateFigures)
    .values({ revisionId, ...figures })
    .onConflictDoUpdate({ target: stateFigures.revisionId, set: figures });
}

/** Versions whose figures are asked for at a time. */
const MOST = 2000;

/**
 * Has measured what is not: states that were saved before there were figures, and those whose job was lost.
 *
 * @returns how many were asked for.
 */
export async function askMissingFigures(): Promise<number> {
  const db = database();
  const { rows } = await db.execute<{ id: string }>(sql`
    select v.id from versions v
    join photos p on p.id = v.photo_id
    join lateral (select id, laid from revisions r where r.version_id = v.id order by r.number desc limit 1) newest on true
    left join state_figures f on f.revision_id = newest.id
    where f.revision_id is null and newest.laid is not null and v.deleted_at is null and p.deleted_at is null
    limit ${MOST}`);
  for (const { id } of rows) await askFigures(db, id);
  return rows.length;
}
