"use client";

import { useMemo } from "react";
import { Shape } from "react-konva";
import { type View, toPlane } from "@/client/picture/view";
import type { Size } from "@/core/geometry";
import { type CompiledMap, stretchAt, worstStretch } from "@/core/render";
import { fixed } from "@/ui";
import type { SheetColours } from "../marks/colours";
import { FONT } from "../marks/ruler";

/** Side of a cell, CSS pixels. */
const CELL = 14;
/** Steps of the map: from this factor on a cell is shaded, each step darker. */
const STEPS = [1.15, 1.4, 1.75, 2.2, 3];

/** How far the correction stretches the picture, cell by cell, and where it does most. */
export function StretchMap({
  map,
  view,
  sheet,
  colours,
  beyond,
}: {
  map: CompiledMap;
  view: View;
  sheet: Size;
  colours: SheetColours;
  /** Where it is stretched more than this its sharpness is not wholly given back: those cells are crossed out. Null: nothing is said of that. */
  beyond: number | null;
}) {
  const cells = useMemo(() => {
    const found: { x: number; y: number; step: number; lost: boolean }[] = [];
    for (let y = 0; y < sheet[1]; y += CELL)
      for (let x = 0; x < sheet[0]; x += CELL) {
        const factor = stretchAt(map, toPlane(view, [x + CELL / 2, y + CELL / 2]), map.size);
        const step = factor === null ? -1 : STEPS.filter((s) => factor >= s).length - 1;
        if (factor !== null && step >= 0) found.push({ x, y, step, lost: beyond !== null && factor > beyond });
      }
    return found;
  }, [map, view, sheet, beyond]);
  const worst = useMemo(() => worstStretch(map), [map]);
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      sceneFunc={(context) => {
        for (const { x, y, step } of cells) {
          context.setAttr("globalAlpha", 0.16 + 0.13 * step);
          context.setAttr("fillStyle", colours.plumb);
          context.fillRect(x, y, CELL - 1, CELL - 1);
        }
        context.setAttr("globalAlpha", 0.85);
        context.setAttr("strokeStyle", colours.ink);
        context.setAttr("lineWidth", 1.2);
        context.beginPath();
        for (const { x, y, lost } of cells) {
          if (!lost) continue;
          context.moveTo(x + 3, y + 3);
          context.lineTo(x + CELL - 4, y + CELL - 4);
          context.moveTo(x + CELL - 4, y + 3);
          context.lineTo(x + 3, y + CELL - 4);
        }
        context.stroke();
        context.setAttr("globalAlpha", 1);
        if (worst.factor < STEPS[0]!) return;
        const [x, y] = [worst.at[0] * view.scale + view.shift[0], worst.at[1] * view.scale + view.shift[1]];
        context.setAttr("font", `600 15px ${FONT}`);
        context.setAttr("textAlign", x > sheet[0] / 2 ? "right" : "left");
        context.setAttr("textBaseline", y > sheet[1] / 2 ? "bottom" : "top");
        context.setAttr("lineWidth", 4);
        context.setAttr("strokeStyle", colours.halo);
        context.setAttr("fillStyle", colours.ink);
        const text = `${fixed(worst.factor, 1)}×`;
        context.strokeText(text, x, y);
        context.fillText(text, x, y);
      }}
    />
  );
}
