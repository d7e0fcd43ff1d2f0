"use client";

import { Rect } from "react-konva";
import type { Rect as Area, Vec2 } from "@/core/geometry";
import type { SheetColours } from "../marks/colours";
import { MARGIN } from "../marks/layout";

/** Side of the magnifier on screen, CSS pixels, and how much it enlarges pixels of the plane. */
export const MAGNIFIER = { side: 176, scale: 4 } as const;

/** Where the magnifier goes: beside the pointer, on the side where there is room. */
export function magnifierPlace([px, py]: Vec2, [width, height]: Vec2): Area {
  const { side } = MAGNIFIER;
  const x = px + 36 + side < width ? px + 36 : px - 36 - side;
  const y = py - 36 - side > MARGIN.top ? py - 36 - side : Math.min(py + 36, height - side - 8);
  return [Math.round(Math.max(MARGIN.left, x)), Math.round(Math.max(MARGIN.top, y)), side, side];
}

/** Takes the marks of a layer away where the magnifier lies; to stand last in the layer. */
export function MagnifierHole({ place: [x, y, width, height] }: { place: Area }) {
  return (
    <Rect {...{ x, y, width, height }} fill="black" globalCompositeOperation="destination-out" listening={false} />
  );
}

/** The frame and cross-hair of the magnifier; the picture under it is drawn by the picture's view. */
export function MagnifierMark({
  place: [x, y, w, h],
  path,
  colours,
}: {
  place: Area;
  path: readonly Vec2[];
  colours: SheetColours;
}) {
  const [cx, cy] = [w / 2, h / 2];
  const cross = `M0 ${cy}H${cx - 10}M${cx + 10} ${cy}H${w}M${cx} 0V${cy - 10}M${cx} ${cy + 10}V${h}`;
  return (
    <svg
      className="pointer-events-none absolute"
      style={{ left: x, top: y, boxShadow: `0 0 0 1.5px ${colours.ink}, 0 0 0 4px ${colours.halo}` }}
      width={w}
      height={h}
      data-testid="magnifier"
      aria-hidden
    >
      <polyline
        points={path.map((p) => p.join(",")).join(" ")}
        fill="none"
        stroke={colours.plumb}
        strokeWidth={1.4}
        opacity={0.85}
      />
      <path d={cross} stroke={colours.halo} strokeWidth={3} opacity={0.5} />
      <path d={cross} stroke={colours.ink} strokeWidth={1} />
      <rect x={4} y={h - 19} width={42} height={15} fill={colours.paper} opacity={0.85} />
      <text x={25} y={h - 7.5} textAnchor="middle" fontSize={11} fill={colours.ink}>
        400 %
      </text>
    </svg>
  );
}
