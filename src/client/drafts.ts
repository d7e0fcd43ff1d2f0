import { type Recipe, parseRecipe } from "@/core/recipe";

/** A recipe not yet saved on the server, kept in this browser. */
export interface Draft {
  /** Number of the revision it was made from. */
  readonly base: number;
  readonly recipe: Recipe;
}

type Shelf = Pick<Storage, "getItem" | "setItem" | "removeItem">;

const key = (versionId: string): string => `draft:${versionId}`;

/** Keeps the newest state; a browser without room is no reason to stop working. */
export function keepDraft(shelf: Shelf, versionId: string, draft: Draft): boolean {
  try {
    shelf.setItem(key(versionId), JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

export const dropDraft = (shelf: Shelf, versionId: string): void => shelf.removeItem(key(versionId));

/** The draft of a version, or null when there is none that holds. */
export function readDraft(shelf: Shelf, versionId: string): Draft | null {
  const text = shelf.getItem(key(versionId));
  if (text === null) return null;
  try {
    const { base, recipe } = JSON.parse(text) as { base: unknown; recipe: unknown };
    if (typeof base !== "number") return null;
    return { base, recipe: parseRecipe(JSON.stringify(recipe)) };
  } catch {
    return null;
  }
}
