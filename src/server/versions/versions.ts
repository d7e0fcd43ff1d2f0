import { say, sayError } from "@/language";
import { and, asc, desc, eq, isNull, sql } from "drizzle-orm";
import type { VisitStyle } from "@/core/answers";
import type { AssignmentFrames, BracketState } from "@/core/contract";
import { type Recipe, RecipeError, readRecipe } from "@/core/recipe";
import { styleOf } from "../assignments/assignments";
import { type CheckedRecipe, type RawJson, checkedRecipe, forAnswer } from "./checked-recipe";
import { bracketsOfPhotos } from "../brackets/brackets";
import { type Database, database } from "../db/client";
import { type PhotoRow, type VersionRow, assignments, photos, revisions, versions } from "../db/schema";
import { askFigures } from "../figures/figure-rows";
import { firstRecipe, getPhoto } from "../photos/photos";
import { Problem, notFound } from "../problem";

export interface OpenVersion {
  readonly version: VersionRow;
  readonly photo: PhotoRow;
  readonly assignment: {
    readonly id: string;
    readonly name: string;
    readonly frames: AssignmentFrames;
    readonly style: VisitStyle;
  };
  /** All versions of the photo, by name. */
  readonly siblings: readonly VersionRow[];
  readonly bracket: BracketState | null;
  /** Number of the current revision, which a save must name as its base. */
  readonly revision: number;
  /** The mark that the window which saved it gave it. */
  readonly token: string | null;
  /** Read where it is short; as it is kept where it is long. */
  readonly recipe: Recipe | RawJson;
}

/** A recipe as the database has it, not read: it may be long. */
export const recipeText = sql<string>`${revisions.recipe}::text`;

type Executor = Pick<Database, "select">;

/** Versions of one photo: as somebody put them, else by their age. */
export const VERSION_ORDER = [asc(versions.position), asc(versions.createdAt), asc(versions.id)] as const;

export async function newestOf(db: Executor, versionId: string) {
  const [row] = await db
    .select({ number: revisions.number, token: revisions.token, recipe: recipeText })
    .from(revisions)
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(revisions.number))
    .limit(1);
  return row;
}

/**
 * What was deleted keeps its work, but takes no more of it until it is brought back.
 *
 * @throws Problem 404 for a version that never was, 409 saying what to bring back.
 */
export async function refuseDeleted(db: Executor, versionId: string): Promise<void> {
  const [row] = await db
    .select({
      version: versions,
      photoId: photos.id,
      photo: photos.deletedAt,
      assignmentId: assignments.id,
      assignment: assignments.deletedAt,
    })
    .from(versions)
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .where(eq(versions.id, versionId));
  if (!row) throw notFound("version");
  if (row.assignment)
    throw new Problem(409, say("The assignment was deleted. Bring it back to go on; your work is kept."), {
      deleted: "assignment",
      id: row.assignmentId,
    });
  if (row.photo)
    throw new Problem(
      409,
      say("The photo was taken out of its assignment. Bring it back to go on; your work is kept."),
      {
        deleted: "photo",
        id: row.photoId,
      },
    );
  if (row.version.deletedAt) throw versionDeleted(row.version);
}

const versionDeleted = ({ id, name }: VersionRow): Problem =>
  new Problem(409, say("Version {name} was deleted. Bring it back to go on; your work is kept.", { name }), {
    deleted: "version",
    id,
  });

/** A photo's versions in their order, without those deleted. */
export const siblingsOf = (db: Executor, photoId: string): Promise<VersionRow[]> =>
  db
    .select()
    .from(versions)
    .where(and(eq(versions.photoId, photoId), isNull(versions.deletedAt)))
    .orderBy(...VERSION_ORDER);

/** The next free letter; deleted versions keep theirs. */
function nextName(taken: readonly string[]): string {
  for (let n = taken.length; ; n++) {
    const name = n < 26 ? String.fromCharCode(65 + n) : `V${n + 1}`;
    if (!taken.includes(name)) return name;
  }
}

const keptAsItIs = (message: string): Problem =>
  new Problem(422, say("This version cannot be opened: {message} It is kept as it is.", { message }));

/** A kept recipe. @throws Problem 422 when this program cannot read it; it is left as it is. */
export function readKept(recipe: unknown): Recipe {
  try {
    return readRecipe(recipe);
  } catch (error) {
    if (!(error instanceof RecipeError)) throw error;
    throw keptAsItIs(sayError(error));
  }
}

/** A kept recipe's JSON, checked without keeping the app busy. @throws Problem 422 as readKept does. */
export async function checkedKept(text: string): Promise<CheckedRecipe> {
  try {
    return await checkedRecipe(text, false);
  } catch (error) {
    throw error instanceof Problem && error.status === 422 ? keptAsItIs(error.message) : error;
  }
}

/** A version with its photo and current recipe. @throws Problem 404; 422 when its recipe cannot be read. */
export async function openVersion(id: string): Promise<OpenVersion> {
  const db = database();
  const [row] = await db
    .select({
      version: versions,
      photo: photos,
      assignment: { id: assignments.id, name: assignments.name, frames: assignments.frames, style: assignments.style },
    })
    .from(versions)
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .where(and(eq(versions.id, id), isNull(photos.deletedAt), isNull(assignments.deletedAt)));
  if (!row) throw notFound("version");
  if (row.version.deletedAt) throw versionDeleted(row.version);
  const revision = await newestOf(db, id);
  const siblings = await siblingsOf(db, row.photo.id);
  return {
    ...row,
    assignment: { ...row.assignment, style: styleOf(row.assignment) },
    siblings,
    bracket: (await bracketsOfPhotos([row.photo.id])).get(row.photo.id) ?? null,
    revision: revision?.number ?? 0,
    token: revision?.token ?? null,
    recipe: revision ? forAnswer(await checkedKept(revision.recipe)) : firstRecipe(row.photo),
  };
}

/** A checked recipe as it is written: its JSON is not read once more. */
export const asJson = ({ text }: CheckedRecipe) => sql<Recipe>`${text}::jsonb`;

/** A new version of a photo, named by the next free letter, holding the recipe given or nothing done yet. @param beside done in the same transaction. */
export async function createVersion(
  photoId: string,
  recipe?: unknown,
  beside?: (tx: Pick<Database, "update">, made: VersionRow) => Promise<void>,
): Promise<VersionRow> {
  const photo = await getPhoto(photoId);
  const first = await checkedRecipe(JSON.stringify(recipe === undefined ? firstRecipe(photo) : recipe));
  return database().transaction(async (tx) => {
    await tx.select().from(photos).where(eq(photos.id, photoId)).for("update");
    const all = await tx.select().from(versions).where(eq(versions.photoId, photoId));
    const name = nextName(all.map((v) => v.name));
    const position = all.reduce((most, v) => Math.max(most, v.position), 0);
    const [version] = await tx.insert(versions).values({ photoId, name, position }).returning();
    await tx
      .insert(revisions)
      .values({ versionId: version!.id, number: 1, recipe: asJson(first), laid: [...first.laid] });
    await askFigures(tx, version!.id);
    await beside?.(tx, version!);
    return version!;
  });
}
