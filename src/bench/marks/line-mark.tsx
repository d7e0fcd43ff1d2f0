"use client";

import { Circle, Group, Line as KonvaLine, Rect } from "react-konva";
import type { Vec2 } from "@/core/geometry";
import type { Line } from "@/core/recipe";
import type { SheetColours } from "./colours";

/** Colour, line style and end mark together tell a line's kind. */
const STYLES = {
  plumb: { dash: [] as number[], round: true },
  sill: { dash: [12, 3, 3, 3], round: false },
  taut: { dash: [7, 5], round: false },
};

interface Props {
  path: readonly Vec2[];
  kind: Line["kind"];
  on: boolean;
  selected: boolean;
  /** The end that the keys would move. */
  end: 0 | 1 | null;
  colours: SheetColours;
}

/** A line over the picture, with a halo so that it shows on any ground, and its ends. */
export function LineMark({ path, kind, on, selected, end, colours }: Props) {
  if (path.length < 2) return null;
  const points = path.flatMap((p) => [p[0], p[1]]);
  const { dash, round } = STYLES[kind];
  const colour = colours[kind];
  const ends = [path[0]!, path[path.length - 1]!];
  return (
    <Group opacity={on ? 1 : 0.45} listening={false}>
      <KonvaLine
        points={points}
        stroke={colours.halo}
        strokeWidth={selected ? 5.5 : 4}
        opacity={0.65}
        lineCap="round"
      />
      <KonvaLine points={points} stroke={colour} strokeWidth={selected ? 2.6 : 1.8} dash={on ? dash : [2, 5]} />
      {ends.map(([x, y], i) => {
        const chosen = selected && (end === null || end === i);
        const shared = {
          fill: chosen ? colour : colours.halo,
          stroke: chosen ? colours.halo : colour,
          strokeWidth: chosen ? 1.5 : 2,
        };
        const r = selected ? 5.5 : 4.5;
        return round ? (
          <Circle key={i} x={x} y={y} radius={r} {...shared} />
        ) : (
          <Rect key={i} x={x - r} y={y - r} width={2 * r} height={2 * r} {...shared} />
        );
      })}
    </Group>
  );
}

/** Places clicked along an edge, not yet a line: a tick for each and the way between. */
export function ClickedMark({ path, colours }: { path: readonly Vec2[]; colours: SheetColours }) {
  const points = path.flatMap((p) => [p[0], p[1]]);
  return (
    <Group listening={false}>
      <KonvaLine points={points} stroke={colours.halo} strokeWidth={3.5} opacity={0.65} />
      <KonvaLine points={points} stroke={colours.taut} strokeWidth={1.4} dash={[2, 4]} />
      {path.map(([x, y], i) => (
        <Circle key={i} x={x} y={y} radius={3.5} fill={colours.halo} stroke={colours.taut} strokeWidth={2} />
      ))}
    </Group>
  );
}
