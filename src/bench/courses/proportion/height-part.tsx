"use client";

import { useBench } from "@/client/bench-store";
import { heightAsMeasured, heightByHand, heightKeeps } from "@/core/edits";
import { KEEPS, factorsOf } from "@/core/proportion";
import { NumberField, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { useShapeState } from "./shape-state";

/** The slider goes by the logarithm, so that half and double are as far from the middle. */
const SPAN = Math.log(1.6);

/** Height and width by eye, against a true square or circle, and where the height comes from. */
export function HeightPart({ derived: { measured, map } }: { derived: Derived }) {
  const { recipe, edit, endGesture } = useBench();
  const { reference } = useShapeState();
  const { proportion } = recipe;
  const told = measured?.height ?? null;
  const [across, down] = factorsOf(proportion);
  const lay = (kind: "square" | "circle"): void => {
    const [x, y, w, h] = map.frame;
    useShapeState.setState({
      reference:
        reference?.kind === kind
          ? null
          : { kind, centre: [x + w / 2, y + h / 2], half: reference?.half ?? Math.min(w, h) / 6 },
    });
  };
  const put = (height: number): void => edit(heightByHand(height), "height");
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label="Height">
      <div className="flex items-center gap-2 pb-1">
        <h3 className="caps grow">
          {proportion.from === "by-hand" ? "Height, by eye" : told !== null ? "Height, as measured" : "Height"}
        </h3>
        {proportion.from === "by-hand" && (
          <button className="btn btn-xs" onClick={() => edit(heightAsMeasured())}>
            {told !== null ? "Back to the measures" : "As the camera saw it"}
          </button>
        )}
      </div>
      <input
        type="range"
        className="range range-xs my-1.5 w-full"
        aria-label="Height over width"
        min={-SPAN}
        max={SPAN}
        step={0.001}
        value={Math.log(proportion.height)}
        onChange={(e) => put(Math.exp(Number(e.target.value)))}
        onPointerUp={endGesture}
        onKeyUp={endGesture}
      />
      <NumberField
        label="Height"
        value={100 * proportion.height}
        standard={100 * (told ?? 1)}
        step={0.5}
        digits={2}
        unit="%"
        min={10}
        max={1000}
        onChange={(v) =>
          (told === null ? v === 100 : Math.abs(v - 100 * told) < 1e-9) ? edit(heightAsMeasured()) : put(v / 100)
        }
        onDone={endGesture}
      />
      <NumberField
        label="Width"
        value={100 / proportion.height}
        standard={100 / (told ?? 1)}
        step={0.5}
        digits={2}
        unit="%"
        min={10}
        max={1000}
        onChange={(v) => put(100 / v)}
        onDone={endGesture}
      />
      <label className="grid grid-cols-[1fr_12.2rem] items-center gap-2">
        Keeps the picture’s
        <select
          className="select select-sm"
          value={proportion.keeps ?? "width"}
          onChange={(e) => edit(heightKeeps(e.target.value as (typeof KEEPS)[number]))}
        >
          {KEEPS.map((k) => (
            <option key={k}>{k}</option>
          ))}
        </select>
      </label>
      <p className="muted pt-1">
        Drawn {fixed(100 * across, 1)} % wide and {fixed(100 * down, 1)} % tall. Or pull the ochre grips on the sheet.
      </p>
      <div className="flex gap-1.5 pt-1" role="group" aria-label="Laid over the picture">
        {(["square", "circle"] as const).map((kind) => (
          <button
            key={kind}
            className="btn btn-sm grow"
            aria-pressed={reference?.kind === kind}
            onClick={() => lay(kind)}
          >
            {reference?.kind === kind ? `Take the ${kind} off` : `Lay a true ${kind} over it`}
          </button>
        ))}
      </div>
    </section>
  );
}
