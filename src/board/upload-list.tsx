"use client";

import { say } from "@/language";
import { X } from "lucide-react";
import Link from "next/link";
import { useState, useSyncExternalStore } from "react";
import { forgetComing, notArrived } from "@/client/not-arrived";
import { type UploadItem, useUploads } from "@/client/upload-queue";

type State = UploadItem["state"];

const WORDS: Readonly<Record<State, () => string>> = {
  waiting: () => say("waiting"),
  sending: () => say("sending"),
  checking: () => say("being checked"),
  done: () => say("kept"),
  known: () => say("already here"),
  reopened: () => say("a delivery: its recipe is open again"),
  away: () => say("kept as a photo of its own: it is a delivery, and its original is not here"),
  refused: () => say("not taken"),
  cancelled: () => say("cancelled"),
};

const BUSY: readonly State[] = ["waiting", "sending", "checking"];
/** States that need not be told of each photo when there are many. */
const PLAIN: readonly State[] = ["waiting", "done", "known", "cancelled"];
/** So many are told one by one; of more only those on their way and those that something is to be said of. */
const FEW = 12;
/** Names told of photos that have not arrived. */
const NAMED = 5;

/** What is arriving, and what was refused and why. */
export function UploadList({ assignmentId }: { assignmentId: string }) {
  const { items, cancel, clearFinished } = useUploads();
  const own = items.filter((i) => i.assignmentId === assignmentId);
  if (own.length === 0) return <NotArrived assignmentId={assignmentId} />;
  const ended = own.filter((i) => !BUSY.includes(i.state)).length;
  const told = own.length <= FEW ? own : own.filter((i) => !PLAIN.includes(i.state));
  return (
    <section className="ruled mb-5 rounded border bg-base-100 p-3" aria-label={say("Photos arriving")}>
      <div className="mb-2 flex items-center gap-3">
        <h2 className="caps">{say("Arriving")}</h2>
        {own.length > FEW && (
          <span className="flex grow items-center gap-3" role="status">
            <progress className="progress w-40" value={ended} max={own.length} aria-label={say("All of them")} />
            {say("{done} of {all}", { done: ended, all: own.length })}
          </span>
        )}
        {ended < own.length ? (
          own.length > FEW && (
            <button
              className="btn btn-ghost btn-xs ms-auto"
              onClick={() => own.filter((i) => BUSY.includes(i.state)).forEach((i) => cancel(i.key))}
            >
              {say("Cancel the rest")}
            </button>
          )
        ) : (
          <button className="btn btn-ghost btn-xs ms-auto" onClick={clearFinished}>
            {say("Clear this list")}
          </button>
        )}
      </div>
      <ul className="max-h-56 space-y-1.5 overflow-auto">
        {told.map((item) => (
          <Arriving key={item.key} item={item} onCancel={() => cancel(item.key)} />
        ))}
      </ul>
    </section>
  );
}

function Arriving({ item, onCancel }: { item: UploadItem; onCancel: () => void }) {
  return (
    <li className="grid grid-cols-[minmax(0,14rem)_1fr_auto] items-center gap-3">
      <span className="truncate">{item.name}</span>
      {item.error ? (
        <span className="text-error">{item.error}</span>
      ) : (
        <span className="flex items-center gap-3">
          <progress
            className="progress w-40"
            value={item.share}
            max={1}
            aria-label={say("Progress of {name}", { name: item.name })}
          />
          <span className="muted">{WORDS[item.state]()}</span>
          {item.reopened && (
            <Link className="link" href={`/bench/${item.reopened.versionId}`}>
              {say("{photo}, version {version}", { photo: item.reopened.photo, version: item.reopened.version })}
            </Link>
          )}
        </span>
      )}
      {BUSY.includes(item.state) ? (
        <button
          className="btn btn-ghost btn-xs btn-square"
          aria-label={say("Cancel {name}", { name: item.name })}
          onClick={onCancel}
        >
          <X size={14} />
        </button>
      ) : (
        <span />
      )}
    </li>
  );
}

/** What is remembered is looked at when it is drawn. */
const NEVER = (): (() => void) => () => undefined;

/** Photos that were on their way when this page was closed or reloaded: dropped again, only they are sent. */
function NotArrived({ assignmentId }: { assignmentId: string }) {
  // What the server draws knows nothing of this browser.
  const kept = useSyncExternalStore(
    NEVER,
    () => notArrived(assignmentId).join("\n"),
    () => "",
  );
  const [isOver, setOver] = useState(false);
  if (kept === "" || isOver) return null;
  const names = kept.split("\n");
  const some = names.slice(0, NAMED).join(", ");
  return (
    <section
      className="ruled mb-5 flex items-center gap-3 rounded border bg-base-100 p-3"
      aria-label={say("Photos that have not arrived")}
    >
      <p className="grow">
        {say(
          "{count, plural, one {# photo has} other {# photos have}} not arrived, since this page was closed meanwhile: {some}.",
          { count: names.length, some: names.length > NAMED ? `${some} …` : some },
        )}{" "}
        {say("Drop the whole folder again; what is here already is not sent once more.")}
      </p>
      <button
        className="btn btn-ghost btn-xs"
        onClick={() => {
          forgetComing(assignmentId);
          setOver(true);
        }}
      >
        {say("Never mind")}
      </button>
    </section>
  );
}
