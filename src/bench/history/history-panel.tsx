"use client";

import { say } from "@/core/language";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { type KeyboardEvent, useEffect, useMemo, useState } from "react";
import { type SavedRevision, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { changeWords } from "@/core/edits";
import type { Recipe } from "@/core/recipe";
import { notify } from "@/ui";
import type { Opened } from "../opened";
import { SmallPictures } from "./small-picture";

/** A state with what was done to come to it. */
interface Row {
  readonly state: SavedRevision;
  readonly words: readonly string[];
}

/** States with words for what was done since the one before; the last one known has none before it unless it is the first of all. */
function rowsOf(states: readonly SavedRevision[], all: boolean): Row[] {
  return states.flatMap((state, i): Row[] => {
    const before = states[i + 1];
    if (!before) return all ? [{ state, words: [say("opened")] }] : [];
    const words = changeWords(before.recipe, state.recipe);
    return [{ state, words: words.length > 0 ? words : [say("saved again")] }];
  });
}

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

  const look = ({ state }: Row): void => {
    setChosen(state.number);
    set({ peek: { words: say("As at {createdAt}", { createdAt: time(state.createdAt) }), of: () => state.recipe } });
  };
  const leave = (): void => {
    setChosen(null);
    set({ peek: null });
  };
  const goBack = ({ state }: Row): void => {
    leave();
    edit({ label: say("Go back to {createdAt}", { createdAt: time(state.createdAt) }), apply: () => state.recipe });
  };
  const asVersion = async ({ state }: Row): Promise<void> => {
    try {
      await saveAll();
      const made = await api.createVersion(photo.id, state.recipe);
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
              chosen={chosen === row.state.number}
              isNow={i === 0 && save === "saved" && sameRecipe(row.state.recipe, recipe)}
              pictures={pictures}
              onLook={() => (chosen === row.state.number ? leave() : look(row))}
              onGoBack={() => goBack(row)}
              onVersion={() => void asVersion(row)}
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

function State({
  row: { state, words },
  chosen,
  isNow,
  pictures,
  onLook,
  onGoBack,
  onVersion,
}: {
  row: Row;
  chosen: boolean;
  isNow: boolean;
  pictures: SmallPictures;
  onLook: () => void;
  onGoBack: () => void;
  onVersion: () => void;
}) {
  const shown =
    words.length > 3
      ? say("{words} and {count} more", { words: words.slice(0, 3).join(", "), count: words.length - 3 })
      : words.join(", ");
  return (
    <div className={chosen ? "bg-base-200" : ""}>
      <button
        className="flex w-full items-center gap-3 px-3.5 py-1.5 text-left hover:bg-base-200"
        aria-pressed={chosen}
        data-state={state.number}
        onClick={onLook}
      >
        <Small recipe={state.recipe} pictures={pictures} />
        <span className="min-w-0">
          <span className="block first-letter:uppercase" data-testid="history-words">
            {shown}
          </span>
          <span className="muted block text-[0.9rem] tabular-nums">
            {time(state.createdAt)}
            {isNow && `, ${say("now")}`}
            {state.deliveredAt && `, ${say("delivered")}`}
          </span>
        </span>
      </button>
      {chosen && (
        <div className="flex gap-2 px-3.5 pb-2">
          <button className="btn btn-primary btn-xs" disabled={isNow} onClick={onGoBack}>
            {say("Go back to this")}
          </button>
          <button className="btn btn-xs" onClick={onVersion}>
            {say("Make it a version")}
          </button>
        </div>
      )}
    </div>
  );
}

/** A small picture of a state, made once it comes into sight. */
function Small({ recipe, pictures }: { recipe: Recipe; pictures: SmallPictures }) {
  const [box, setBox] = useState<HTMLSpanElement | null>(null);
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    if (!box) return;
    let gone = false;
    const observer = new IntersectionObserver(([entry]) => {
      if (!entry?.isIntersecting) return;
      observer.disconnect();
      // Where it cannot be drawn the words stand alone.
      pictures.of(recipe).then((made) => !gone && setAddress(made), () => undefined); // prettier-ignore
    });
    observer.observe(box);
    return () => {
      gone = true;
      observer.disconnect();
    };
  }, [box, recipe, pictures]);
  return (
    <span ref={setBox} className="grid h-12 w-16 shrink-0 place-content-center bg-base-300">
      {address && <img src={address} alt="" className="max-h-12 max-w-16" data-testid="history-picture" />}
    </span>
  );
}
