"use client";

import { Line, Rect, Text } from "react-konva";
import type { Face } from "@/core/recipe";
import type { SheetColours } from "../../marks/colours";
import { type Projection, faceOnScreen } from "../../marks/projection";
import { FONT } from "../../marks/ruler";

/** A face over the picture: ochre, hatched along its border, with corners to drag. */
export function FaceMark({
  face,
  name,
  projection,
  colours,
}: {
  face: Face;
  name: string;
  projection: Projection;
  colours: SheetColours;
}) {
  const outline = faceOnScreen(projection, face);
  if (outline.length < 4) return null;
  const points = outline.flatMap(([x, y]) => [x, y]);
  return (
    <>
      <Line points={points} closed stroke={colours.halo} strokeWidth={4} opacity={0.6} listening={false} />
      <Line
        points={points}
        closed
        stroke={colours.face}
        strokeWidth={2}
        dash={face.on ? [2, 2, 7, 2] : [2, 6]}
        listening={false}
      />
      {outline.map(([x, y], i) => (
        <Rect
          key={i}
          x={x}
          y={y}
          width={10}
          height={10}
          offsetX={5}
          offsetY={5}
          rotation={45}
          fill={face.on ? colours.face : colours.halo}
          stroke={face.on ? colours.halo : colours.face}
          strokeWidth={1.5}
          listening={false}
        />
      ))}
      <Text
        x={outline[0]![0] + 8}
        y={outline[0]![1] + 8}
        text={name}
        fontSize={14}
        fontStyle="600"
        fontFamily={FONT}
        fill={colours.face}
        listening={false}
      />
    </>
  );
}
