import { type Pane } from "@/client/picture/picture-view";
import { toPlane } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { type Recipe, endsOf } from "@/core/recipe";
import { type Projection, onScreen } from "../marks/projection";
import type { RunningMarks } from "../tools/tool";
import { MAGNIFIER } from "./magnifier";

/** Where the end that is held lies, pixels of the original. */
export function heldPlace({ lines }: Recipe, { held }: RunningMarks): Vec2 | null {
  const line = held && lines.find((l) => l.id === held.id);
  return line ? endsOf(line)[held.end] : null;
}

/** The stroke being drawn, as it runs through the magnifier. */
export function magnifierPath(pane: Pane, projection: Projection, drawing: readonly [Vec2, Vec2] | null): Vec2[] {
  if (!drawing) return [];
  return drawing.flatMap((p) => {
    const screen = onScreen(projection, p);
    if (!screen) return [];
    const [x, y] = toPlane(projection.view, screen);
    return [[(x - pane.plane[0]) * MAGNIFIER.scale, (y - pane.plane[1]) * MAGNIFIER.scale] as const];
  });
}
