"use client";

import { useState } from "react";
import { type DeliverySet, zipUrl } from "@/client";
import { say } from "@/core/language";
import { fileSize } from "@/ui";
import { isBeingMade } from "./use-sets";

const KEY = "flat-stone-set-read";

/** How far a delivery set is; then its files, as one download, and what failed. */
export function SetReport({ set, onStop }: { set: DeliverySet; onStop: () => void }) {
  const [read, setRead] = useState(() => localStorage.getItem(KEY));
  if (read === set.id) return null;
  const title = say("Delivery");
  const { files } = set;
  const done = files.filter((f) => f.state === "done");
  const failed = files.filter((f) => f.state === "failed");
  const share = files.reduce((sum, f) => sum + (f.state === "queued" || f.state === "rendering" ? f.progress : 1), 0);
  const close = (): void => {
    localStorage.setItem(KEY, set.id);
    setRead(set.id);
  };
  return (
    <section aria-label={title} className="ruled mb-4 rounded border bg-info/15 px-4 py-2.5">
      <div className="flex items-center gap-3">
        <b className="font-semibold">{title}</b>
        {isBeingMade(set) && <progress className="progress w-56" value={share} max={files.length} aria-label={title} />}
        <span role="status">
          {[
            say("{done} of {all} files", { done: done.length, all: files.length }),
            failed.length > 0 && say("{failed} failed", { failed: failed.length }),
            done.length > 0 && fileSize(done.reduce((sum, f) => sum + (f.bytes ?? 0), 0)),
          ]
            .filter(Boolean)
            .join(", ")}
        </span>
        <span className="ml-auto flex gap-2">
          {done.length > 0 && (
            <a className="btn btn-primary btn-sm" href={zipUrl(set.id)} download>
              {say("Download as one ZIP")}
            </a>
          )}
          {isBeingMade(set) ? (
            <button className="btn btn-sm" onClick={onStop}>
              {say("Stop")}
            </button>
          ) : (
            <button className="btn btn-ghost btn-sm" onClick={close}>
              {say("Close")}
            </button>
          )}
        </span>
      </div>
      {failed.length > 0 && (
        <ul className="max-h-40 overflow-y-auto pt-1">
          {failed.map((f) => (
            <li key={f.id}>
              <b className="font-semibold">{f.name}</b>: {f.error}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
