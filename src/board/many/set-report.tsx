"use client";

import { type DeliverySet, zipUrl } from "@/client";
import { say } from "@/language";
import { fileSize } from "@/ui";
import { Report } from "./report";
import { isBeingMade } from "./use-sets";

/** How far a delivery set is; then its files, as one download, and what failed. */
export function SetReport({ set, onStop }: { set: DeliverySet; onStop: () => void }) {
  const { files } = set;
  const done = files.filter((f) => f.state === "done");
  const failed = files.filter((f) => f.state === "failed");
  const share = files.reduce((sum, f) => sum + (f.state === "queued" || f.state === "rendering" ? f.progress : 1), 0);
  const came = [
    say("{done} of {all} files", { done: done.length, all: files.length }),
    failed.length > 0 && say("{failed} failed", { failed: failed.length }),
    done.length > 0 && fileSize(done.reduce((sum, f) => sum + (f.bytes ?? 0), 0)),
  ];
  return (
    <Report
      subject="set"
      id={set.id}
      title={say("Delivery")}
      progress={isBeingMade(set) ? { done: share, all: files.length } : null}
      words={came.filter(Boolean).join(", ")}
      actions={
        done.length > 0 && (
          <a className="btn btn-primary btn-sm" href={zipUrl(set.id)} download>
            {say("Download as one ZIP")}
          </a>
        )
      }
      onStop={onStop}
    >
      {failed.length > 0 && (
        <ul className="max-h-40 overflow-y-auto pt-1">
          {failed.map((f) => (
            <li key={f.id}>
              <b className="font-semibold">{f.name}</b>: {f.error}
            </li>
          ))}
        </ul>
      )}
    </Report>
  );
}
