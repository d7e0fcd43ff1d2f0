"use client";

import { useBench } from "@/client/bench-store";
import { angle } from "@/ui";
import type { Derived } from "../derived";
import { AttitudeInstrument } from "./attitude-instrument";

const plusMinus = (sigma: number | null): string =>
  sigma === null ? "" : `± ${sigma < 0.01 ? sigma.toFixed(3) : sigma.toFixed(2)}`;

const directed = (deg: number, positive: string, negative: string): string =>
  Math.abs(deg) < 0.005 ? "0.00°" : `${angle(Math.abs(deg))} ${deg > 0 ? positive : negative}`;

/** Which way the camera pointed, each angle with its uncertainty, and how much of it is taken out. */
export function AttitudePanel({ derived: { recipe, solution } }: { derived: Derived }) {
  const { edit, endGesture } = useBench();
  const { pitch, yaw, roll, ease, from } = recipe.attitude;
  const sigma = from === "lines" ? solution.sigma : { pitch: null, yaw: null, roll: null };
  const rows = [
    ["Pitch", directed(pitch, "up", "down"), plusMinus(sigma.pitch)],
    ["Yaw", directed(yaw, "right", "left"), plusMinus(sigma.yaw)],
    ["Roll", directed(roll, "cw", "ccw"), plusMinus(sigma.roll)],
  ] as const;
  const setEase = (plumb: number): void =>
    edit("Ease the verticals", (r) => void (r.attitude.ease.plumb = plumb), "ease");
  return (
    <section aria-label="Attitude">
      <h2 className="caps px-3.5 pt-2.5 pb-1.5">Attitude</h2>
      <div className="flex items-center gap-3 px-3.5 pb-2">
        <AttitudeInstrument pitch={pitch} roll={roll} />
        <dl className="grid grow grid-cols-[auto_1fr_3.2rem] gap-x-2.5 gap-y-0.5" data-testid="attitude">
          {rows.map(([name, value, spread]) => (
            <div key={name} className="contents">
              <dt className="muted">{name}</dt>
              <dd className="text-right font-semibold">{value}</dd>
              <dd className="muted">{spread}</dd>
            </div>
          ))}
        </dl>
      </div>
      <label className="grid grid-cols-[auto_1fr_3rem_auto] items-center gap-2.5 px-3.5 pb-3">
        <span className="muted">Ease</span>
        <input
          type="range"
          className="range range-xs w-full"
          min={0}
          max={100}
          value={Math.round(ease.plumb * 100)}
          aria-label="Ease: how much of the pitch is taken out, percent"
          onChange={(e) => setEase(Number(e.target.value) / 100)}
          onPointerUp={endGesture}
          onKeyUp={endGesture}
        />
        <span className="text-right font-semibold">{Math.round(ease.plumb * 100)} %</span>
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          disabled={ease.plumb === 1}
          onClick={() => {
            setEase(1);
            endGesture();
          }}
        >
          All
        </button>
      </label>
    </section>
  );
}
