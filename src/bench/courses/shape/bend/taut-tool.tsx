import { say } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { drawTaut } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { newId } from "../../../new-id";
import { clickedPlaces, keyOnPlaces } from "../../../tools/clicked-places";
import { followEdge } from "../../../tools/follow-edge";
import { lineGesture } from "../../../tools/line-gesture";
import { type Tool, later, letGo, select, taken } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { useBend } from "./bend-state";
import { bendMarkUnder, holdTautEnd } from "./hold-mark";

/** Draws a taut line along the edge through places; where none runs, through the places themselves. */
async function drawAlong(bench: () => BenchState, photo: Photo, places: readonly Vec2[]): Promise<void> {
  const { versionId } = bench();
  const points = await followEdge(photo, places, (parts) => {
    const all = parts.flatMap((part, i) => part ?? [places[i]!, places[i + 1]!]);
    return all.filter((p, i) => i === 0 || p[0] !== all[i - 1]![0] || p[1] !== all[i - 1]![1]);
  });
  keep(bench, versionId, points && points.length > 1 ? points : places);
}

function keep(bench: () => BenchState, versionId: BenchState["versionId"], points: readonly Vec2[]): void {
  const { edit, set, versionId: now } = bench();
  if (now !== versionId) return;
  const id = newId();
  edit(drawTaut(id, points, useBend.getState().lock));
  set({ selected: id, selectedEnd: null, marks: true });
}

/** A line along something straight that the picture shows bowed or leaning: one stroke, or clicks and Enter. */
export const TAUT: Tool = {
  name: "taut-line",
  label: say("Taut"),
  words: say("Draw a taut line: a stroke along what is straight, or clicks and Enter (Alt: not along the edge)"),
  key: "[",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M2 12.5C6 8 12 8 16 12.5" strokeDasharray="2 2" />
      <path d="M2 5h14M2 3v4M16 3v4" />
    </>,
  ),
  down: (at, hand) => {
    const held = hand.bench.places.length === 0 ? taken([holdTautEnd], at, hand) : null;
    if (held) return held;
    if (!at.recorded) return letGo(hand);
    return lineGesture(hand, { on: "nothing" }, at.recorded, {
      kind: () => "taut",
      done: (ends, up) =>
        up.alt
          ? [later(async (bench) => keep(bench, bench().versionId, ends))]
          : [later((bench, photo) => drawAlong(bench, photo, ends))],
      click: (up) => {
        const { places } = hand.bench;
        const under = places.length === 0 ? bendMarkUnder(up, hand) : null;
        if (under) return [select(under)];
        return up.recorded ? [clickedPlaces([...places, up.recorded])] : [];
      },
    });
  },
  onKey: (key, { bench: { places } }) =>
    keyOnPlaces(key, places, () =>
      places.length < 2 ? [] : [clickedPlaces([]), later((bench, photo) => drawAlong(bench, photo, places))],
    ),
  hint: ({ places }) =>
    places.length === 0
      ? null
      : places.length === 1
        ? say("One place so far; click on along the edge.")
        : say("{count} places. Enter draws the line through them, Backspace takes one back.", { count: places.length }),
};
