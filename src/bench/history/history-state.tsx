import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { type SavedRevision, api } from "@/client";
import { changeWords } from "@/core/edits";
import { put, say, sayError } from "@/language";
import type { Recipe } from "@/core/recipe";
import { SmallPicture } from "../picture/small-picture";
import type { SmallPictures } from "../picture/small-pictures";

/** A state, and the one before it, by its number; null: it is the first of all. */
export interface Row {
  readonly state: SavedRevision;
  readonly before: number | null;
}

/** How a state's recipe is asked for: it never changes. */
const recipeOf = (versionId: string, number: number) => ({
  queryKey: ["revision", versionId, number],
  queryFn: async (): Promise<Recipe> => (await api.revision(versionId, number)).recipe,
  staleTime: Infinity,
  retry: 1,
});

/** A state's recipe, asked for once it is wanted. */
const useStateRecipe = (versionId: string, number: number | null, isWanted: boolean) =>
  useQuery({ ...recipeOf(versionId, number ?? 0), enabled: isWanted && number !== null });

/** When a state was saved; the day only where it is another. */
export const time = (iso: string): string => {
  const at = new Date(iso);
  const day = at.toDateString() === new Date().toDateString() ? "" : `${at.toLocaleDateString()} `;
  return `${day}${at.toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit", second: "2-digit" })}`;
};

interface StateParts {
  row: Row;
  versionId: string;
  chosen: boolean;
  isNow: (recipe: Recipe) => boolean;
  pictures: SmallPictures;
  onLook: (recipe: Recipe) => void;
  onGoBack: (recipe: Recipe) => void;
  onVersion: (recipe: Recipe) => void;
}

/** One state: its recipe, and the one before it, come once it is in sight. */
export function State({ row: { state, before }, versionId, chosen, isNow, pictures, ...on }: StateParts) {
  const [sight, inSight] = useInSight<HTMLButtonElement>();
  const own = useStateRecipe(versionId, state.number, inSight);
  const last = useStateRecipe(versionId, before, inSight);
  const recipe = own.data;
  const now = recipe !== undefined && isNow(recipe);
  const cache = useQueryClient();
  // A press before the recipe has come waits for it.
  const look = async (): Promise<void> => {
    try {
      on.onLook(recipe ?? (await cache.fetchQuery(recipeOf(versionId, state.number))));
    } catch {
      // The row says why.
    }
  };
  return (
    <div className={chosen ? "bg-base-200" : ""}>
      <button
        ref={sight}
        className="flex w-full items-center gap-3 px-3.5 py-1.5 text-left hover:bg-base-200"
        aria-pressed={chosen}
        data-state={state.number}
        disabled={own.isError}
        onClick={() => void look()}
      >
        <SmallPicture recipe={recipe} pictures={pictures} className="h-12 w-16" testId="history-picture" />
        <span className="min-w-0">
          <span className="block first-letter:uppercase" data-testid="history-words">
            {own.isError ? sayError(own.error) : shortened(wordsOf(last.data, recipe, before === null))}
          </span>
          <span className="muted block text-[0.9rem] tabular-nums">
            {time(state.createdAt)}
            {now && `, ${say("now")}`}
            {state.deliveredAt && `, ${say("delivered")}`}
          </span>
        </span>
      </button>
      {chosen && recipe && (
        <div className="flex gap-2 px-3.5 pb-2">
          <button className="btn btn-primary btn-xs" disabled={now} onClick={() => on.onGoBack(recipe)}>
            {say("Go back to this")}
          </button>
          <button className="btn btn-xs" onClick={() => on.onVersion(recipe)}>
            {say("Make it a version")}
          </button>
        </div>
      )}
    </div>
  );
}

/** What was done to come to a state; nothing while that is not known. */
function wordsOf(before: Recipe | undefined, recipe: Recipe | undefined, isFirst: boolean): readonly string[] {
  if (isFirst) return [say("opened")];
  if (!before || !recipe) return [];
  const words = changeWords(before, recipe).map(put);
  return words.length > 0 ? words : [say("saved again")];
}

const shortened = (words: readonly string[]): string =>
  words.length === 0
    ? "…"
    : words.length > 3
      ? say("{words} and {count} more", { words: words.slice(0, 3).join(", "), count: words.length - 3 })
      : words.join(", ");

/** Whether an element has ever been in sight. */
function useInSight<E extends Element>(): [(element: E | null) => void, boolean] {
  const [element, setElement] = useState<E | null>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!element) return;
    const observer = new IntersectionObserver(([entry]) => {
      if (!entry?.isIntersecting) return;
      observer.disconnect();
      setSeen(true);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return [setElement, seen];
}
