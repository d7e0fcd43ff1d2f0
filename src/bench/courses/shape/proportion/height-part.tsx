"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { heightAsMeasured, heightByHand, heightKeeps } from "@/core/edits";
import type { Rect } from "@/core/geometry";
import { KEEPS, factorsOf } from "@/core/shape/proportion";
import { NumberField, fixed } from "@/ui";
import type { Derived } from "../../../derived";
import { useMeasuring } from "./measuring-state";

/** The slider goes by the logarithm, so that half and double are as far from the middle. */
const SPAN = Math.log(1.6);

const KEPT: Record<(typeof KEEPS)[number], string> = {
  width: say("width"),
  height: say("height"),
  area: say("area"),
};
const REFERENCES = {
  square: { on: say("Lay a true square over it"), off: say("Take the square off") },
  circle: { on: say("Lay a true circle over it"), off: say("Take the circle off") },
} as const;

/** Height and width by eye, against a true square or circle, and where the height comes from. */
export function HeightPart({ derived: { measured, map } }: { derived: Derived }) {
  const { recipe, edit, endGesture } = useBench();
  const { proportion } = recipe;
  const told = measured?.height ?? null;
  const [across, down] = factorsOf(proportion);
  const put = (height: number): void => edit(heightByHand(height), "height");
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Height")}>
      <div className="flex items-center gap-2 pb-1">
        <h3 className="caps grow">
          {proportion.from === "by-hand"
            ? say("Height, by eye")
            : told !== null
              ? say("Height, as measured")
              : say("Height")}
        </h3>
        {proportion.from === "by-hand" && (
          <button className="btn btn-xs" onClick={() => edit(heightAsMeasured())}>
            {told !== null ? say("Back to the measures") : say("As the camera saw it")}
          </button>
        )}
      </div>
      <input
        type="range"
        className="range range-xs my-1.5 w-full"
        aria-label={say("Height over width")}
        min={-SPAN}
        max={SPAN}
        step={0.001}
        value={Math.log(proportion.height)}
        onChange={(e) => put(Math.exp(Number(e.target.value)))}
        onPointerUp={endGesture}
        onKeyUp={endGesture}
      />
      <NumberField
        label={say("Height")}
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
        label={say("Width")}
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
      <Keeps />
      <p className="muted pt-1">
        {say("Drawn {across} % wide and {down} % tall. Or pull the ochre grips on the sheet.", {
          across: fixed(100 * across, 1),
          down: fixed(100 * down, 1),
        })}
      </p>
      <References frame={map.frame} />
    </section>
  );
}

/** What of the picture stays as large as it was. */
function Keeps() {
  const edit = useBench((s) => s.edit);
  const kept = useBench((s) => s.recipe.proportion.keeps ?? "width");
  return (
    <label className="grid grid-cols-[1fr_12.2rem] items-center gap-2">
      {say("Keeps the picture’s")}
      <select
        className="select select-sm"
        value={kept}
        onChange={(e) => edit(heightKeeps(e.target.value as (typeof KEEPS)[number]))}
      >
        {KEEPS.map((k) => (
          <option key={k} value={k}>
            {KEPT[k]}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A true square and circle, to be laid over the picture. */
function References({ frame }: { frame: Rect }) {
  const { reference } = useMeasuring();
  const lay = (kind: "square" | "circle"): void => {
    const [x, y, w, h] = frame;
    useMeasuring.setState({
      reference:
        reference?.kind === kind
          ? null
          : { kind, centre: [x + w / 2, y + h / 2], half: reference?.half ?? Math.min(w, h) / 6 },
    });
  };
  return (
    <div className="flex flex-wrap gap-1.5 pt-1" role="group" aria-label={say("Laid over the picture")}>
      {(["square", "circle"] as const).map((kind) => (
        <button
          key={kind}
          className="btn btn-sm grow"
          aria-pressed={reference?.kind === kind}
          onClick={() => lay(kind)}
        >
          {REFERENCES[kind][reference?.kind === kind ? "off" : "on"]}
        </button>
      ))}
    </div>
  );
}
