"use client";

import { useMemo } from "react";
import { Shape } from "react-konva";
import { type View, toPlane, toScreen } from "@/client/picture/view";
import type { Size, Vec2 } from "@/core/geometry";
import { useGrid } from "./grid-state";
import type { SheetColours } from "../marks/colours";
import { type Projection, onScreen } from "../marks/projection";

const PARTS = 40;

interface Props {
  projection: Projection;
  size: Size;
  sheet: Size;
  asShot: boolean;
  colours: SheetColours;
}

/** A grid over the picture: level and plumb on the corrected one; on the one as shot, a straight grid as the lens bends it. */
export function GridMark({ projection, size, sheet, asShot, colours }: Props) {
  const { view } = projection;
  const { across, aside, opacity, colour } = useGrid();
  const [right, down] = aside;
  const longer = Math.max(...size);
  const step = longer / across;
  const [cx, cy] = [size[0] / 2 + right * step, size[1] / 2 + down * step];
  // What moves the picture under a level grid does not move the grid.
  const level = useMemo(
    () => (asShot ? null : levelLines(view, step, [cx, cy], sheet)),
    [asShot, view, step, cx, cy, sheet],
  );
  const lines = level ?? gridAsShot(projection, size, step, [cx, cy]);
  const ink = { plain: colours.ink, red: colours.plumb, green: colours.sill }[colour];
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      opacity={opacity}
      sceneFunc={(context) => {
        context.setAttr("lineWidth", 1);
        // Once light, half a pixel aside, and once dark over it: seen on any ground.
        for (const [aside, colour] of [
          [0.5, colours.halo],
          [0, ink],
        ] as const) {
          context.setAttr("strokeStyle", colour);
          context.beginPath();
          for (const points of lines)
            for (let j = 0; j < points.length; j += 2)
              if (j === 0) context.moveTo(points[0]! + aside, points[1]! + aside);
              else context.lineTo(points[j]! + aside, points[j + 1]! + aside);
          context.stroke();
        }
      }}
    />
  );
}

function levelLines(view: View, step: number, [cx, cy]: Vec2, [width, height]: Size): number[][] {
  const [x0, y0] = toPlane(view, [0, 0]);
  const [x1, y1] = toPlane(view, [width, height]);
  const found: number[][] = [];
  for (let i = Math.ceil((x0 - cx) / step); cx + i * step < x1; i++)
    found.push([...toScreen(view, [cx + i * step, y0]), ...toScreen(view, [cx + i * step, y1])]);
  for (let j = Math.ceil((y0 - cy) / step); cy + j * step < y1; j++)
    found.push([...toScreen(view, [x0, cy + j * step]), ...toScreen(view, [x1, cy + j * step])]);
  return found;
}

function gridAsShot(projection: Projection, size: Size, step: number, [cx, cy]: Vec2): number[][] {
  const { lens } = projection;
  // A little beyond the picture, since barrel draws more of the grid into it.
  const [halfX, halfY] = [size[0] * 0.56, size[1] * 0.56];
  const found: number[][] = [];
  const along = (from: Vec2, to: Vec2): void => {
    const path: number[] = [];
    for (let i = 0; i <= PARTS; i++) {
      const ideal: Vec2 = [from[0] + ((to[0] - from[0]) * i) / PARTS, from[1] + ((to[1] - from[1]) * i) / PARTS];
      if (lens.margin(ideal) <= 0) continue;
      const p = onScreen(projection, lens.distort(ideal));
      if (p) path.push(p[0], p[1]);
    }
    if (path.length > 2) found.push(path);
  };
  for (let i = -Math.floor(halfX / step); i * step <= halfX; i++)
    along([cx + i * step, cy - halfY], [cx + i * step, cy + halfY]);
  for (let j = -Math.floor(halfY / step); j * step <= halfY; j++)
    along([cx - halfX, cy + j * step], [cx + halfX, cy + j * step]);
  return found;
}
