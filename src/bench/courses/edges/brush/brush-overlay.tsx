"use client";

import { useEffect, useRef } from "react";
import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { type Projection, onScreen, recordedAt } from "../../../sheet/projection";
import type { OverlayParts } from "../../../tools/tool";
import { radiusFor, resized, useBrush } from "./brush-state";
import { graftingFrom } from "./graft-source";

/** Corners of the brush's outline. */
const CORNERS = 28;
/** How much a turn of the wheel resizes the brush. */
const PER_DELTA = 0.0016;

type Context = CanvasRenderingContext2D;

/** A circle of the original as it lies on the screen. */
function ring(projection: Projection, [x, y]: Vec2, radius: number): Vec2[] {
  return Array.from({ length: CORNERS }, (_, k): Vec2 | null => {
    const angle = (2 * Math.PI * k) / CORNERS;
    return onScreen(projection, [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]);
  }).filter((p) => p !== null);
}

const pathOn = (by: Projection, points: readonly Vec2[]): Vec2[] =>
  points.map((p) => onScreen(by, p)).filter((p) => p !== null);

function trace(context: Context, path: readonly Vec2[], closed: boolean): void {
  context.beginPath();
  path.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  if (closed) context.closePath();
}

/**
 * What follows the pointer while a brush is in hand: its outline, the stroke under it, and for a graft what it would copy, in
 * place. It is drawn by itself, not with the sheet's marks, so that it keeps up with the pointer.
 */
export function BrushOverlay({ name, element, projection, pictures, sheet, colours }: OverlayParts) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const copy = useRef<HTMLCanvasElement | null>(null);
  const latest = useRef({ projection, colours });
  const drawn = useRef<() => void>(() => undefined);
  useEffect(() => {
    latest.current = { projection, colours };
    drawn.current();
  });

  useEffect(() => {
    const target = canvas.current;
    const context = target?.getContext("2d");
    if (!element || !target || !context) return;
    const ratio = window.devicePixelRatio || 1;
    let pointer: Vec2 | null = null;
    let asked = 0;

    const draw = (): void => {
      asked = 0;
      const { projection: by, colours: ink } = latest.current;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      context.clearRect(0, 0, sheet[0], sheet[1]);
      const { recipe, size, view } = useBench.getState();
      const set = useBrush.getState();
      const recorded = pointer && recordedAt(by, pointer);
      // Cleared, Chromium has been seen to show what it drew some frames before: where nothing is to be seen, nothing is there.
      target.hidden = view !== "corrected" || (!recorded && !set.running);
      if (target.hidden) return;
      const radius = radiusFor(set.radius, size);
      const { running } = set;
      if (set.source && name === "graft" && recorded) {
        const grafting = graftingFrom(recipe, size, by.map, set, running?.points[0] ?? recorded);
        const of = (p: Vec2): Vec2 | null => {
          const from = grafting?.(p);
          return from ? onScreen(by, from) : null;
        };
        preview(context, of, pointer!, recorded, by, radius);
        const at = of(recorded) ?? onScreen(by, set.source);
        if (at) cross(context, at, ink.ink, ink.halo);
      }
      if (running) {
        context.lineCap = context.lineJoin = "round";
        const path = pathOn(by, running.points);
        if (running.kind === "mend") {
          trace(context, path.length === 1 ? [path[0]!, path[0]!] : path, false);
          context.globalAlpha = 0.45;
          context.strokeStyle = ink.face;
          context.lineWidth = 2 * radius * by.view.scale;
          context.stroke();
          context.globalAlpha = 1;
        }
      }
      if (!recorded) return;
      outlined(context, ring(by, recorded, radius), ink.ink, ink.halo, []);
      if (set.hardness < 0.95) outlined(context, ring(by, recorded, radius * set.hardness), ink.ink, ink.halo, [2, 4]);
    };

    /** What would be copied, under the brush or along the stroke. */
    const preview = (
      onto: Context,
      of: (p: Vec2) => Vec2 | null,
      at: Vec2,
      recorded: Vec2,
      by: Projection,
      radius: number,
    ): void => {
      const from = of(recorded);
      const right = recordedAt(by, [at[0] + 4, at[1]]);
      const below = recordedAt(by, [at[0], at[1] + 4]);
      const [fr, fb] = [right && of(right), below && of(below)];
      if (!from || !fr || !fb) return;
      // What lies there, drawn as the plane has it here: the inverse of how the source turns with the place.
      const [a, b, c, d] = [(fr[0] - from[0]) / 4, (fr[1] - from[1]) / 4, (fb[0] - from[0]) / 4, (fb[1] - from[1]) / 4];
      const det = a * d - b * c;
      if (Math.abs(det) < 1e-3) return;
      copy.current ??= document.createElement("canvas");
      const layer = copy.current;
      if (layer.width !== target.width || layer.height !== target.height)
        [layer.width, layer.height] = [target.width, target.height];
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
      const [ox, oy] = [a * at[0] + c * at[1] - from[0], b * at[0] + d * at[1] - from[1]];
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
    };

    const ask = (): void => {
      asked ||= requestAnimationFrame(draw);
    };
    drawn.current = ask;
    const onMove = (event: PointerEvent): void => {
      const box = element.getBoundingClientRect();
      pointer = [event.clientX - box.left, event.clientY - box.top];
      useBrush.setState({ at: recordedAt(latest.current.projection, pointer) });
      ask();
    };
    const onLeave = (): void => {
      pointer = null;
      useBrush.setState({ at: null });
      ask();
    };
    const onWheel = (event: WheelEvent): void => {
      if (!event.altKey) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      resized(Math.exp(-event.deltaY * PER_DELTA), useBench.getState().size);
    };
    element.addEventListener("pointermove", onMove);
    element.addEventListener("pointerleave", onLeave);
    element.addEventListener("wheel", onWheel, { capture: true, passive: false });
    const letGo = useBrush.subscribe(ask);
    ask();
    return () => {
      cancelAnimationFrame(asked);
      element.removeEventListener("pointermove", onMove);
      element.removeEventListener("pointerleave", onLeave);
      element.removeEventListener("wheel", onWheel, { capture: true });
      letGo();
    };
  }, [element, name, pictures, sheet]);

  const ratio = typeof window === "undefined" ? 1 : window.devicePixelRatio || 1;
  return (
    <canvas
      ref={canvas}
      className="pointer-events-none absolute inset-0 h-full w-full"
      width={Math.round(sheet[0] * ratio)}
      height={Math.round(sheet[1] * ratio)}
      data-testid="brush"
      aria-hidden
    />
  );
}

function outlined(context: Context, path: readonly Vec2[], ink: string, halo: string, dash: number[]): void {
  trace(context, path, true);
  context.setLineDash([]);
  context.lineWidth = 3;
  context.globalAlpha = 0.6;
  context.strokeStyle = halo;
  context.stroke();
  context.globalAlpha = 1;
  context.setLineDash(dash);
  context.lineWidth = 1.25;
  context.strokeStyle = ink;
  context.stroke();
  context.setLineDash([]);
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
