"use client";

import Link from "next/link";
import { useMemo } from "react";
import type { Batch, PhotoOnBoard } from "@/client";
import { say } from "@/language";
import { Report } from "./report";
import { isRunning } from "./use-batches";

const TITLES: Record<Batch["action"]["kind"], () => string> = {
  "true-up": () => say("True up"),
  reset: () => say("Reset"),
  blend: () => say("Blend brackets"),
  carry: () => say("Carry courses"),
  switch: () => say("Courses in and out"),
  "new-version": () => say("New versions"),
};

function timeLeft(seconds: number | null): string {
  if (seconds === null) return say("reckoning …");
  return seconds < 90
    ? say("about {seconds} s left", { seconds: Math.max(1, Math.round(seconds)) })
    : say("about {minutes, plural, one {# minute} other {# minutes}} left", { minutes: Math.round(seconds / 60) });
}

interface Props {
  batch: Batch;
  photos: readonly PhotoOnBoard[];
  onStop(): void;
  onUndo(): void;
}

/** How far a batch is; then what was done, what was not and why, those that want a person's eyes first. */
export function BatchReport({ batch, photos, onStop, onUndo }: Props) {
  const names = useMemo(() => new Map(photos.map((p) => [p.id, p.name])), [photos]);
  const { id, items, action, undone, secondsLeft } = batch;
  const isOver = !isRunning(batch);
  const ended = items.filter((i) => i.state !== "waiting").length;
  const count = (state: Batch["items"][number]["state"]): number => items.filter((i) => i.state === state).length;
  const eyes = items.filter((i) => i.state === "done" && i.review.length > 0);
  const open = eyes.filter((i) => !i.reviewed && i.versionId);
  const done = items.filter((i) => i.state === "done");
  const others = items.filter((i) => i.state === "failed" || i.state === "left");
  const came = [
    say("{done} done", { done: done.length }),
    count("undone") > 0 && say("{undone} taken back", { undone: count("undone") }),
    count("left") > 0 && say("{left} left as they are", { left: count("left") }),
    count("failed") > 0 && say("{failed} failed", { failed: count("failed") }),
  ];
  return (
    <Report
      subject="batch"
      id={id}
      title={TITLES[action.kind]()}
      progress={isOver ? null : { done: ended, all: items.length }}
      words={
        isOver
          ? came.filter(Boolean).join(", ")
          : ended === 0 && action.kind === "true-up" && items.length > 1
            ? say("Looking at several of them for the lens they share …")
            : `${say("{done} of {all}", { done: ended, all: items.length })}, ${timeLeft(secondsLeft)}`
      }
      actions={
        isOver &&
        !undone &&
        done.length > 0 && (
          <>
            {open[0] && (
              <Link
                href={`/bench/${open[0].versionId}?review=${id}`}
                prefetch={false}
                className="btn btn-primary btn-sm"
              >
                {say("Review {count, plural, one {it} other {the #}}", { count: open.length })}
              </Link>
            )}
            <button className="btn btn-sm" onClick={onUndo}>
              {say("Take it all back")}
            </button>
          </>
        )
      }
      onStop={onStop}
    >
      {isOver && !undone && eyes.length > 0 && (
        <Items title={say("Look at these first")} items={eyes} names={names} words={(i) => i.review.join(", ")} />
      )}
      {isOver && others.length > 0 && (
        <Items title={say("Left or failed")} items={others} names={names} words={(i) => i.words} />
      )}
      {isOver && !undone && action.kind === "true-up" && done.length > 0 && (
        <details>
          <summary className="caps cursor-pointer pt-2">{say("What was done, and why")}</summary>
          <Items items={done} names={names} words={(i) => i.words} />
        </details>
      )}
    </Report>
  );
}

function Items({
  title,
  items,
  names,
  words,
}: {
  title?: string;
  items: Batch["items"];
  names: ReadonlyMap<string, string>;
  words: (item: Batch["items"][number]) => string;
}) {
  return (
    <>
      {title && <h2 className="caps pt-2">{title}</h2>}
      <ul className="max-h-40 overflow-y-auto">
        {items.map((item) => (
          <li key={item.photoId}>
            {item.versionId ? (
              <Link href={`/bench/${item.versionId}`} prefetch={false} className="link font-semibold">
                {names.get(item.photoId)}
              </Link>
            ) : (
              <b className="font-semibold">{names.get(item.photoId)}</b>
            )}
            : {words(item)}
          </li>
        ))}
      </ul>
    </>
  );
}
