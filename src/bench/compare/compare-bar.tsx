"use client";

import { say } from "@/language";
import { X } from "lucide-react";
import { useEffect, useState } from "react";
import { useBench } from "@/client/bench-store";
import { fixed } from "@/ui";
import type { Opened } from "../opened";
import { PACES, type Side, WAYS, type Way, endComparing, useCompare } from "./compare-state";
import { SideSelect, peekOf } from "./side-select";

const WORDS: Record<Way, string> = {
  hold: say("Hold"),
  blink: say("Blink"),
  wipe: say("Wipe"),
  beside: say("Side by side"),
  above: say("Above"),
  difference: say("Difference"),
};

const item =
  "h-6 rounded px-2 whitespace-nowrap aria-pressed:bg-primary aria-pressed:text-primary-content hover:bg-base-300 aria-pressed:hover:bg-primary";

/** Which two pictures are compared, and how. Pointer events stop here. */
export function CompareBar({ opened }: { opened: Opened }) {
  const { way, other } = useCompare();
  const { set } = useBench();
  const [first, setFirst] = useState<Side>({ kind: "now" });
  useEffect(() => () => useBench.getState().set({ peek: null }), []);
  const chooseFirst = (side: Side): void => {
    setFirst(side);
    set({ peek: peekOf(side) });
  };
  if (!way) return null;
  return (
    <div
      className="ruled absolute inset-x-2 top-2 z-10 mx-auto flex w-fit flex-wrap justify-center items-center gap-1 rounded-md border bg-base-100 p-1 shadow-md"
      role="toolbar"
      aria-label={say("Compare")}
      onPointerDown={(e) => e.stopPropagation()}
      onPointerMove={(e) => e.stopPropagation()}
      onPointerUp={(e) => e.stopPropagation()}
    >
      <SideSelect label={say("The first picture")} opened={opened} side={first} plain={false} onChange={chooseFirst} />
      <span className="px-1">{say("with")}</span>
      <SideSelect
        label={say("The other picture")}
        opened={opened}
        side={other}
        plain
        onChange={(side) => useCompare.setState({ other: side })}
      />
      <span className="ruled mx-1 h-5 border-l" />
      {WAYS.map((one) => (
        <button
          key={one}
          className={item}
          aria-pressed={way === one}
          onClick={() => useCompare.setState({ way: one, front: false })}
        >
          {WORDS[one]}
        </button>
      ))}
      <WayParts way={way} />
      <button className="btn btn-ghost btn-xs btn-square" aria-label={say("End comparing")} onClick={endComparing}>
        <X size={14} />
      </button>
    </div>
  );
}

/** What one way of comparing has to set besides. */
function WayParts({ way }: { way: Way }) {
  const { pace, edge } = useCompare();
  const hold = (front: boolean) => () => useCompare.setState({ front });
  return (
    <>
      {way === "hold" && (
        <button
          className="btn btn-xs"
          onPointerDown={hold(true)}
          onPointerUp={hold(false)}
          onPointerLeave={hold(false)}
        >
          {say("Hold for the other (O)")}
        </button>
      )}
      {way === "blink" && (
        <select
          className="select select-xs w-28"
          aria-label={say("Pace")}
          value={`${pace}`}
          onChange={(e) => useCompare.setState({ pace: e.target.value === "null" ? null : Number(e.target.value) })}
        >
          {PACES.map((ms) => (
            <option key={`${ms}`} value={`${ms}`}>
              {ms === null ? say("by O alone") : say("every {ms} s", { ms: fixed(ms / 1000, 1) })}
            </option>
          ))}
        </select>
      )}
      {way === "wipe" &&
        (
          [
            [say("standing"), 0],
            [say("level"), 90],
          ] as const
        ).map(([words, angle]) => (
          <button
            key={words}
            className="btn btn-xs"
            aria-pressed={edge.angle === angle}
            onClick={() => useCompare.setState({ edge: { ...edge, angle } })}
          >
            {words}
          </button>
        ))}
    </>
  );
}
