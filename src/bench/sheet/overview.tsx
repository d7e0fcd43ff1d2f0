"use client";

import { Group, Line, Rect } from "react-konva";
import { type View, toPlane, toScreen } from "@/client/picture/view";
import { type Rect as Area, type Vec2, bounds } from "@/core/geometry";
import type { CompiledMap } from "@/core/render";
import type { SheetColours } from "../marks/colours";
import { fieldOf } from "../marks/layout";

/** The longer side of the overview, its room to the sheet's border, CSS pixels. */
const SIDE = 150;
const ROOM = 14;

/** Where on the whole plane the sheet looks: what the photo covers, the frame, its gaps, and what is in view. Only while not all of it is. */
export function Overview({
  map,
  view,
  sheet,
  colours,
}: {
  map: CompiledMap;
  view: View;
  sheet: Vec2;
  colours: SheetColours;
}) {
  const [fx, fy, fw, fh] = map.frame;
  const corners: Vec2[] = [
    [fx, fy],
    [fx + fw, fy + fh],
  ];
  const whole = bounds([...map.outline, ...corners]);
  const field = fieldOf(sheet);
  const [from, to] = [toPlane(view, [field[0], field[1]]), toPlane(view, [field[0] + field[2], field[1] + field[3]])];
  const shown: Area = [from[0], from[1], to[0] - from[0], to[1] - from[1]];
  const ends = [toScreen(view, [whole[0], whole[1]]), toScreen(view, [whole[0] + whole[2], whole[1] + whole[3]])];
  const inView =
    ends[0]![0] >= field[0] - 1 &&
    ends[0]![1] >= field[1] - 1 &&
    ends[1]![0] <= field[0] + field[2] + 1 &&
    ends[1]![1] <= field[1] + field[3] + 1;
  if (inView || map.outline.length < 3) return null;
  const scale = SIDE / Math.max(whole[2], whole[3]);
  const [w, h] = [whole[2] * scale, whole[3] * scale];
  const [x0, y0] = [sheet[0] - w - ROOM, sheet[1] - h - ROOM];
  const at = ([x, y]: Vec2): Vec2 => [(x - whole[0]) * scale, (y - whole[1]) * scale];
  const box = ([x, y, bw, bh]: Area) => {
    const [px, py] = at([x, y]);
    return { x: px, y: py, width: bw * scale, height: bh * scale };
  };
  return (
    <Group x={x0} y={y0} listening={false} clip={{ x: -6, y: -6, width: w + 12, height: h + 12 }}>
      <Rect x={-6} y={-6} width={w + 12} height={h + 12} fill={colours.paper} opacity={0.92} cornerRadius={3} />
      {/* What of the frame stays visible under the photo's outline are its gaps. */}
      <Rect {...box(map.frame)} fill={colours.plumb} opacity={0.55} />
      <Line points={map.outline.flatMap((p) => at(p))} closed fill={colours.faint} />
      <Rect {...box(map.frame)} stroke={colours.ink} strokeWidth={1.2} />
      <Rect {...box(shown)} stroke={colours.sill} strokeWidth={2} dash={[5, 3]} />
    </Group>
  );
}
