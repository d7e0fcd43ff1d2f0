"use client";

import { useMemo } from "react";
import { Group, Line } from "react-konva";
import type { FillInfo } from "@/core/contract";
import type { View } from "@/client/picture/view";
import type { Rect } from "@/core/geometry";
import type { SheetColours } from "../../marks/colours";

interface Props {
  doubtful: NonNullable<FillInfo["doubtful"]>;
  frame: Rect;
  view: View;
  colours: SheetColours;
}

/** What of a fill may be off, hatched: one stroke across each cell, so that those of neighbours meet. */
export function DoubtMarks({ doubtful: { cell, places }, frame, view, colours }: Props) {
  const strokes = useMemo(() => places.flatMap(({ cells }) => joined(cells)), [places]);
  const { scale, shift } = view;
  const at = (column: number, row: number): number[] => [
    (frame[0] + column * cell[0]) * scale + shift[0],
    (frame[1] + row * cell[1]) * scale + shift[1],
  ];
  const [left, top] = at(0, 0);
  const hatch = strokes.map(({ from: [column, row], count }) => {
    const points = [...at(column, row + 1), ...at(column + count, row + 1 - count)];
    return [colours.halo, colours.ink].map((stroke, n) => (
      <Line
        key={`${column} ${row} ${n}`}
        points={points}
        stroke={stroke}
        strokeWidth={n === 0 ? 3 : 1}
        opacity={n === 0 ? 0.6 : 1}
        listening={false}
      />
    ));
  });
  // The last cells reach beyond the frame.
  return (
    <Group clipX={left!} clipY={top!} clipWidth={frame[2] * scale} clipHeight={frame[3] * scale}>
      {hatch}
    </Group>
  );
}

/** Cells that follow each other up to the right, as one stroke each. */
function joined(cells: readonly (readonly [number, number])[]) {
  const all = new Set(cells.map(([column, row]) => `${column} ${row}`));
  return cells
    .filter(([column, row]) => !all.has(`${column - 1} ${row + 1}`))
    .map((from) => {
      let count = 1;
      while (all.has(`${from[0] + count} ${from[1] - count}`)) count++;
      return { from, count };
    });
}
