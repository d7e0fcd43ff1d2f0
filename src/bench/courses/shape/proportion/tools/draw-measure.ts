import { say } from "@/language";
import type { KnownMeasure } from "@/core/shape/proportion";
import type { Size, Vec2 } from "@/core/geometry";
import { notify } from "@/ui";
import { type Projection, onScreen, recordedAt } from "../../../../marks/projection";
import { clickedPlaces, keyOnPlaces } from "../../../../tools/clicked-places";
import { reachOf } from "../../../../tools/line-gesture";
import {
  type At,
  type Gesture,
  type Hand,
  type Outcome,
  type Tool,
  later,
  letGo,
  select,
  taken,
} from "../../../../tools/tool";
import { newMeasure } from "../new-measure";
import { holdMeasurePlace, measureUnder } from "./hold-measure";

/** A measure smaller than this was not meant, CSS pixels. */
const SMALLEST = 12;
/** Places around a round thing that is drawn. */
const AROUND = 48;

/** The places of a shape drawn from one corner of the sheet to another; null where one of them was not recorded. */
function drawnPlaces(
  projection: Projection,
  kind: KnownMeasure["kind"],
  a: Vec2,
  b: Vec2,
  size: Size,
): readonly Vec2[] | null {
  const [x0, x1, y0, y1] = [Math.min(a[0], b[0]), Math.max(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  if (x1 - x0 < SMALLEST || y1 - y0 < SMALLEST) return null;
  const [cx, cy, rx, ry] = [(x0 + x1) / 2, (y0 + y1) / 2, (x1 - x0) / 2, (y1 - y0) / 2];
  const screen: Vec2[] =
    kind === "ellipse"
      ? Array.from({ length: AROUND }, (_, i) => {
          const t = (2 * Math.PI * i) / AROUND;
          return [cx + rx * Math.cos(t), cy + ry * Math.sin(t)] as const;
        })
      : [
          [x0, y0],
          [x1, y0],
          [x1, y1],
          [x0, y1],
        ];
  const recorded = screen.map((p) => recordedAt(projection, p));
  return recorded.every((p): p is Vec2 => isIn(p, size)) ? recorded : null;
}

/** Whether a place lies in the photo: the plane goes on beyond it. */
const isIn = (p: Vec2 | null, [w, h]: Size): p is Vec2 =>
  p !== null && p[0] >= 0 && p[1] >= 0 && p[0] <= w && p[1] <= h;

const refused = later(async () => notify(say("A measure must lie within the picture.")));

/** Clicked corners in the order in which a measure has them, however they were clicked: top left first, then clockwise. */
export function inOrder(projection: Projection, corners: readonly Vec2[]): readonly Vec2[] {
  const shown = corners.map((p) => ({ p, at: onScreen(projection, p) ?? p }));
  const middle = [0, 1].map((k) => shown.reduce((s, { at }) => s + at[k]!, 0) / shown.length);
  const angle = ({ at }: (typeof shown)[number]): number => Math.atan2(at[1] - middle[1]!, at[0] - middle[0]!);
  const around = [...shown].sort((a, b) => angle(a) - angle(b));
  const first = around.reduce((m, c, i) => (c.at[0] + c.at[1] < around[m]!.at[0] + around[m]!.at[1] ? i : m), 0);
  return around.map((_, i) => around[(first + i) % around.length]!.p);
}

/** What a tool that draws measures does: drawn from corner to corner, or clicked place by place. */
export function drawsMeasure(kind: "rectangle" | "grid" | "ellipse"): Pick<Tool, "down" | "onKey" | "hint"> {
  const needed = kind === "ellipse" ? 5 : 4;
  const made = (all: readonly Vec2[], reach: number, alt: boolean): readonly Outcome[] => [
    clickedPlaces([]),
    ...newMeasure(kind, all, reach, !alt),
  ];
  return {
    down: (at, hand) => {
      const held = hand.bench.places.length === 0 ? taken([holdMeasurePlace], at, hand) : null;
      return held ?? (at.recorded ? drawing(at, hand) : letGo(hand));
    },
    onKey: (key, { bench: { places } }) =>
      keyOnPlaces(key, places, () => (kind === "ellipse" && places.length >= needed ? made(places, 1, false) : [])),
    hint: ({ places: clicked }) => {
      const n = clicked.length;
      if (n === 0) return null;
      if (kind !== "ellipse") return say("{count} of four corners; Backspace takes one back.", { count: n });
      return n < needed
        ? say("{count} places so far; click on around the edge, five at least.", { count: n })
        : say("{count} places. Enter makes the measure, Backspace takes one back.", { count: n });
    },
  };

  function drawing(from: At, hand: Hand): Gesture {
    const { projection, bench } = hand;
    const reach = reachOf(hand);
    let to = from.screen;
    const shape = (): readonly Vec2[] | null => drawnPlaces(projection, kind, from.screen, to, bench.size);
    return {
      keeps: "map",
      move: ({ screen }) => {
        to = screen;
        return [];
      },
      up: (at) => {
        to = at.screen;
        if (at.far) {
          const all = shape();
          if (all) return made(all, reach, at.alt);
          const [w, h] = [Math.abs(to[0] - from.screen[0]), Math.abs(to[1] - from.screen[1])];
          return Math.min(w, h) < SMALLEST ? [] : [refused];
        }
        if (!isIn(from.recorded, bench.size)) return [refused];
        const clicked = [...bench.places, from.recorded];
        const under = bench.places.length === 0 ? measureUnder(at, hand) : null;
        if (under) return [select(under.id)];
        if (kind !== "ellipse" && clicked.length === needed) return made(inOrder(projection, clicked), reach, at.alt);
        return [clickedPlaces(clicked)];
      },
      marks: () => {
        const all = shape();
        return all ? { area: all } : {};
      },
    };
  }
}
