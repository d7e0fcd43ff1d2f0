"use client";

import { useMemo } from "react";
import { Arrow, Group, Line, Rect as Box } from "react-konva";
import type { View } from "@/client/picture/view";
import type { EdgesSettings } from "@/core/edges";
import type { Rect, Vec2 } from "@/core/geometry";
import type { RegionKind, Regions } from "@/core/render";
import type { SheetColours } from "../../../marks/colours";
import { MarkLabel } from "../../../marks/mark-label";
import { type Projection, onScreen } from "../../../marks/projection";
import { runsOf, seamsOf } from "./region-cells";

/** The colour of each kind. */
export const regionColours = (colours: SheetColours): Record<RegionKind, string> => ({
  sky: colours.sill,
  stands: colours.plumb,
  ground: colours.face,
  solid: colours.ink,
  untold: colours.taut,
});

/** What the gaps show, each kind in its colour, with the borders between them that can be pulled. */
export function RegionMarks({
  regions,
  frame,
  view: { scale, shift },
  colours,
}: {
  regions: Regions;
  frame: Rect;
  view: View;
  colours: SheetColours;
}) {
  const [runs, seams] = useMemo(() => [runsOf(regions), seamsOf(regions)], [regions]);
  const inks = regionColours(colours);
  const at = ([column, row]: Vec2): [number, number] => [
    (frame[0] + column * regions.cell[0]) * scale + shift[0],
    (frame[1] + row * regions.cell[1]) * scale + shift[1],
  ];
  const [left, top] = at([0, 0]);
  return (
    <Group clipX={left} clipY={top} clipWidth={frame[2] * scale} clipHeight={frame[3] * scale} listening={false}>
      {runs.map(({ kind, column, row, count }) => {
        const [x, y] = at([column, row]);
        // Whole pixels, so that rows meet.
        const [from, to] = [Math.round(y), Math.round(at([column, row + 1])[1])];
        return (
          <Box
            key={`${column} ${row}`}
            x={x}
            y={from}
            width={count * regions.cell[0] * scale}
            height={to - from}
            fill={inks[kind]}
            opacity={0.38}
          />
        );
      })}
      {[colours.halo, colours.ink].map((stroke, n) =>
        seams.map(([a, b]) => (
          <Line
            key={`${a.join()} ${b.join()} ${n}`}
            points={[...at(a), ...at(b)]}
            stroke={stroke}
            strokeWidth={n === 0 ? 4 : 2}
            lineCap="round"
          />
        )),
      )}
    </Group>
  );
}

/** The borders that were moved, each from where it was to where it is. */
export function MovedBorders({
  borders,
  projection,
  colours,
}: {
  borders: NonNullable<EdgesSettings["borders"]>;
  projection: Projection;
  colours: SheetColours;
}) {
  return borders.map(({ id, from, to }, i) => {
    const [a, b] = [onScreen(projection, from), onScreen(projection, to)];
    if (!a || !b) return null;
    return (
      <Group key={id} listening={false}>
        {[colours.halo, colours.ink].map((stroke, n) => (
          <Arrow
            key={stroke}
            points={[...a, ...b]}
            stroke={stroke}
            fill={stroke}
            strokeWidth={n === 0 ? 4 : 1.5}
            pointerLength={8}
            pointerWidth={7}
          />
        ))}
        <MarkLabel x={b[0] + 8} y={b[1] - 8} text={`B${i + 1}`} colour={colours.ink} halo={colours.halo} />
      </Group>
    );
  });
}
