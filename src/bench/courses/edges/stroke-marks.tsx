"use client";

import { Group, Line } from "react-konva";
import type { Stroke } from "@/core/edges";
import { strokeNames } from "./stroke-names";
import type { SheetColours } from "../../marks/colours";
import { type Projection, onScreen } from "../../marks/projection";
import { MarkLabel } from "../../marks/mark-label";

/** The ways of the brushes' strokes, each with its name; the selected one with its width. */
export function StrokeMarks({
  strokes,
  selected,
  quiet,
  projection,
  colours,
}: {
  strokes: readonly Stroke[];
  selected: string | null;
  /** Only the selected one is marked: with a brush in hand what it has made is looked at. */
  quiet: boolean;
  projection: Projection;
  colours: SheetColours;
}) {
  const names = strokeNames(strokes);
  return strokes.map(({ id, kind, points, radius, on, outline }) => {
    const path = (outline ?? points).map((p) => onScreen(projection, p)).filter((p) => p !== null);
    const [first] = path;
    if (!first || (quiet && id !== selected)) return null;
    const flat = (path.length === 1 ? [first, first] : path).flatMap(([x, y]) => [x, y]);
    const colour = kind === "mend" ? colours.face : colours.taut;
    const chosen = id === selected;
    return (
      <Group key={id} opacity={on ? 1 : 0.45}>
        {chosen && (
          <Line
            points={flat}
            closed={outline !== undefined}
            {...(outline && { fill: colour })}
            stroke={colour}
            opacity={0.25}
            strokeWidth={outline ? 0 : 2 * radius * projection.view.scale}
            lineCap="round"
            lineJoin="round"
          />
        )}
        {[colours.halo, colour].map((stroke, n) => (
          <Line
            key={stroke}
            points={flat}
            closed={outline !== undefined}
            stroke={stroke}
            strokeWidth={n === 0 ? 4 : chosen ? 2.5 : 1.5}
            dash={n === 0 ? [] : kind === "mend" ? [1, 4] : [5, 3]}
            lineCap="round"
            lineJoin="round"
          />
        ))}
        <MarkLabel
          x={first[0] + 6}
          y={first[1] - 18}
          text={names.get(id)!}
          colour={colour}
          halo={colours.halo}
          size={13}
        />
      </Group>
    );
  });
}
