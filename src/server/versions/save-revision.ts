import { say } from "@/language";
import { eq } from "drizzle-orm";
import { follow, holdBracket } from "../brackets/follow";
import { type Database, database } from "../db/client";
import { revisions, versions } from "../db/schema";
import { askFigures } from "../figures/figure-rows";
import { Problem, notFound } from "../problem";
import { checkedRecipe } from "./checked-recipe";
import { asJson, newestOf, refuseDeleted } from "./versions";

interface Saving {
  /** The sender's mark on this save. */
  readonly token?: string | null;
  /** Done in the same transaction. */
  readonly beside?: (tx: Pick<Database, "update">, revision: number) => Promise<void>;
  /** The batch that saves: its other photos get their own. */
  readonly batchId?: string;
}

/**
 * Appends a revision. The other exposures of the photo's bracket follow in the same transaction.
 *
 * @param base number of the revision that was edited; when it is no longer the newest, somebody else
 *   has saved meanwhile and nothing is written.
 * @throws Problem 409 then, with the newest revision and its token in its details, or because the photo was deleted; 422 for a recipe that does not hold.
 */
export async function saveRevision(
  versionId: string,
  base: number,
  recipe: unknown,
  { token = null, beside, batchId }: Saving = {},
): Promise<{ revision: number }> {
  const valid = await checkedRecipe(JSON.stringify(recipe) ?? "");
  return database().transaction(async (tx) => {
    const bracketId = await holdBracket(tx, versionId);
    const [version] = await tx.select().from(versions).where(eq(versions.id, versionId)).for("update");
    if (!version) throw notFound("version");
    await refuseDeleted(tx, versionId);
    const current = await newestOf(tx, versionId);
    const number = current?.number ?? 0;
    if (number !== base)
      throw new Problem(409, say("This version was changed in another window meanwhile."), {
        revision: number,
        token: current?.token ?? null,
      });
    await tx
      .insert(revisions)
      .values({ versionId, number: number + 1, recipe: asJson(valid), laid: [...valid.laid], token });
    await askFigures(tx, versionId);
    await beside?.(tx, number + 1);
    if (bracketId !== null) await follow(tx, { bracketId, version, saved: valid, batchId });
    return { revision: number + 1 };
  });
}
