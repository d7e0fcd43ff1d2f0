import { and, eq, inArray, isNotNull, isNull, sql } from "drizzle-orm";
import { type Shot, wholeBrackets } from "@/core/brackets";
import { type Database, database } from "../db/client";
import { type PhotoRow, photos } from "../db/schema";
import { bracketPhotos, brackets } from "../db/work-schema";
import { desk, limitsFor } from "../image/desks";
import { addJob } from "../jobs/engine";
import { Problem } from "../problem";

/** Before all that batches want: what is corrected next should find it. */
const PRIORITY = 50;
/** Photos come one after the other: they are looked at together once no more have come for so long, seconds. */
const AFTER = 3;

/** Has a visit's brackets looked for, in the transaction that is given. */
export const askBrackets = (db: Pick<Database, "execute">, assignmentId: string): Promise<void> =>
  addJob(db, "brackets", { assignmentId }, { key: `brackets/${assignmentId}`, priority: PRIORITY, after: AFTER });

/** Has them looked for in visits with exposures that were never looked at: those that came before brackets were kept. */
export async function askMissingBrackets(): Promise<void> {
  const db = database();
  const rows = await db
    .selectDistinct({ id: photos.assignmentId })
    .from(photos)
    .leftJoin(bracketPhotos, eq(bracketPhotos.photoId, photos.id))
    .where(and(isNotNull(photos.exposure), isNull(photos.deletedAt), isNull(bracketPhotos.photoId)));
  for (const { id } of rows) await askBrackets(db, id);
}

const nameOf = (ids: readonly string[]): string => [...ids].sort().join(" ");

/**
 * Finds a visit's exposure brackets by time, camera, setting and exposure, and has the pictures say whether each was taken from one
 * tripod position; a job. What was found before and still holds is not looked at again.
 */
export async function findBrackets({ assignmentId }: { assignmentId: string }, signal: AbortSignal): Promise<void> {
  const db = database();
  const rows = await db
    .select()
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), isNull(photos.deletedAt), isNull(photos.blended)));
  const wanted = groupsOf(rows);
  const before = await keptBrackets(assignmentId);
  const names = new Set(wanted.map((g) => nameOf(g.map((p) => p.id))));
  const gone = before.filter((b) => !names.has(nameOf(b.photoIds)));
  const known = new Set(before.map((b) => nameOf(b.photoIds)));
  if (gone.length > 0)
    await db.delete(brackets).where(
      inArray(
        brackets.id,
        gone.map((b) => b.id),
      ),
    );
  for (const group of wanted) {
    const ids = group.map((p) => p.id);
    if (known.has(nameOf(ids))) continue;
    const together = await areTogether(group, signal);
    const apart = gone.some((b) => b.apart && b.photoIds.some((id) => ids.includes(id)));
    await db.transaction(async (tx) => {
      const [made] = await tx.insert(brackets).values({ assignmentId, together, apart }).returning();
      await tx.insert(bracketPhotos).values(ids.map((photoId) => ({ photoId, bracketId: made!.id })));
    });
  }
}

/** Photos that follow each other like a bracket, the middle exposure of each first. */
function groupsOf(rows: readonly PhotoRow[]): PhotoRow[][] {
  return wholeBrackets(rows, shotOf).map(({ own, middle }) => [middle, ...own.filter((p) => p !== middle)]);
}

const shotOf = ({ id, takenAt, ...told }: PhotoRow): Shot => ({
  ...told,
  name: id,
  takenAt: takenAt === null ? null : takenAt.getTime() / 1000,
});

async function keptBrackets(assignmentId: string) {
  const rows = await database()
    .select({
      id: brackets.id,
      apart: brackets.apart,
      photoIds: sql<string[]>`array_agg(${bracketPhotos.photoId})`,
    })
    .from(brackets)
    .innerJoin(bracketPhotos, eq(bracketPhotos.bracketId, brackets.id))
    .where(eq(brackets.assignmentId, assignmentId))
    .groupBy(brackets.id);
  return rows;
}

/** Whether the pictures show one tripod position. Those that cannot be read show none. @throws Error where this process goes, so that the job is tried again. */
async function areTogether(group: readonly PhotoRow[], signal: AbortSignal): Promise<boolean> {
  const bytes = group.reduce((sum, p) => sum + p.bytes, 0);
  const order = { sha256s: group.map((p) => p.sha256), width: group[0]!.width };
  try {
    return await desk("measuring").run<boolean>("onePosition", order, limitsFor(bytes, true), { signal });
  } catch (error) {
    if (!(error instanceof Problem) || error.status >= 500) throw error;
    return false;
  }
}
