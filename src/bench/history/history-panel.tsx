"use client";

import { say } from "@/core/language";
import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { type KeyboardEvent, useEffect, useMemo, useState } from "react";
import { type SavedRevision, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { changeWords } from "@/core/edits";
import type { Recipe } from "@/core/recipe";
import { notify } from "@/ui";
import type { Opened } from "../opened";
import { SmallPicture } from "../picture/small-picture";
import { SmallPictures } from "../picture/small-pictures";

/** A state, and the one before it, by its number; null: it is the first of all. */
interface Row {
  readonly state: SavedRevision;
  readonly before: number | null;
}

/** The last one known has none before it unless it is the first of all. */
const rowsOf = (states: readonly SavedRevision[], all: boolean): Row[] =>
  states.flatMap((state, i): Row[] => {
    const before = states[i + 1]?.number ?? null;
    return before !== null || all ? [{ state, before }] : [];
  });

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

const time = (iso: string): string => {
  const at = new Date(iso);
  const day = at.toDateString() === new Date().toDateString() ? "" : `${at.toLocaleDateString()} `;
  return `${day}${at.toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit", second: "2-digit" })}`;
};

/** Every state that was saved, newest first, in words: looked at by a press, gone back to, or made a version of its own. */
export function HistoryPanel({
  opened,
  saveAll,
  onClose,
}: {
  opened: Opened;
  saveAll: () => Promise<boolean>;
  onClose: () => void;
}) {
  const { photo, version } = opened;
  const { set, edit, recipe, save } = useBench();
  const router = useRouter();
  const [chosen, setChosen] = useState<number | null>(null);
  const pictures = useMemo(() => new SmallPictures(photo), [photo]);
  useEffect(() => () => pictures.end(), [pictures]);
  const { data, error, fetchNextPage, hasNextPage, isFetchingNextPage, refetch } = useInfiniteQuery({
    queryKey: ["revisions", version.id],
    queryFn: ({ pageParam }) => api.revisions(version.id, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => (page.length > 0 && page.at(-1)!.number > 1 ? page.at(-1)!.number : undefined),
    staleTime: 0,
  });
  // What is saved meanwhile comes to the head of the list.
  useEffect(() => {
    if (save === "saved") void refetch();
  }, [save, refetch]);
  useEffect(() => () => useBench.getState().set({ peek: null }), []);
  const states = useMemo(() => data?.pages.flat() ?? [], [data]);
  const rows = useMemo(() => rowsOf(states, !hasNextPage), [states, hasNextPage]);
  const delivered = states.find((s) => s.deliveredAt !== null)?.number;

  const look = ({ createdAt, number }: SavedRevision, of: Recipe): void => {
    setChosen(number);
    set({ peek: { words: say("As at {createdAt}", { createdAt: time(createdAt) }), of: () => of } });
  };
  const leave = (): void => {
    setChosen(null);
    set({ peek: null });
  };
  const goBack = ({ createdAt }: SavedRevision, to: Recipe): void => {
    leave();
    edit({ label: say("Go back to {createdAt}", { createdAt: time(createdAt) }), apply: () => to });
  };
  const asVersion = async (of: Recipe): Promise<void> => {
    try {
      await saveAll();
      const made = await api.createVersion(photo.id, of);
      router.push(`/bench/${made.id}`);
    } catch (e) {
      notify(say("The version was not made. {message}", { message: (e as Error).message }), "error");
    }
  };
  const onKey = (e: KeyboardEvent<HTMLElement>): void => {
    if (e.key === "Escape") {
      e.stopPropagation();
      return chosen === null ? onClose() : leave();
    }
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (!step) return;
    e.preventDefault();
    e.stopPropagation();
    const buttons = [...e.currentTarget.querySelectorAll<HTMLButtonElement>("[data-state]")];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const next = buttons[Math.min(buttons.length - 1, Math.max(0, at + step))];
    next?.focus();
    next?.click();
  };
  return (
    <section
      className="ruled absolute inset-0 z-20 flex flex-col border-l bg-base-100"
      aria-label={say("History")}
      onKeyDown={onKey}
    >
      <div className="flex items-center justify-between px-3.5 pt-2.5 pb-1.5">
        <h2 className="caps">{say("History")}</h2>
        <button className="btn btn-ghost btn-xs" onClick={onClose} autoFocus>
          {say("Close")}
        </button>
      </div>
      <p className="muted px-3.5 pb-2">
        {say("Press a state to look at it. Going back is a step of its own: nothing that came later is lost.")}
      </p>
      {error && (
        <p role="alert" className="px-3.5 text-error">
          {error.message}
        </p>
      )}
      <ol className="min-h-0 grow overflow-y-auto" aria-label={say("States, the newest first")}>
        {rows.map((row, i) => (
          <li key={row.state.number}>
            {row.state.number === delivered && (
              <p className="ruled caps border-y bg-base-200 px-3.5 py-1">
                {i === 0 ? say("As last delivered") : say("Since the last delivery ↑")}
              </p>
            )}
            <State
              row={row}
              versionId={version.id}
              chosen={chosen === row.state.number}
              isNow={(of) => i === 0 && save === "saved" && sameRecipe(of, recipe)}
              pictures={pictures}
              onLook={(of) => (chosen === row.state.number ? leave() : look(row.state, of))}
              onGoBack={(to) => goBack(row.state, to)}
              onVersion={(of) => void asVersion(of)}
            />
          </li>
        ))}
        {hasNextPage && (
          <li className="p-3 text-center">
            <button className="btn btn-sm" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
              {isFetchingNextPage ? say("Fetching …") : say("Earlier ones")}
            </button>
          </li>
        )}
      </ol>
    </section>
  );
}

const sameRecipe = (a: Recipe, b: Recipe): boolean => changeWords(a, b).length === 0;

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
function State({ row: { state, before }, versionId, chosen, isNow, pictures, ...on }: StateParts) {
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
            {own.isError ? own.error.message : shortened(wordsOf(last.data, recipe, before === null))}
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
  const words = changeWords(before, recipe);
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
