import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { type UnderBrush, pathOn, ring, trace } from "../../../brush/brush-overlay";
import { useBrush, useBrushSettings } from "../../../brush/brush-state";
import { onScreen, recordedAt } from "../../../marks/projection";
import { graftingFrom } from "./graft-source";

type Context = CanvasRenderingContext2D;

/** What is copied is put together here; one for all grafts. */
let copy: HTMLCanvasElement | null = null;

/** Shows what a graft would copy, in place, and where it copies it from. */
export function graftPreview(parts: UnderBrush): void {
  const { context, by, recorded, colours } = parts;
  const { recipe, size } = useBench.getState();
  const set = { ...useBrush.getState(), ...useBrushSettings.getState() };
  if (!set.source) return;
  const grafting = graftingFrom(recipe, size, by.map, set, set.running?.points[0] ?? recorded);
  const of = (p: Vec2): Vec2 | null => {
    const from = grafting?.(p);
    return from ? onScreen(by, from) : null;
  };
  copied(parts, of);
  const at = of(recorded) ?? onScreen(by, set.source);
  if (at) cross(context, at, colours.ink, colours.halo);
}

/** What would be copied, under the brush or along the stroke. */
function copied(
  { context: onto, by, pointer, recorded, radius, ratio, sheet, pictures }: UnderBrush,
  of: (p: Vec2) => Vec2 | null,
): void {
  const from = of(recorded);
  const right = recordedAt(by, [pointer[0] + 4, pointer[1]]);
  const below = recordedAt(by, [pointer[0], pointer[1] + 4]);
  const [fr, fb] = [right && of(right), below && of(below)];
  if (!from || !fr || !fb) return;
  // What lies there, drawn as the plane has it here: the inverse of how the source turns with the place.
  const [a, b, c, d] = [(fr[0] - from[0]) / 4, (fr[1] - from[1]) / 4, (fb[0] - from[0]) / 4, (fb[1] - from[1]) / 4];
  const det = a * d - b * c;
  if (Math.abs(det) < 1e-3) return;
  copy ??= document.createElement("canvas");
  const layer = copy;
  if (layer.width !== onto.canvas.width || layer.height !== onto.canvas.height)
    [layer.width, layer.height] = [onto.canvas.width, onto.canvas.height];
  const ink = layer.getContext("2d")!;
  ink.setTransform(ratio, 0, 0, ratio, 0, 0);
  ink.globalCompositeOperation = "source-over";
  ink.clearRect(0, 0, sheet[0], sheet[1]);
  const { running } = useBrush.getState();
  ink.fillStyle = ink.strokeStyle = "#000";
  ink.lineCap = ink.lineJoin = "round";
  ink.lineWidth = 2 * radius * by.view.scale;
  if (running && running.points.length > 1) {
    trace(ink, pathOn(by, running.points), false);
    ink.stroke();
  }
  trace(ink, ring(by, recorded, radius), true);
  ink.fill();
  ink.globalCompositeOperation = "source-in";
  ink.setTransform(ratio, 0, 0, ratio, 0, 0);
  ink.transform(d / det, -b / det, -c / det, a / det, 0, 0);
  const [ox, oy] = [a * pointer[0] + c * pointer[1] - from[0], b * pointer[0] + d * pointer[1] - from[1]];
  for (const picture of pictures()) {
    if (!picture || picture.hidden || picture.width === 0) continue;
    const box = { x: picture.offsetLeft, y: picture.offsetTop, w: picture.clientWidth, h: picture.clientHeight };
    ink.drawImage(picture, box.x + ox, box.y + oy, box.w, box.h);
    // Whatever comes after lies within what was drawn.
    ink.globalCompositeOperation = "source-atop";
  }
  onto.setTransform(1, 0, 0, 1, 0, 0);
  onto.drawImage(layer, 0, 0);
  onto.setTransform(ratio, 0, 0, ratio, 0, 0);
}

/** Marks the place that is copied. */
function cross(context: Context, [x, y]: Vec2, ink: string, halo: string): void {
  for (const [width, colour] of [
    [4, halo],
    [1.5, ink],
  ] as const) {
    context.beginPath();
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      context.moveTo(x + 4 * dx, y + 4 * dy);
      context.lineTo(x + 11 * dx, y + 11 * dy);
    }
    context.lineWidth = width;
    context.strokeStyle = colour;
    context.stroke();
  }
}
