"use client";

import { Circle, Line, Rect, Text } from "react-konva";
import { toScreen } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import type { Reference } from "./measuring-state";
import type { SheetColours } from "../../../marks/colours";
import { type Projection, pathOf } from "../../../marks/projection";
import { FONT } from "../../../marks/ruler";

const flat = (path: readonly Vec2[]): number[] => path.flatMap(([x, y]) => [x, y]);

/** A distance taped off, with ticks at its ends and what it reads. */
export function TapeMark({
  ends,
  words,
  projection,
  colours,
}: {
  ends: readonly [Vec2, Vec2];
  words: string;
  projection: Projection;
  colours: SheetColours;
}) {
  const path = pathOf(projection, ends);
  if (path.length < 2) return null;
  const [a, b] = [path[0]!, path.at(-1)!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const d = Math.hypot(dx, dy) || 1;
  const tick = ([x, y]: Vec2): number[] => [x - (dy / d) * 7, y + (dx / d) * 7, x + (dy / d) * 7, y - (dx / d) * 7];
  return (
    <>
      {[colours.halo, colours.ink].map((stroke, n) => (
        <Line key={stroke} points={flat(path)} stroke={stroke} strokeWidth={n === 0 ? 5 : 1.6} listening={false} />
      ))}
      {[a, b].map((end, i) => (
        <Line key={i} points={tick(end)} stroke={colours.ink} strokeWidth={2} listening={false} />
      ))}
      <Text
        x={(a[0] + b[0]) / 2 + 8}
        y={(a[1] + b[1]) / 2 - 18}
        text={words}
        fontSize={15}
        fontStyle="600"
        fontFamily={FONT}
        fill={colours.ink}
        stroke={colours.halo}
        strokeWidth={4}
        fillAfterStrokeEnabled
        listening={false}
      />
    </>
  );
}

/** A true square or circle, with a cross to move it by and a grip to size it by. */
export function ReferenceMark({
  reference: { kind, centre, half },
  projection: { view },
  colours,
}: {
  reference: Reference;
  projection: Projection;
  colours: SheetColours;
}) {
  const [x, y] = toScreen(view, centre);
  const r = half * view.scale;
  return (
    <>
      {[colours.halo, colours.taut].map((stroke, n) => {
        const shared = { stroke, strokeWidth: n === 0 ? 5 : 2, listening: false };
        return kind === "square" ? (
          <Rect key={stroke} x={x - r} y={y - r} width={2 * r} height={2 * r} {...shared} />
        ) : (
          <Circle key={stroke} x={x} y={y} radius={r} {...shared} />
        );
      })}
      <Line points={[x - 8, y, x + 8, y]} stroke={colours.taut} strokeWidth={1.6} listening={false} />
      <Line points={[x, y - 8, x, y + 8]} stroke={colours.taut} strokeWidth={1.6} listening={false} />
      <Rect
        x={x + r - 6}
        y={y + r - 6}
        width={12}
        height={12}
        fill={colours.halo}
        stroke={colours.taut}
        strokeWidth={2}
        listening={false}
      />
    </>
  );
}
