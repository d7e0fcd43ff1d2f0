import { say } from "@/language";
import { type VisitStyle, visitStyle } from "@/core/answers";
import { type AssignmentFrames, type Captions, NO_CAPTIONS, captions } from "@/core/contract";
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import { database } from "../db/client";
import { type AssignmentRow, assignments, photos } from "../db/schema";
import { Problem, notFound } from "../problem";

export interface StyledAssignment extends AssignmentRow {
  readonly style: VisitStyle;
  readonly captions: Captions;
}

export interface AssignmentSummary extends StyledAssignment {
  readonly photoCount: number;
  /** SHA-256 of the first few photos, for the board. */
  readonly covers: readonly string[];
}

function checkedName(name: string): string {
  const trimmed = name.trim();
  if (trimmed.length < 1 || trimmed.length > 200)
    throw new Problem(400, say("An assignment needs a name of 1 to 200 characters."));
  return trimmed;
}

/** All assignments that are not deleted, newest first. */
export async function listAssignments(): Promise<AssignmentSummary[]> {
  const db = database();
  const rows = await db
    .select({
      assignment: assignments,
      photoCount: sql<number>`count(${photos.id})::int`,
      covers: sql<string[]>`coalesce((array_agg(${photos.sha256} order by ${photos.createdAt}, ${photos.name})
        filter (where ${photos.id} is not null))[1:4], '{}')`,
    })
    .from(assignments)
    .leftJoin(photos, and(eq(photos.assignmentId, assignments.id), isNull(photos.deletedAt)))
    .where(isNull(assignments.deletedAt))
    .groupBy(assignments.id)
    .orderBy(desc(assignments.createdAt));
  return rows.map(({ assignment, photoCount, covers }) => ({
    ...whole(assignment),
    photoCount,
    covers,
  }));
}

export async function getAssignment(id: string): Promise<StyledAssignment> {
  const [row] = await database()
    .select()
    .from(assignments)
    .where(and(eq(assignments.id, id), isNull(assignments.deletedAt)));
  if (!row) throw notFound("assignment");
  return whole(row);
}

export async function createAssignment(name: string): Promise<StyledAssignment> {
  const [row] = await database()
    .insert(assignments)
    .values({ name: checkedName(name) })
    .returning();
  return whole(row!);
}

/** How an assignment's pictures are corrected; what an older program kept and this one does not know is as without a style. */
export const styleOf = ({ style }: Pick<AssignmentRow, "style">): VisitStyle =>
  visitStyle.safeParse(style).data ?? visitStyle.parse({});

/** What an assignment's deliveries say of themselves, likewise. */
export const captionsOf = (kept: AssignmentRow["captions"]): Captions => captions.safeParse(kept).data ?? NO_CAPTIONS;

const whole = (row: AssignmentRow): StyledAssignment => ({
  ...row,
  style: styleOf(row),
  captions: captionsOf(row.captions),
});

/** Renames, deletes (marks) or brings back an assignment, or changes what its pictures are framed at or how they are corrected. */
export async function changeAssignment(
  id: string,
  change: {
    name?: string | undefined;
    deleted?: boolean | undefined;
    frames?: AssignmentFrames | undefined;
    style?: VisitStyle | undefined;
    captions?: Captions | undefined;
  },
): Promise<StyledAssignment> {
  const [row] = await database()
    .update(assignments)
    .set({
      ...(change.name === undefined ? {} : { name: checkedName(change.name) }),
      ...(change.frames === undefined ? {} : { frames: change.frames }),
      ...(change.style === undefined ? {} : { style: change.style }),
      ...(change.captions === undefined ? {} : { captions: change.captions }),
      ...(change.deleted === undefined ? {} : { deletedAt: change.deleted ? new Date() : null }),
    })
    .where(eq(assignments.id, id))
    .returning();
  if (!row) throw notFound("assignment");
  return whole(row);
}
