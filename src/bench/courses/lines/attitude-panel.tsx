"use client";

import { named, tell } from "@/core/language";
import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { type Angle, easeOff, resetAngle, setAngles, solvedAttitude } from "@/core/edits";
import { Fold, NumberField, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { AttitudeInstrument } from "./attitude-instrument";

const NAMES: Record<Angle, string> = { pitch: say("Pitch"), yaw: say("Turn"), roll: say("Roll") };
const WORDS: Record<Angle, readonly [string, string]> = {
  pitch: [say("up"), say("down")],
  yaw: [say("right"), say("left")],
  roll: [say("clockwise"), say("anticlockwise")],
};

/** Which way the camera pointed, each angle with its uncertainty, set or trimmed by hand, and how much of it is taken out. */
export function AttitudePanel({ derived: { recipe, solution } }: { derived: Derived }) {
  const bench = useBench();
  const { attitude } = recipe;
  const solved = attitude.from === "lines" && solution.status === "solved";
  return (
    <section aria-label={say("Attitude")}>
      <Fold id="attitude" title={attitude.from === "by-hand" ? say("Attitude, by hand") : say("Attitude")}>
        <div
          className="flex items-center gap-2 px-3.5 pb-1"
          data-testid="attitude"
          data-angles={[attitude.pitch, attitude.yaw, attitude.roll].map((v) => v.toFixed(4)).join(" ")}
        >
          <AttitudeInstrument pitch={attitude.pitch} roll={attitude.roll} />
          <div className="min-w-0 grow">
            {(["pitch", "yaw", "roll"] as const).map((key) => {
              const value = attitude[key];
              const sigma = solved ? solution.sigma[key] : null;
              const trim = attitude.trim[key];
              return (
                <div
                  key={key}
                  title={
                    solved && trim !== 0 ? say("Trimmed by {trim}° on top of the lines", { trim: fixed(trim, 2) }) : ""
                  }
                >
                  <NumberField
                    narrow
                    label={NAMES[key]}
                    value={value}
                    standard={solved ? solution.attitude[key] : 0}
                    step={0.1}
                    digits={2}
                    unit="°"
                    min={key === "roll" ? -180 : -89}
                    max={key === "roll" ? 180 : 89}
                    onChange={(v) => {
                      const { edit, size } = bench;
                      const own = solvedAttitude(bench.recipe, size);
                      if (v === (own ? own[key] : 0)) edit(resetAngle(key, size));
                      else
                        edit(
                          setAngles(tell("{angle} by hand", { angle: NAMES[key] }), size, { [key]: v }),
                          `angle-${key}`,
                        );
                    }}
                    onDone={bench.endGesture}
                  />
                  <p className="muted -mt-1 text-right text-[0.85rem]">
                    {Math.abs(value) < 0.005 ? "" : WORDS[key][value > 0 ? 0 : 1]}
                    {sigma !== null ? ` ± ${sigma < 0.01 ? fixed(sigma, 3) : fixed(sigma, 2)}` : ""}
                    {solved && trim !== 0
                      ? trim > 0
                        ? `, ${say("trimmed +{trim}", { trim: fixed(Math.abs(trim), 2) })}`
                        : `, ${say("trimmed −{trim}", { trim: fixed(Math.abs(trim), 2) })}`
                      : ""}
                  </p>
                </div>
              );
            })}
          </div>
        </div>
        <Ease part="plumb" label={say("Ease, verticals")} />
        {attitude.yaw !== 0 && <Ease part="sill" label={say("Ease, wall")} />}
      </Fold>
    </section>
  );
}

/** How far a part of the correction is applied. */
function Ease({ part, label }: { part: "plumb" | "sill"; label: string }) {
  const { recipe, edit, endGesture } = useBench();
  const percent = Math.round(recipe.attitude.ease[part] * 100);
  const set = (v: number): void => edit(easeOff(named(label), part, v / 100), `ease-${part}`);
  return (
    <label className="grid grid-cols-[6.2rem_1fr_3rem_auto] items-center gap-2 px-3.5 pb-2">
      <span className="muted">{label}</span>
      <input
        type="range"
        className="range range-xs my-1.5 w-full"
        min={0}
        max={100}
        value={percent}
        aria-label={
          part === "plumb"
            ? say("Ease: how much of the pitch is taken out, percent")
            : say("Ease of the wall: how much of the turn is taken out, percent")
        }
        onChange={(e) => set(Number(e.target.value))}
        onPointerUp={endGesture}
        onKeyUp={endGesture}
      />
      <span className="text-right font-semibold">{percent} %</span>
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        disabled={percent === 100}
        onClick={() => {
          set(100);
          endGesture();
        }}
      >
        {say("All")}
      </button>
    </label>
  );
}
