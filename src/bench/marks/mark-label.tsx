"use client";

import { Text } from "react-konva";
import { FONT } from "./ruler";

/** A mark's name beside it, readable over any picture. */
export function MarkLabel({
  x,
  y,
  text,
  colour,
  halo,
  size = 14,
}: {
  x: number;
  y: number;
  text: string;
  colour: string;
  halo: string;
  size?: number;
}) {
  return (
    <Text
      x={x}
      y={y}
      text={text}
      fontSize={size}
      fontStyle="600"
      fontFamily={FONT}
      fill={colour}
      stroke={halo}
      strokeWidth={3}
      fillAfterStrokeEnabled
    />
  );
}
