"use client";

import { say } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { stopComputing } from "@/client/compute";
import type { FoundLines } from "@/core/edits";
import type { SegmentGroup } from "@/core/attitude";
import { TAKEN_AT_ONCE, bestOf, countsIn, leaveFound, openIn, switchFound, takeFound } from "@/core/edits";
import { fixed } from "@/ui";
import { findLines } from "./find-lines";

/** Lines found all over the photo, as proposals by the direction in space they belong to; nothing counts until it is taken. */
export function FoundPart({ photo }: { photo: Photo }) {
  const { found, finding: busy, set } = useBench();
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Found lines")}>
      <div className="flex items-center gap-1.5">
        <button
          className="btn btn-sm"
          title="Q"
          disabled={busy}
          onClick={() => void findLines(useBench.getState, photo)}
        >
          {busy ? say("Looking for lines …") : found ? say("Find anew") : say("Find lines (Q)")}
        </button>
        {busy && (
          <button
            className="btn btn-ghost btn-sm align-middle"
            onClick={() => {
              stopComputing();
              set({ finding: false });
            }}
          >
            {say("Cancel")}
          </button>
        )}
        {found && !busy && (
          <button className="btn btn-ghost btn-sm ml-auto" onClick={() => set({ found: null })}>
            {say("Put away")}
          </button>
        )}
      </div>
      {found && <Groups found={found} />}
    </section>
  );
}

function Groups({ found }: { found: FoundLines }) {
  const known = found.groups.filter((g) => g.kind !== "other");
  const rest = found.groups.find((g) => g.kind === "other")?.count ?? 0;
  if (!found.told)
    return (
      <p className="mt-1.5" role="status">
        {found.segments.length === 0
          ? say("No straight edges were found. Draw lines by hand.")
          : say(
              "{count} edges were found, but they do not agree on what is vertical: there is nothing to go by. Draw lines by hand.",
              { count: found.segments.length },
            )}
      </p>
    );
  return (
    <>
      <table className="mt-1.5 w-full" aria-label={say("Found groups")}>
        <tbody>
          {known.map((group) => (
            <GroupRow key={group.id} found={found} group={group} />
          ))}
        </tbody>
      </table>
      <p className="muted mt-1 text-[0.9rem]">
        {say("{rest} more run otherwise. Click a faint line on the picture to take it alone.", { rest })}
      </p>
    </>
  );
}

function GroupRow({ found, group }: { found: FoundLines; group: SegmentGroup }) {
  const bench = useBench();
  const { lines } = bench.recipe;
  const open = openIn(found, group, lines);
  const counts = countsIn(found, group, lines);
  const taken = group.count - open.length;
  const name = group.kind === "plumb" ? say("Plumbs") : say("Wall {id}", { id: group.id.slice(5) });
  return (
    <tr className="text-right" data-group={group.id}>
      <td className="py-0.5 text-left">
        <span className="bubble mr-1.5" data-kind={group.kind} aria-hidden>
          {group.kind === "plumb" ? "│" : "─"}
        </span>
        {name}
        {group.heading !== null && <span className="muted"> {turn(group.heading)}</span>}
      </td>
      <td title={say("Root mean square angle by which they miss one direction")}>
        {group.count} <span className="muted">± {fixed(group.spreadDeg, 2)}°</span>
      </td>
      <td className="w-0 whitespace-nowrap pl-2">
        {taken === 0 ? (
          <button
            className="btn btn-sm"
            aria-label={say("Take {name}", { name })}
            onClick={() => bench.edit(takeFound(found, group, bestOf(found, open, Math.max(...bench.size))))}
          >
            {say("Take {count}", { count: Math.min(TAKEN_AT_ONCE, open.length) })}
          </button>
        ) : (
          <>
            <label className="mr-1.5 inline-flex items-center gap-1 align-middle">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                aria-label={say("{name} count", { name })}
                checked={counts !== "none"}
                onChange={(e) => bench.edit(switchFound(found, group, e.target.checked))}
              />
              {taken}
            </label>
            <button
              className="btn btn-ghost btn-sm align-middle"
              aria-label={say("Leave {name}", { name })}
              onClick={() => bench.edit(leaveFound(found, group))}
            >
              {say("Leave")}
            </button>
          </>
        )}
      </td>
    </tr>
  );
}

const turn = (heading: number): string =>
  Math.abs(heading) < 0.5
    ? say("faces us")
    : `${fixed(Math.abs(heading), 0)}° ${heading > 0 ? say("right") : say("left")}`;
