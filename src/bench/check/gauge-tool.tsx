import { say } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { type Vec2, distance2 } from "@/core/geometry";
import { newId } from "../new-id";
import { distanceToPath, onScreen } from "../marks/projection";
import { followEdge } from "../tools/follow-edge";
import { lineGesture, reachOf } from "../tools/line-gesture";
import { type Tool, later, letGo } from "../tools/tool";
import { toolIcon } from "../tools/tool-button";
import { layGauge, takeGauge, useGauges } from "./gauge-state";

/** A press so near a reading's line takes it away, CSS pixels. */
const REACH = 9;
/** How well a hand puts an end, screen pixels. */
const BY_HAND = 0.7;

/** What was followed leaves the straight way by no more than a lens bows an edge: a share of its length. */
const BOWED = 0.025;

/** Whether what was followed is an edge from one end to the other, and not whatever lies about. */
export function isAlong(points: readonly Vec2[], [a, b]: readonly [Vec2, Vec2]): boolean {
  const long = distance2(a, b);
  const off = ([x, y]: Vec2): number =>
    Math.abs((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / Math.max(1e-9, long);
  return points.length > 2 && points.every((p) => off(p) <= BOWED * long);
}

/** Along the edge between two places, where one runs. */
async function layAlong(
  bench: () => BenchState,
  photo: Photo,
  ends: readonly [Vec2, Vec2],
  placed: number,
): Promise<void> {
  const { versionId } = bench();
  const points = await followEdge(photo, ends, (parts) => parts[0] ?? null);
  if (bench().versionId === versionId)
    layGauge({ id: newId(), points: points && isAlong(points, ends) ? points : ends, placed });
}

/** In every course: tells how an edge stands in the corrected picture, and changes nothing. */
export const GAUGE: Tool = {
  name: "gauge",
  label: say("Gauge"),
  words: say("Gauge: lay it along an edge and read how true it is (Alt: not along the edge)"),
  key: "F6",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M2.5 15.5L15.5 15.5M2.5 15.5L13 4.5" />
      <path d="M9.6 15.5a7 7 0 0 0-2.2-5.1" />
    </>,
  ),
  hint: () => say("Draw along an edge to read how true it is; a press on a reading takes it away."),
  down: (at, hand) => {
    if (!at.recorded) return letGo(hand);
    const placed = BY_HAND * reachOf(hand);
    return lineGesture(hand, { on: "nothing" }, at.recorded, {
      kind: () => "taut",
      done: (ends, up) =>
        up.alt
          ? [later(async () => layGauge({ id: newId(), points: ends, placed }))]
          : [later((bench, photo) => layAlong(bench, photo, ends, placed))],
      click: ({ screen }) => {
        const under = [...useGauges.getState().gauges].reverse().find(({ points }) => {
          const path = points.map((p) => onScreen(hand.projection, p)).filter((p) => p !== null);
          return path.length > 1 && distanceToPath(path, screen) <= REACH;
        });
        return under ? [later(async () => takeGauge(under.id))] : [];
      },
    });
  },
};
