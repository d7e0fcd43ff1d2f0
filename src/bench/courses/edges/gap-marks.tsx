"use client";

import { put } from "@/language";
import { SIDE_WORDS } from "@/core/language";
import { useMemo } from "react";
import { Group, Line, Text } from "react-konva";
import type { View } from "@/client/picture/view";
import { gapsOf } from "@/core/render";
import type { Derived } from "../../derived";
import type { SheetColours } from "../../marks/colours";
import { type Projection, onScreen } from "../../marks/projection";
import { MarkLabel } from "../../marks/mark-label";
import { FONT } from "../../marks/ruler";

/** The photo's border within the frame, each gap's name, and the areas that a fill is drawn from or spares. */
export function GapMarks({
  derived,
  projection,
  colours,
}: {
  derived: Derived;
  projection: Projection;
  colours: SheetColours;
}) {
  const { map, recipe } = derived;
  const gaps = useMemo(() => gapsOf(recipe, map), [recipe, map]);
  const { view } = projection;
  const border = map.outline.flatMap((p) => placed(view, p));
  return (
    <>
      {gaps.length > 0 &&
        [colours.halo, colours.ink].map((stroke, n) => (
          <Line
            key={stroke}
            points={border}
            closed
            stroke={stroke}
            strokeWidth={n === 0 ? 2.5 : 1}
            dash={n === 0 ? [] : [2, 4]}
          />
        ))}
      {gaps.map(({ side, middle, share }) => {
        const [x, y] = placed(view, middle);
        return (
          <Text
            key={side}
            x={x! - 60}
            y={y! - 8}
            width={120}
            align="center"
            text={share < 0.002 ? "" : put(SIDE_WORDS[side])}
            fontSize={14}
            fontStyle="600"
            fontFamily={FONT}
            fill={colours.ink}
            stroke={colours.halo}
            strokeWidth={3}
            fillAfterStrokeEnabled
          />
        );
      })}
      {(recipe.edges.sources ?? []).map(({ id, use, points, on }, i) => {
        const outline = points.flatMap((p) => onScreen(projection, p) ?? []);
        const colour = use === "from" ? colours.sill : colours.plumb;
        return (
          <Group key={id} opacity={on ? 1 : 0.4}>
            {[colours.halo, colour].map((stroke, n) => (
              <Line
                key={stroke}
                points={outline}
                closed
                stroke={stroke}
                strokeWidth={n === 0 ? 4 : 1.75}
                dash={n === 0 ? [] : use === "from" ? [8, 3] : [2, 3]}
              />
            ))}
            <MarkLabel
              x={(outline[0] ?? 0) + 6}
              y={(outline[1] ?? 0) + 4}
              text={`S${i + 1}`}
              colour={colour}
              halo={colours.halo}
            />
          </Group>
        );
      })}
    </>
  );
}

const placed = ({ scale, shift }: View, [x, y]: readonly [number, number]): number[] => [
  x * scale + shift[0],
  y * scale + shift[1],
];
