"use client";

import { tell } from "@/core/language";
import { say } from "@/language";
import { type PointerEvent, useRef } from "react";
import { useBench } from "@/client/bench-store";
import { setAngles } from "@/core/edits";

/** Degrees of pitch from the middle of the instrument to its rim. */
const RANGE = 30;
const RADIUS = 46;
/** Beyond this from the middle the rim is taken hold of. */
const RIM = 32;
/** The horizon goes no further than this from the middle, so that some of both sides is always seen. */
const FURTHEST = 40;

/** A level seen from behind the camera: the ground rises and falls with pitch and leans with roll. */
export function AttitudeInstrument({ pitch, roll }: { pitch: number; roll: number }) {
  const bench = useBench();
  const grip = useRef<{ x: number; y: number; pitch: number; roll: number; rim: boolean; key: string } | null>(null);
  const at = (e: PointerEvent<SVGSVGElement>): { x: number; y: number } => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: ((e.clientX - box.left) / box.width) * 96 - 48, y: ((e.clientY - box.top) / box.height) * 96 - 48 };
  };
  const down = (e: PointerEvent<SVGSVGElement>): void => {
    const p = at(e);
    e.currentTarget.setPointerCapture(e.pointerId);
    grip.current = { ...p, pitch, roll, rim: Math.hypot(p.x, p.y) > RIM, key: `angle-${e.timeStamp}` };
  };
  // The rim turns the roll, the middle moves the horizon up and down.
  const move = (e: PointerEvent<SVGSVGElement>): void => {
    const g = grip.current;
    if (!g) return;
    const p = at(e);
    if (g.rim) {
      const turned = ((Math.atan2(p.y, p.x) - Math.atan2(g.y, g.x)) * 180) / Math.PI;
      const roll = g.roll - (turned - 360 * Math.round(turned / 360));
      bench.edit(setAngles(tell("Roll by hand"), bench.size, { roll }), g.key);
    } else {
      const pitch = g.pitch + ((p.y - g.y) / RADIUS) * RANGE;
      bench.edit(setAngles(tell("Pitch by hand"), bench.size, { pitch }), g.key);
    }
  };
  const up = (): void => {
    if (grip.current) bench.endGesture();
    grip.current = null;
  };
  const fall = Math.max(-FURTHEST, Math.min(FURTHEST, (pitch / RANGE) * RADIUS));
  const half = Math.sqrt(RADIUS * RADIUS - fall * fall);
  const ground = `M${-half} ${fall}A${RADIUS} ${RADIUS} 0 ${fall > 0 ? 0 : 1} 0 ${half} ${fall}Z`;
  return (
    <svg
      width={96}
      height={96}
      viewBox="-48 -48 96 96"
      role="img"
      aria-label={say("Attitude instrument: drag its middle for the pitch, its rim for the roll")}
      className="shrink-0 cursor-grab touch-none"
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
    >
      <circle r={RADIUS} className="fill-base-100 stroke-base-content" />
      <g transform={`rotate(${-roll})`}>
        <path d={ground} className="fill-base-300" />
        <path d={`M${-half} ${fall}H${half}`} stroke="var(--sill)" strokeWidth={1.6} />
        {[-20, -10, 10, 20].map((d) => {
          const y = fall - (d / RANGE) * RADIUS;
          return Math.abs(y) < RADIUS - 6 ? (
            <path key={d} d={`M${d % 20 ? -7 : -12} ${y}H${d % 20 ? 7 : 12}`} className="stroke-base-content/40" />
          ) : null;
        })}
      </g>
      <path d="M-16 0H-5M5 0H16M0-5V5" stroke="var(--plumb)" strokeWidth={2} />
      <path d={`M0 ${-RADIUS}v7`} className="stroke-base-content" />
    </svg>
  );
}
