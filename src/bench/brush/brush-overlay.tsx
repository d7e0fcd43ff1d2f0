"use client";

import { useEffect, useRef } from "react";
import { useBench } from "@/client/bench-store";
import { DAB_HARDNESS } from "@/core/finish";
import type { Vec2 } from "@/core/geometry";
import { type Projection, onScreen, recordedAt } from "../marks/projection";
import type { OverlayParts } from "../tools/tool";
import { type BrushKind, radiusOf, resized, useBrush, useBrushSettings } from "./brush-state";

/** Corners of the brush's outline. */
const CORNERS = 28;
/** How much a turn of the wheel resizes the brush. */
const PER_DELTA = 0.0016;

type Context = CanvasRenderingContext2D;

/** What a brush draws under itself, such as what it would copy. */
export interface UnderBrush extends Pick<OverlayParts, "pictures" | "sheet" | "colours"> {
  readonly context: Context;
  readonly by: Projection;
  /** CSS pixels of the sheet, and pixels of the original. */
  readonly pointer: Vec2;
  readonly recorded: Vec2;
  /** Pixels of the original. */
  readonly radius: number;
  /** Pixels of the canvas to a CSS pixel. */
  readonly ratio: number;
}

/** A circle of the original as it lies on the screen. */
export function ring(projection: Projection, [x, y]: Vec2, radius: number): Vec2[] {
  return Array.from({ length: CORNERS }, (_, k): Vec2 | null => {
    const angle = (2 * Math.PI * k) / CORNERS;
    return onScreen(projection, [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]);
  }).filter((p) => p !== null);
}

export const pathOn = (by: Projection, points: readonly Vec2[]): Vec2[] =>
  points.map((p) => onScreen(by, p)).filter((p) => p !== null);

export function trace(context: Context, path: readonly Vec2[], closed: boolean): void {
  context.beginPath();
  path.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  if (closed) context.closePath();
}

/**
 * What follows the pointer while a brush is in hand: its outline, the stroke under it, and what it draws under itself. It is drawn by
 * itself, not with the sheet's marks, so that it keeps up with the pointer.
 */
export const brushOverlay = (kind: BrushKind, under?: (parts: UnderBrush) => void) =>
  function Overlay(parts: OverlayParts) {
    return <BrushOverlay {...parts} kind={kind} under={under} />;
  };

function BrushOverlay({
  element,
  projection,
  pictures,
  sheet,
  colours,
  kind,
  under,
}: OverlayParts & { kind: BrushKind; under: ((parts: UnderBrush) => void) | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
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
      drawBrush({ ...latest.current, context, target, pointer, sheet, pictures, ratio, kind, under });
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
      const bench = useBench.getState();
      resized(Math.exp(-event.deltaY * PER_DELTA), bench.size, kind);
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
  }, [element, pictures, sheet, kind, under]);

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

interface Drawn extends Pick<OverlayParts, "projection" | "colours" | "sheet" | "pictures"> {
  context: Context;
  target: HTMLCanvasElement;
  /** CSS pixels of the sheet; null: it is elsewhere. */
  pointer: Vec2 | null;
  ratio: number;
  kind: BrushKind;
  under: ((parts: UnderBrush) => void) | undefined;
}

/** Draws the brush where the pointer is, and the stroke that it is drawing. */
function drawBrush({
  context,
  target,
  projection: by,
  colours: ink,
  pointer,
  sheet,
  pictures,
  ratio,
  kind,
  under,
}: Drawn): void {
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.clearRect(0, 0, sheet[0], sheet[1]);
  const { size, view } = useBench.getState();
  const set = useBrush.getState();
  const recorded = pointer && recordedAt(by, pointer);
  // Cleared, Chromium has been seen to show what it drew some frames before: where nothing is to be seen, nothing is there.
  target.hidden = view !== "corrected" || (!recorded && !set.running);
  if (target.hidden) return;
  const radius = radiusOf(set, size, kind);
  const hardness = kind === "dab" ? DAB_HARDNESS : useBrushSettings.getState().hardness;
  const { running } = set;
  if (recorded && pointer) under?.({ context, by, pointer, recorded, radius, ratio, sheet, pictures, colours: ink });
  if (running) {
    context.lineCap = context.lineJoin = "round";
    const path = pathOn(by, running.points);
    if (running.kind !== "graft") {
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
  if (hardness < 0.95) outlined(context, ring(by, recorded, radius * hardness), ink.ink, ink.halo, [2, 4]);
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
