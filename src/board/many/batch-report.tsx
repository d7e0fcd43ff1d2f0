"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import type { Batch, PhotoOnBoard } from "@/client";
import { say } from "@/core/language";
import { isRunning } from "./use-batches";

const TITLES: Record<Batch["action"]["kind"], () => string> = {
  "true-up": () => say("True up"),
  reset: () => say("Reset"),
  carry: () => say("Carry courses"),
  switch: () => say("Courses in and out"),
  "new-version": () => say("New versions"),
};

const KEY = "flat-stone-batch-read";

function timeLeft(seconds: number | null): string {
  if (seconds === null) return say("reckoning …");
  return seconds < 90
    ? say("about {seconds} s left", { seconds: Math.max(1, Math.round(seconds)) })
    : say("about {minutes} min left", { minutes: Math.round(seconds / 60) });
}

interface Props {
  batch: Batch;
  photos: readonly PhotoOnBoard[];
  onStop(): void;
  onUndo(): void;
}

/** How far a batch is; then what was done, what was not and why, those that want a person's eyes first. */
export function BatchReport({ batch, photos, onStop, onUndo }: Props) {
  const [read, setRead] = useState(() => localStorage.getItem(KEY));
  const names = useMemo(() => new Map(photos.map((p) => [p.id, p.name])), [photos]);
  if (read === batch.id) return null;
  const { items, action, undone, secondsLeft } = batch;
  const title = TITLES[action.kind]();
  const ended = items.filter((i) => i.state !== "waiting");
  if (isRunning(batch))
    return (
      <section aria-label={title} className="ruled mb-4 flex items-center gap-3 rounded border bg-info/15 px-4 py-2.5">
        <b className="font-semibold">{title}</b>
        <progress className="progress w-56" value={ended.length} max={items.length} aria-label={title} />
        <span role="status">
          {say("{done} of {all}", { done: ended.length, all: items.length })}, {timeLeft(secondsLeft)}
        </span>
        <button className="btn btn-sm ml-auto" onClick={onStop}>
          {say("Stop")}
        </button>
      </section>
    );
  const count = (state: Batch["items"][number]["state"]): number => items.filter((i) => i.state === state).length;
  const eyes = items.filter((i) => i.state === "done" && i.review.length > 0);
  const others = items.filter((i) => i.state === "failed" || i.state === "left");
  const close = (): void => {
    localStorage.setItem(KEY, batch.id);
    setRead(batch.id);
  };
  return (
    <section aria-label={title} className="ruled mb-4 rounded border bg-info/15 px-4 py-2.5">
      <div className="flex items-center gap-3">
        <b className="font-semibold">{title}</b>
        <span role="status">
          {[
            say("{done} done", { done: count("done") }),
            count("undone") > 0 && say("{undone} taken back", { undone: count("undone") }),
            count("left") > 0 && say("{left} left as they are", { left: count("left") }),
            count("failed") > 0 && say("{failed} failed", { failed: count("failed") }),
          ]
            .filter(Boolean)
            .join(", ")}
        </span>
        <span className="ml-auto flex gap-2">
          {!undone && count("done") > 0 && (
            <button className="btn btn-sm" onClick={onUndo}>
              {say("Take it all back")}
            </button>
          )}
          <button className="btn btn-ghost btn-sm" onClick={close}>
            {say("Close")}
          </button>
        </span>
      </div>
      {!undone && eyes.length > 0 && (
        <Items title={say("Look at these first")} items={eyes} names={names} words={(i) => i.review.join(", ")} />
      )}
      {others.length > 0 && <Items title={say("Left or failed")} items={others} names={names} words={(i) => i.words} />}
    </section>
  );
}

function Items({
  title,
  items,
  names,
  words,
}: {
  title: string;
  items: Batch["items"];
  names: ReadonlyMap<string, string>;
  words: (item: Batch["items"][number]) => string;
}) {
  return (
    <>
      <h2 className="caps pt-2">{title}</h2>
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
