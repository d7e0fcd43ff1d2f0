"use client";

import { say } from "@/language";
import { type KeyboardEvent, type PointerEvent, type SVGProps, memo, useState } from "react";
import { useBench } from "@/client/bench-store";
import { STRAIGHT, addCurvePoint, moveCurvePoint, removeCurvePoint, straightCurve } from "@/core/edits";
import { type FinishSettings, NO_FINISH, greyAfter } from "@/core/finish";
import { Fold } from "@/ui";

const WIDE = 280;
const HIGH = 150;
const ROOM = 8;
/** A press so near a point takes hold of it, units of the drawing. */
const REACH = 12;
/** Steps of the drawn curve. */
const STEPS = 70;

const placeOf = ([x, y]: readonly [number, number]): [number, number] => [
  ROOM + x * (WIDE - 2 * ROOM),
  HIGH - ROOM - y * (HIGH - 2 * ROOM),
];
const valueAt = (px: number, py: number): [number, number] => [
  (px - ROOM) / (WIDE - 2 * ROOM),
  (HIGH - ROOM - py) / (HIGH - 2 * ROOM),
];

/** The tone curve by its points: pressed on it gets one, which is dragged, or moved by the arrows; Delete takes it off. */
export const ToneCurve = memo(function ToneCurve({ own }: { own: FinishSettings["curve"] }) {
  const edit = useBench((s) => s.edit);
  const endGesture = useBench((s) => s.endGesture);
  const curve = own ?? STRAIGHT;
  const shape = { ...NO_FINISH, curve: [...curve] };
  const path = Array.from({ length: STEPS + 1 }, (_, i) =>
    placeOf([i / STEPS, Math.max(0, Math.min(1, greyAfter(i / STEPS, shape)))]),
  );
  const { held, ...hold } = useHeldPoint(curve);
  const onKey = (i: number) => (e: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
    const [x, y] = curve[i]!;
    const step = e.shiftKey ? 0.05 : 0.01;
    if (by) edit(moveCurvePoint(i, x + by[0]! * step, y + by[1]! * step), "finish curve keys");
    else if (e.key === "Delete" || e.key === "Backspace") edit(removeCurvePoint(i));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const addInMiddle = (): void => {
    const x = middleOfWidest(curve);
    edit(addCurvePoint(x, greyAfter(x, shape)));
  };
  return (
    <Fold id="tone-curve" title={say("Curve")} open={own !== undefined}>
      <div className="px-3.5 pb-2">
        <svg
          viewBox={`0 0 ${WIDE} ${HIGH}`}
          className="ruled w-full cursor-crosshair touch-none border bg-base-200"
          role="group"
          aria-label={say("Tone curve, from dark to light")}
          data-testid="tone-curve"
          {...hold}
        >
          <Quarters />
          <path
            d={`M${path.map((p) => p.map((v) => v.toFixed(1)).join(" ")).join("L")}`}
            fill="none"
            strokeWidth={1.8}
            className="stroke-base-content"
          />
          {curve.map((p, i) => (
            <Point
              key={i}
              number={i + 1}
              at={p}
              held={i === held}
              onKeyDown={onKey(i)}
              onKeyUp={endGesture}
              onDoubleClick={() => edit(removeCurvePoint(i))}
            />
          ))}
        </svg>
        <div className="flex items-center justify-end gap-2 pt-1">
          <span className="muted grow text-[0.9rem]">{say("Press to add a point; twice on one takes it off.")}</span>
          <button className="btn btn-xs" onClick={addInMiddle}>
            {say("Add a point")}
          </button>
          {own && (
            <button className="btn btn-xs" onClick={() => edit(straightCurve())}>
              {say("Straighten")}
            </button>
          )}
        </div>
      </div>
    </Fold>
  );
});

type Curve = readonly (readonly [number, number])[];

/** The point that is held: one near the press, else a new one there. */
function useHeldPoint(curve: Curve) {
  const edit = useBench((s) => s.edit);
  const endGesture = useBench((s) => s.endGesture);
  const [held, setHeld] = useState<number | null>(null);
  const at = (e: PointerEvent<SVGSVGElement>): [number, number] => {
    const box = e.currentTarget.getBoundingClientRect();
    return [((e.clientX - box.left) * WIDE) / box.width, ((e.clientY - box.top) * HIGH) / box.height];
  };
  const down = (e: PointerEvent<SVGSVGElement>): void => {
    e.currentTarget.setPointerCapture(e.pointerId);
    const [px, py] = at(e);
    const near = curve.findIndex((p) => {
      const [x, y] = placeOf(p);
      return Math.hypot(x - px, y - py) < REACH;
    });
    if (near >= 0) return setHeld(near);
    const [x, y] = valueAt(px, py);
    edit(addCurvePoint(x, y), "finish curve");
    setHeld(curve.filter((p) => p[0] < x).length);
  };
  const move = (e: PointerEvent<SVGSVGElement>): void => {
    if (held === null) return;
    edit(moveCurvePoint(held, ...valueAt(...at(e))), "finish curve");
  };
  const up = (): void => {
    setHeld(null);
    endGesture();
  };
  return { held, onPointerDown: down, onPointerMove: move, onPointerUp: up, onPointerCancel: up };
}

/** The middle of the widest way between two points: it has room for one more. */
function middleOfWidest(curve: Curve): number {
  const widest = curve.slice(1).reduce((w, p, i) => (p[0] - curve[i]![0] > curve[w + 1]![0] - curve[w]![0] ? i : w), 0);
  return (curve[widest]![0] + curve[widest + 1]![0]) / 2;
}

/** Lines at the quarters of the drawing. */
const Quarters = () => (
  <>
    {[0.25, 0.5, 0.75].flatMap((v) => [
      <line
        key={`x${v}`}
        x1={placeOf([v, 0])[0]}
        x2={placeOf([v, 0])[0]}
        y1={ROOM}
        y2={HIGH - ROOM}
        className="stroke-base-300"
      />,
      <line
        key={`y${v}`}
        y1={placeOf([0, v])[1]}
        y2={placeOf([0, v])[1]}
        x1={ROOM}
        x2={WIDE - ROOM}
        className="stroke-base-300"
      />,
    ])}
  </>
);

interface PointParts extends Pick<SVGProps<SVGCircleElement>, "onKeyDown" | "onKeyUp" | "onDoubleClick"> {
  number: number;
  at: readonly [number, number];
  held: boolean;
}

function Point({ number, at, held, ...on }: PointParts) {
  const [x, y] = placeOf(at);
  const [from, to] = at.map((v) => `${Math.round(100 * v)} %`);
  return (
    <circle
      cx={x}
      cy={y}
      r={held ? 6 : 4.5}
      className="cursor-grab fill-base-100 stroke-base-content focus-visible:fill-base-content"
      strokeWidth={1.8}
      tabIndex={0}
      role="slider"
      aria-label={say("Point {number}: {from} becomes {to}", { number, from: from!, to: to! })}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(100 * at[1])}
      aria-valuetext={say("{from} becomes {to}", { from: from!, to: to! })}
      {...on}
    />
  );
}
