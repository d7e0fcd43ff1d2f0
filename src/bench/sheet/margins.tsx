"use client";

import { memo } from "react";
import { Circle, Group, Line, Rect, Text } from "react-konva";
import type { View } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { lengthUnit, useUnits } from "@/ui";
import type { SheetColours } from "../marks/colours";
import { MARGIN, spread } from "../marks/layout";
import { FONT, Ruler } from "../marks/ruler";

export interface Bubble {
  readonly id: string;
  readonly name: string;
  readonly kind: "plumb" | "sill";
  /** The upper (plumb) or left (sill) end of what is in sight of the line, or of the line where none of it is. */
  readonly end: Vec2;
  readonly inSight: boolean;
  readonly on: boolean;
  readonly selected: boolean;
}

interface Props {
  sheet: Vec2;
  view: View;
  bubbles: readonly Bubble[];
  /** Metres to a pixel of the plane, where the rulers read in metres or feet; null: in pixels. */
  perPixel: number | null;
  colours: SheetColours;
}

/** The sheet's paper margins: rulers in pixels of the plane or in metres, and a bubble for every plumb and sill. */
export const Margins = memo(function Margins({ sheet: [width, height], view, bubbles, perPixel, colours }: Props) {
  useUnits();
  const ruler = {
    scale: view.scale * (perPixel === null ? 1 : lengthUnit().metres / perPixel),
    metres: perPixel !== null,
    colours,
  };
  const placed = placedBubbles(bubbles, [width, height]);
  return (
    <Group listening={false}>
      {placed
        .filter((b) => b.inSight)
        .map((b) => (
          <Leader key={b.id} bubble={b} colours={colours} />
        ))}
      <Rect x={0} y={0} width={width} height={MARGIN.top} fill={colours.paper} />
      <Rect x={0} y={0} width={MARGIN.left} height={height} fill={colours.paper} />
      <Line
        points={[MARGIN.left, height, MARGIN.left, MARGIN.top, width, MARGIN.top]}
        stroke={colours.faint}
        strokeWidth={1}
      />
      <Ruler length={width} start={MARGIN.left} shift={view.shift[0]} across {...ruler} />
      <Ruler length={height} start={MARGIN.top} shift={view.shift[1]} {...ruler} />
      <Rect x={0} y={0} width={MARGIN.left} height={MARGIN.top} fill={colours.paper} />
      <Text
        x={4}
        y={MARGIN.top - 15}
        width={MARGIN.left - 8}
        align="right"
        text={perPixel === null ? "px" : lengthUnit().unit}
        fontSize={10.5}
        fontFamily={FONT}
        fill={colours.faint}
      />
      {placed.map((b) => (
        <BubbleMark key={b.id} bubble={b} colours={colours} />
      ))}
    </Group>
  );
});

/** Middle of the bubbles' row in the top margin, and of their column in the left one, CSS pixels. */
const ROW = 17;
/** Bubbles are this far apart at least. */
const APART = 25;

interface Placed extends Bubble {
  readonly at: Vec2;
}

/** Every bubble in its margin beside its line; those that would overlap are spread, those out of sight stay at the end. */
function placedBubbles(bubbles: readonly Bubble[], [width, height]: Vec2): Placed[] {
  const plumbs = bubbles.filter((b) => b.kind === "plumb");
  const sills = bubbles.filter((b) => b.kind === "sill");
  const wanted = (all: readonly Bubble[], axis: 0 | 1) => all.map((b) => b.end[axis]);
  const across = spread(wanted(plumbs, 0), APART, MARGIN.left + 13, width - 14);
  const down = spread(wanted(sills, 1), APART, MARGIN.top + 13, height - 14);
  return [
    ...plumbs.map((b, i): Placed => ({ ...b, at: [across[i]!, ROW] })),
    ...sills.map((b, i): Placed => ({ ...b, at: [ROW, down[i]!] })),
  ];
}

/** From the bubble to the line's end: square to the margin while over the ruler, then to the end. */
function Leader({ bubble: { kind, end, at, selected }, colours }: { bubble: Placed; colours: SheetColours }) {
  // Many lines have many leaders: only the selected one's is to be seen before the picture.
  const opacity = selected ? 0.9 : 0.4;
  const knee = kind === "plumb" ? [at[0], MARGIN.top] : [MARGIN.left, at[1]];
  return (
    <Line points={[...at, ...knee, ...end]} stroke={colours[kind]} strokeWidth={1} dash={[2, 3]} opacity={opacity} />
  );
}

function BubbleMark({ bubble, colours }: { bubble: Placed; colours: SheetColours }) {
  const { kind, at, name, on, selected, inSight } = bubble;
  const colour = colours[kind];
  const shared = { fill: selected ? colour : colours.paper, stroke: colour, strokeWidth: 1.6 };
  return (
    <Group x={at[0]} y={at[1]} opacity={(on ? 1 : 0.5) * (inSight ? 1 : 0.4)}>
      {kind === "plumb" ? (
        <Circle radius={11} {...shared} />
      ) : (
        <Rect x={-11} y={-11} width={22} height={22} cornerRadius={3} {...shared} />
      )}
      <Text
        x={-14}
        y={-6}
        width={28}
        align="center"
        text={name}
        fontSize={13}
        fontStyle="600"
        fontFamily={FONT}
        fill={selected ? colours.paper : colour}
      />
    </Group>
  );
}
