import { type Recipe, parseRecipe } from "@/core/recipe";

/** A recipe not yet saved on the server, kept in this browser. */
export interface Draft {
  /** Number of the revision it was made from. */
  readonly base: number;
  readonly recipe: Recipe;
  /** Marks of saves on that base of which no answer came: any of them may have arrived. */
  readonly tokens: readonly string[];
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
    const { base, recipe, tokens } = JSON.parse(text) as { base: unknown; recipe: unknown; tokens: unknown };
    if (typeof base !== "number" || !Array.isArray(tokens)) return null;
    return { base, recipe: parseRecipe(JSON.stringify(recipe)), tokens: tokens.map(String) };
  } catch {
    return null;
  }
}

/**
 * Whether a draft goes on from the server's newest revision: it was made from it, or that revision is a save of
 * the draft's own whose answer was lost.
 */
export const continues = (draft: Draft, newest: { revision: number; token: string | null }): boolean =>
  draft.base === newest.revision ||
  (draft.base + 1 === newest.revision && newest.token !== null && draft.tokens.includes(newest.token));
