"use client";

import { say } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { sayMeasure } from "@/core/edits";
import { type KnownMeasure, UNITS, type Unit } from "@/core/shape/proportion";
import { NumberField, notify, fixed, useUnits } from "@/ui";
import { CommonSizes } from "./common-sizes";
import type { Derived } from "../../../derived";
import { settleMeasure } from "./settle-measure";

const WORDS: Record<Unit, string> = { m: "m", cm: "cm", mm: "mm", ft: "ft", in: "in", ratio: say("ratio only") };
const KINDS: Record<KnownMeasure["kind"], string> = {
  rectangle: say("Rectangle"),
  grid: say("Tiles"),
  ellipse: say("Round"),
  length: say("Length"),
};

/** How large the selected measure is, in its unit, and what it lies on. */
export function MeasureFields({
  photo,
  measure,
  name,
  walls,
}: {
  photo: Photo;
  measure: KnownMeasure;
  name: string;
  /** Those that the lines tell. */
  walls: Derived["solution"]["walls"];
}) {
  useUnits();
  const { edit, endGesture } = useBench();
  const unit = measure.unit ?? "m";
  const state: Tell = (words, gesture) => edit(sayMeasure(measure.id, words), gesture);
  const size = (key: "width" | "height" | "length", label: string, value: number) => (
    <NumberField
      key={`${measure.id}-${key}-${unit}`}
      label={label}
      value={Number((value / UNITS[unit]).toPrecision(9))}
      standard={Number((value / UNITS[unit]).toPrecision(9))}
      step={unit === "mm" ? 5 : unit === "cm" || unit === "in" ? 1 : 0.05}
      digits={unit === "mm" ? 0 : unit === "cm" || unit === "in" ? 1 : 3}
      unit={unit === "ratio" ? "" : unit}
      onChange={(v) => {
        if (v > 0) state({ [key]: v * UNITS[unit] }, `measure-${key}`);
        else notify(say("A size must be more than nothing; it stays as it was."), "error");
      }}
      onDone={endGesture}
    />
  );
  return (
    <section className="ruled space-y-1 border-b px-3.5 py-2" aria-label={say("The selected measure")}>
      <div className="flex items-center gap-1.5">
        <b className="grow">
          {name}, {KINDS[measure.kind].toLowerCase()}
        </b>
        <select
          className="select select-xs w-24"
          aria-label={say("Unit")}
          value={unit}
          onChange={(e) => state({ unit: e.target.value as Unit })}
        >
          {(Object.keys(WORDS) as Unit[])
            .filter((u) => measure.kind !== "length" || u !== "ratio")
            .map((u) => (
              <option key={u} value={u}>
                {WORDS[u]}
              </option>
            ))}
        </select>
        {measure.kind !== "length" && (
          <button
            className="btn btn-xs"
            title={say("Shift C")}
            onClick={() => void settleMeasure(useBench.getState, photo, measure.id, 1, true)}
          >
            {say("Settle on edges")}
          </button>
        )}
      </div>
      {!measure.on && <p role="status">{say("Say how large it is; from then on it counts.")}</p>}
      {measure.kind === "length" ? (
        size("length", say("Length"), measure.length)
      ) : (
        <>
          {measure.kind === "grid" && <TileCounts measure={measure} state={state} />}
          {size("width", measure.kind === "grid" ? say("Width of a tile") : say("Width"), measure.width)}
          {size("height", measure.kind === "grid" ? say("Height of a tile") : say("Height"), measure.height)}
        </>
      )}
      <LiesOn measure={measure} walls={walls} state={state} />
      <CommonSizes measure={measure} />
    </section>
  );
}

type Tell = (words: Parameters<typeof sayMeasure>[1], gesture?: string) => void;

function TileCounts({ measure, state }: { measure: KnownMeasure & { kind: "grid" }; state: Tell }) {
  const endGesture = useBench((s) => s.endGesture);
  return (
    <>
      {(["columns", "rows"] as const).map((key) => (
        <NumberField
          key={key}
          label={key === "columns" ? say("Tiles across") : say("Tiles down")}
          value={measure[key]}
          standard={4}
          step={1}
          digits={0}
          min={1}
          max={1000}
          onChange={(v) => state({ [key]: Math.round(v) }, `measure-${key}`)}
          onDone={endGesture}
        />
      ))}
    </>
  );
}

function LiesOn({
  measure,
  walls,
  state,
}: {
  measure: KnownMeasure;
  walls: Derived["solution"]["walls"];
  state: Tell;
}) {
  return (
    <label className="grid grid-cols-[1fr_12.2rem] items-center gap-2">
      {say("Lies on")}
      <select
        className="select select-sm"
        value={walls.find((w) => w.lines.includes(measure.wall ?? ""))?.lines[0] ?? measure.wall ?? "auto"}
        onChange={(e) => state({ wall: e.target.value === "auto" ? undefined : e.target.value })}
      >
        <option value="auto">{say("the wall it fits")}</option>
        <option value="floor">{say("the floor")}</option>
        {measure.kind !== "length" && <option value="own">{say("a wall of its own")}</option>}
        {walls.map(({ lines, heading }) => (
          <option key={lines[0]} value={lines[0]}>
            {say("the wall at {heading}°", { heading: fixed(heading, 1) })}
          </option>
        ))}
      </select>
    </label>
  );
}
