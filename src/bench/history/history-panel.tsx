"use client";

import { tell } from "@/core/language";
import { say, sayError } from "@/language";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { type KeyboardEvent, useEffect, useMemo, useState } from "react";
import { type SavedRevision, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { changeWords } from "@/core/edits";
import type { Recipe } from "@/core/recipe";
import { notify } from "@/ui";
import type { Opened } from "../opened";
import { SmallPictures } from "../picture/small-pictures";
import { type Row, State, time } from "./history-state";

/** The last one known has none before it unless it is the first of all. */
const rowsOf = (states: readonly SavedRevision[], all: boolean): Row[] =>
  states.flatMap((state, i): Row[] => {
    const before = states[i + 1]?.number ?? null;
    return before !== null || all ? [{ state, before }] : [];
  });

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
  const { recipe, save } = useBench();
  const { chosen, look, leave, goBack, asVersion } = useStateActs(photo.id, saveAll);
  const pictures = useMemo(() => new SmallPictures(photo), [photo]);
  useEffect(() => () => pictures.end(), [pictures]);
  const { states, error, fetchNextPage, hasNextPage, isFetchingNextPage } = useStates(version.id);
  const rows = useMemo(() => rowsOf(states, !hasNextPage), [states, hasNextPage]);
  const delivered = states.find((s) => s.deliveredAt !== null)?.number;

  const onKey = (e: KeyboardEvent<HTMLElement>): void => {
    if (e.key === "Escape") {
      e.stopPropagation();
      return chosen === null ? onClose() : leave();
    }
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (step) lookNext(e, step);
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
          {sayError(error)}
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

/** A version's saved states, the newest first, in pages; what is saved meanwhile comes to the head of the list. */
function useStates(versionId: string) {
  const save = useBench((s) => s.save);
  const { data, refetch, ...query } = useInfiniteQuery({
    queryKey: ["revisions", versionId],
    queryFn: ({ pageParam }) => api.revisions(versionId, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => (page.length > 0 && page.at(-1)!.number > 1 ? page.at(-1)!.number : undefined),
    staleTime: 0,
  });
  useEffect(() => {
    if (save === "saved") void refetch();
  }, [save, refetch]);
  const states = useMemo(() => data?.pages.flat() ?? [], [data]);
  return { states, ...query };
}

/** The keys go to the state before or after, which is looked at. */
function lookNext(e: KeyboardEvent<HTMLElement>, step: number): void {
  e.preventDefault();
  e.stopPropagation();
  const buttons = [...e.currentTarget.querySelectorAll<HTMLButtonElement>("[data-state]")];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  const next = buttons[Math.min(buttons.length - 1, Math.max(0, at + step))];
  next?.focus();
  next?.click();
}

/** What is done with a state: looked at, gone back to, made a version of its own. */
function useStateActs(photoId: string, saveAll: () => Promise<boolean>) {
  const { set, edit } = useBench();
  const router = useRouter();
  const [chosen, setChosen] = useState<number | null>(null);
  useEffect(() => () => useBench.getState().set({ peek: null }), []);
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
    edit({ label: tell("Go back to {createdAt}", { createdAt: time(createdAt) }), apply: () => to });
  };
  const asVersion = async (of: Recipe): Promise<void> => {
    try {
      await saveAll();
      const made = await api.createVersion(photoId, of);
      router.push(`/bench/${made.id}`);
    } catch (e) {
      notify(say("The version was not made. {message}", { message: sayError(e as Error) }), "error");
    }
  };
  return { chosen, look, leave, goBack, asVersion };
}
