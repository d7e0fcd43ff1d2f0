"use client";

import { say } from "@/language";
import { type DOMAttributes, type KeyboardEvent, type PointerEvent, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { View } from "@/client/picture/view";
import type { Size } from "@/core/geometry";
import { layGuide, moveGuide, takeGuideAway } from "@/core/edits";
import { type Guide, endsOf } from "@/core/recipe";
import type { PlaneMap } from "@/core/render";
import { fixed } from "@/ui";
import { newId } from "../../new-id";
import { MARGIN } from "../../marks/layout";
import { clungAt } from "./cling-guide";

/** A guide let go so near an edge clings to it, CSS pixels. */
const CLINGS = 6;
/** Depth of the rulers, from which guides are pulled, and of a guide's tab on them, CSS pixels. */
const RULER = 26;
const TAB = 24;

/** The rulers, and which guides are pulled from each. */
const STRIPS = [
  {
    way: "level",
    id: "ruler-across",
    words: say("Pull a level guide from here"),
    cursor: "cursor-row-resize",
    style: { left: MARGIN.left, right: 0, top: MARGIN.top - RULER, height: RULER },
  },
  {
    way: "standing",
    id: "ruler-down",
    words: say("Pull a standing guide from here"),
    cursor: "cursor-col-resize",
    style: { top: MARGIN.top, bottom: 0, left: MARGIN.left - RULER, width: RULER },
  },
] as const;

/** A guide being pulled; without an id it is a new one. */
interface Pulled {
  readonly id: string | null;
  readonly way: Guide["way"];
  /** Pixels of the plane. */
  readonly at: number;
}

/** Guides over the corrected picture: pulled from the rulers, moved by their tabs there, dropped back on the ruler to be rid of them. */
export function Guides({ map, view, sheet }: { map: PlaneMap; view: View; sheet: Size }) {
  const { recipe } = useBench();
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const axisOf = (way: Guide["way"]): 0 | 1 => (way === "standing" ? 0 : 1);
  const start = (way: Guide["way"]): number => (way === "standing" ? MARGIN.left : MARGIN.top);
  const screenOf = ({ way, at }: Pick<Guide, "way" | "at">): number => at * view.scale + view.shift[axisOf(way)];
  const planeAt = (e: PointerEvent<HTMLElement>, way: Guide["way"]): number => {
    const box = e.currentTarget.closest("[data-testid=sheet]")!.getBoundingClientRect();
    const screen = way === "standing" ? e.clientX - box.left : e.clientY - box.top;
    return (screen - view.shift[axisOf(way)]) / view.scale;
  };
  const down = (way: Guide["way"], id: string | null) => (e: PointerEvent<HTMLElement>) => {
    e.stopPropagation();
    if (e.button > 0) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    setPulled({ id, way, at: planeAt(e, way) });
  };
  const move = (e: PointerEvent<HTMLElement>): void => {
    e.stopPropagation();
    if (pulled) setPulled({ ...pulled, at: planeAt(e, pulled.way) });
  };
  const up = (e: PointerEvent<HTMLElement>): void => {
    e.stopPropagation();
    if (!pulled) return;
    setPulled(null);
    const { edit, own, recipe: now } = useBench.getState();
    const { id, way } = pulled;
    // Where it is let go, told by the event itself: on a busy page the last moves are not yet drawn.
    const dropped = { id, way, at: planeAt(e, way) };
    if (screenOf(dropped) < start(way)) return id === null ? undefined : edit(takeGuideAway(id));
    const edges = [
      ...now.lines.map((line) => endsOf(line)),
      ...(own.state === "found" ? own.proposal.segments.map(({ points }) => points) : []),
    ];
    const at = (e.altKey ? null : clungAt(dropped, edges, map, CLINGS / view.scale)) ?? dropped.at;
    const rounded = Math.round(at * 100) / 100;
    edit(id === null ? layGuide({ id: newId(), way, at: rounded }) : moveGuide(id, rounded));
  };
  const drop = (e: PointerEvent): void => {
    e.stopPropagation();
    setPulled(null);
  };
  const events = { onPointerMove: move, onPointerUp: up, onPointerCancel: drop };
  const guides = recipe.guides ?? [];
  const drawn: readonly Pulled[] = [
    ...guides.filter((g) => g.id !== pulled?.id),
    ...(pulled && screenOf(pulled) >= start(pulled.way) ? [pulled] : []),
  ];
  return (
    <>
      {drawn.map((guide) => (
        <GuideLine key={guide.id ?? "new"} way={guide.way} at={screenOf(guide)} sheet={sheet} />
      ))}
      <Strips down={(way) => down(way, null)} {...events} />
      {guides.map((guide) => {
        const at = screenOf(guide.id === pulled?.id ? { ...guide, at: pulled.at } : guide);
        const standing = guide.way === "standing";
        if (at < start(guide.way) || at > sheet[standing ? 0 : 1]) return null;
        return (
          <GuideGrip
            key={guide.id}
            guide={guide}
            at={at}
            onPointerDown={down(guide.way, guide.id)}
            onKeyDown={(e) => (e.key === "Escape" ? setPulled(null) : keyed(e, guide))}
            {...events}
          />
        );
      })}
    </>
  );
}

/** A guide that has the keys: the arrows move it, ten times as far with Shift; Delete takes it away. */
function keyed(e: KeyboardEvent, guide: Guide): void {
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[e.key];
  const away = e.key === "Delete" || e.key === "Backspace";
  if (by === undefined && !away) return;
  e.preventDefault();
  e.stopPropagation();
  const { edit } = useBench.getState();
  if (away) edit(takeGuideAway(guide.id));
  else edit(moveGuide(guide.id, guide.at + by! * (e.shiftKey ? 10 : 1)), `guide-${guide.id}`);
}

type PointerParts = Pick<DOMAttributes<HTMLElement>, "onPointerMove" | "onPointerUp" | "onPointerCancel">;

/** The rulers, from which new guides are pulled. */
const Strips = ({
  down,
  ...events
}: PointerParts & { down(way: Guide["way"]): (e: PointerEvent<HTMLElement>) => void }) =>
  STRIPS.map(({ way, id, words, cursor, style }) => (
    <div
      key={way}
      className={`absolute ${cursor}`}
      style={style}
      title={words}
      data-testid={id}
      onPointerDown={down(way)}
      {...events}
    />
  ));

interface GripParts extends PointerParts, Pick<DOMAttributes<HTMLElement>, "onPointerDown" | "onKeyDown"> {
  guide: Guide;
  /** Where it lies on the sheet, CSS pixels. */
  at: number;
}

/** A guide's tab on its ruler. */
function GuideGrip({ guide, at, ...on }: GripParts) {
  const standing = guide.way === "standing";
  return (
    <button
      className={`absolute grid touch-none place-items-end ${standing ? "cursor-col-resize justify-items-center" : "cursor-row-resize content-center"}`}
      style={
        standing
          ? { left: at - TAB / 2, top: MARGIN.top - TAB, width: TAB, height: TAB }
          : { top: at - TAB / 2, left: MARGIN.left - TAB, width: TAB, height: TAB }
      }
      aria-label={
        standing
          ? say("Standing guide at {at} pixels: drag, arrow keys, Delete", { at: fixed(guide.at, 1) })
          : say("Level guide at {at} pixels: drag, arrow keys, Delete", { at: fixed(guide.at, 1) })
      }
      onBlur={() => useBench.getState().endGesture()}
      {...on}
    >
      <GuideTab standing={standing} />
    </button>
  );
}

/** One pixel of ink with a light one beside it: seen on any ground. */
function GuideLine({ way, at, sheet }: { way: Guide["way"]; at: number; sheet: Size }) {
  const standing = way === "standing";
  if (at < (standing ? MARGIN.left : MARGIN.top) || at > sheet[standing ? 0 : 1]) return null;
  return (
    <div
      className="pointer-events-none absolute"
      data-testid="guide"
      style={{
        ...(standing
          ? { left: at - 0.5, top: MARGIN.top, width: 1, height: sheet[1] - MARGIN.top }
          : { top: at - 0.5, left: MARGIN.left, height: 1, width: sheet[0] - MARGIN.left }),
        background: "var(--guide)",
        boxShadow: standing ? "1px 0 var(--guide-halo)" : "0 1px var(--guide-halo)",
      }}
    />
  );
}

const GuideTab = ({ standing }: { standing: boolean }) => (
  <svg width={standing ? 11 : 12} height={standing ? 12 : 11} viewBox="0 0 12 12" aria-hidden="true">
    <path d={standing ? "M1 0h10v6l-5 6l-5 -6z" : "M0 1v10h6l6 -5l-6 -5z"} fill="var(--guide)" />
  </svg>
);
