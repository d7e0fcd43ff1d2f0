"use client";

import { say } from "@/core/language";
import { X } from "lucide-react";
import Link from "next/link";
import { type UploadItem, useUploads } from "@/client/upload-queue";

const WORDS: Readonly<Record<UploadItem["state"], string>> = {
  waiting: say("waiting"),
  sending: say("sending"),
  checking: say("being checked"),
  done: say("kept"),
  known: say("already here"),
  reopened: say("a delivery: its recipe is open again"),
  away: say("kept as a photo of its own: it is a delivery, and its original is not here"),
  refused: say("not taken"),
  cancelled: say("cancelled"),
};

const busy = (item: UploadItem): boolean => ["waiting", "sending", "checking"].includes(item.state);

/** What is arriving, and what was refused and why. */
export function UploadList({ assignmentId }: { assignmentId: string }) {
  const { items, cancel, clearFinished } = useUploads();
  const own = items.filter((i) => i.assignmentId === assignmentId);
  if (own.length === 0) return null;
  return (
    <section className="ruled mb-5 rounded border bg-base-100 p-3" aria-label={say("Photos arriving")}>
      <div className="mb-2 flex items-center justify-between">
        <h2 className="caps">{say("Arriving")}</h2>
        {!own.some(busy) && (
          <button className="btn btn-ghost btn-xs" onClick={clearFinished}>
            {say("Clear this list")}
          </button>
        )}
      </div>
      <ul className="max-h-56 space-y-1.5 overflow-auto">
        {own.map((item) => (
          <li key={item.key} className="grid grid-cols-[minmax(0,14rem)_1fr_auto] items-center gap-3">
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
                <span className="muted">{WORDS[item.state]}</span>
                {item.reopened && (
                  <Link className="link" href={`/bench/${item.reopened.versionId}`}>
                    {say("{photo}, version {version}", { photo: item.reopened.photo, version: item.reopened.version })}
                  </Link>
                )}
              </span>
            )}
            {busy(item) ? (
              <button
                className="btn btn-ghost btn-xs btn-square"
                aria-label={say("Cancel {name}", { name: item.name })}
                onClick={() => cancel(item.key)}
              >
                <X size={14} />
              </button>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
