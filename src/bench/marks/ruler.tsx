"use client";

import type { Context } from "konva/lib/Context";
import { memo } from "react";
import { Shape } from "react-konva";
import { fixed } from "@/ui";
import type { SheetColours } from "./colours";
import { MARGIN, rulerStep } from "./layout";

export const FONT = "'Barlow Semi Condensed', sans-serif";

interface Props {
  length: number;
  start: number;
  shift: number;
  /** Screen pixels to a unit of the ruler. */
  scale: number;
  /** Whether its unit is the metre, which is divided; else it is a pixel of the plane. */
  metres?: boolean;
  colours: SheetColours;
  across?: boolean;
}

/** Ticks more than this are not drawn. */
const MOST = 900;

/** A ruler along a margin, in pixels of the plane or in metres; one shape, so that it costs little while things move. */
export const Ruler = memo(function Ruler(props: Props) {
  return <Shape listening={false} perfectDrawEnabled={false} sceneFunc={(context) => drawRuler(context, props)} />;
});

function drawRuler(
  context: Context,
  { length, start, shift, scale, metres = false, colours, across = false }: Props,
): void {
  const step = rulerStep(scale, 70, metres ? 0.001 : 1);
  const minor = metres || step >= 10 ? step / 10 : 1;
  const digits = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  const first = Math.ceil((start - shift) / scale / minor);
  const last = Math.min(first + MOST, Math.floor((length - shift) / scale / minor));
  const perStep = Math.round(step / minor);
  const base = across ? MARGIN.top : MARGIN.left;
  context.setAttr("strokeStyle", colours.faint);
  context.setAttr("fillStyle", colours.faint);
  context.setAttr("lineWidth", 1);
  context.setAttr("font", `10.5px ${FONT}`);
  context.setAttr("textBaseline", "top");
  context.beginPath();
  for (let i = first; i <= last; i++) {
    const at = Math.round(i * minor * scale + shift) + 0.5;
    const tick = i % perStep === 0 ? 9 : i % 5 === 0 ? 6 : 4;
    context.moveTo(across ? at : base, across ? base : at);
    context.lineTo(across ? at : base - tick, across ? base - tick : at);
  }
  context.stroke();
  for (let i = Math.ceil(first / perStep) * perStep; i <= last; i += perStep) {
    const at = Math.round(i * minor * scale + shift) + 0.5;
    const text = fixed(i * minor, digits);
    if (across) context.fillText(text, at + 3, base - 21);
    else {
      context.save();
      context.translate(base - 21, at - 4);
      context.rotate(-Math.PI / 2);
      context.fillText(text, 0, 0);
      context.restore();
    }
  }
}
