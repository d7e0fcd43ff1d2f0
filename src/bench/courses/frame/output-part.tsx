"use client";

import { say } from "@/core/language";
import { useState } from "react";
import { X } from "lucide-react";
import type { OpenedVersion } from "@/client";
import { useBench } from "@/client/bench-store";
import { outputAt, scaleBarShown } from "@/core/edits";
import { type OutputSize, dpiOf } from "@/core/frame";
import type { CompiledMap } from "@/core/render";
import { Fold, NumberField, fixed, grouped, paperUnit } from "@/ui";
import { useAssignmentFrames } from "./use-assignment-frames";

type Kind = OutputSize["kind"] | "own";

const paper = paperUnit();
const KINDS: Record<Kind, string> = {
  own: say("pixel for pixel"),
  long: say("longer side"),
  megapixels: say("megapixels"),
  print: say("{name} at dpi", { name: paper.name }),
  scale: say("drawing scale"),
};

const BEGUN: Record<OutputSize["kind"], OutputSize> = {
  long: { kind: "long", px: 2048 },
  megapixels: { kind: "megapixels", megapixels: 12 },
  print: { kind: "print", cm: 30, dpi: 300 },
  scale: { kind: "scale", to: 50, dpi: 300 },
};

interface Field {
  readonly key: string;
  readonly label: string;
  readonly standard: number;
  readonly step: number;
  readonly digits: number;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  /** What is kept to one of what is shown; 1 where it does not say. */
  readonly keeps?: number;
}

const RESOLUTION: Field = {
  key: "dpi",
  label: say("Resolution"),
  standard: 300,
  step: 10,
  digits: 0,
  unit: "dpi",
  min: 10,
  max: 4800,
};

/** The numbers that each kind of size is told by. */
const FIELDS: Record<OutputSize["kind"], readonly Field[]> = {
  long: [
    { key: "px", label: say("Longer side"), standard: 2048, step: 10, digits: 0, unit: "px", min: 16, max: 200_000 },
  ],
  megapixels: [
    {
      key: "megapixels",
      label: say("Megapixels"),
      standard: 12,
      step: 0.5,
      digits: 2,
      unit: "MP",
      min: 0.01,
      max: 1000,
    },
  ],
  print: [
    {
      key: "cm",
      label: say("Longer side"),
      standard: paper.unit === "in" ? 12 : 30,
      step: 0.5,
      digits: 1,
      unit: paper.unit,
      min: 0.5,
      max: 2000 / paper.cm,
      keeps: paper.cm,
    },
    RESOLUTION,
  ],
  scale: [
    { key: "to", label: say("Scale, 1 to"), standard: 50, step: 5, digits: 0, unit: "", min: 1, max: 5000 },
    RESOLUTION,
  ],
};

const SCALES = [10, 20, 50, 100, 200] as const;

/** What the picture is delivered at, the sizes that the visit keeps, and what that comes to. */
export function OutputPart({ map, assignment }: { map: CompiledMap; assignment: OpenedVersion["assignment"] }) {
  const { recipe, edit, endGesture } = useBench();
  const { output } = recipe.frame;
  const kind: Kind = output?.kind ?? "own";
  const put = (change: OutputSize): void => edit(outputAt(change), `output-${change.kind}`);
  const factor = map.output[0] / map.frame[2];
  const [width, height] = [grouped(map.output[0]), grouped(map.output[1])];
  const dpi = dpiOf(output);
  const scaled = recipe.proportion.perPixel !== undefined;
  return (
    <Fold id="output" title={say("Output size")}>
      <div className="space-y-1.5 px-3.5 pb-2">
        <select
          className="select select-sm w-full"
          aria-label={say("Output size")}
          value={kind}
          onChange={(e) => {
            const v = e.target.value as Kind;
            edit(outputAt(v === "own" ? null : BEGUN[v]));
          }}
        >
          {(Object.keys(KINDS) as Kind[]).map((k) => (
            <option key={k} value={k} disabled={k === "scale" && !scaled && kind !== "scale"}>
              {KINDS[k]}
              {k === "scale" && !scaled ? `, ${say("once Shape has a measure with a unit")}` : ""}
            </option>
          ))}
        </select>
        {output && (
          <>
            {FIELDS[output.kind].map(({ key, keeps = 1, ...field }) => (
              <NumberField
                key={key}
                {...field}
                value={(output as unknown as Record<string, number>)[key]! / keeps}
                onChange={(v) =>
                  put({ ...output, [key]: field.digits === 0 ? Math.round(v) : keeps * v } as OutputSize)
                }
                onDone={endGesture}
              />
            ))}
          </>
        )}
        {output?.kind === "scale" && (
          <div className="flex gap-1" role="group" aria-label={say("Usual scales")}>
            {SCALES.map((to) => (
              <button
                key={to}
                className="btn btn-xs grow"
                aria-pressed={output.to === to}
                onClick={() => edit(outputAt({ ...output, to }))}
              >
                1:{to}
              </button>
            ))}
          </div>
        )}
        <p className="muted" data-testid="output-words">
          {dpi === null
            ? say("{width} × {height} px.", { width, height })
            : say("{width} × {height} px, {across} × {down} {unit} on paper.", {
                width,
                height,
                across: onPaper(map.output[0], dpi),
                down: onPaper(map.output[1], dpi),
                unit: paper.unit,
              })}
          {factor > 1.005 && <> {say("Enlarged {factor} times.", { factor: fixed(factor, 2) })}</>}
          {factor < 0.995 && <> {say("{percent} % of its pixels.", { percent: Math.round(100 * factor) })}</>}
          {output?.kind === "scale" &&
            !scaled &&
            ` ${say("Its scale is not known: give something on the wall its size in Shape.")}`}
        </p>
        {scaled && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={recipe.frame.bar === true}
              onChange={(e) => edit(scaleBarShown(e.target.checked))}
            />
            {say("Scale bar in the picture")}
          </label>
        )}
        <KeptSizes assignment={assignment} output={output} />
      </div>
    </Fold>
  );
}

const onPaper = (px: number, dpi: number): string => fixed(((px / dpi) * 2.54) / paper.cm, 1);

/** Sizes kept with the visit under names. */
function KeptSizes({
  assignment,
  output,
}: {
  assignment: OpenedVersion["assignment"];
  output: OutputSize | undefined;
}) {
  const { edit } = useBench();
  const { frames, keep } = useAssignmentFrames(assignment);
  const [name, setName] = useState("");
  return (
    <>
      {frames.sizes.map((size) => (
        <div key={size.name} className="flex gap-1.5">
          <button className="btn btn-sm grow justify-start" onClick={() => edit(outputAt(size.output))}>
            {size.name}
          </button>
          <button
            className="btn btn-ghost btn-sm btn-square"
            aria-label={say("Drop {name}", { name: size.name })}
            onClick={() => keep({ sizes: frames.sizes.filter((s) => s.name !== size.name) })}
          >
            <X size={14} />
          </button>
        </div>
      ))}
      {output && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            const named = name.trim();
            if (named === "") return;
            keep({ sizes: [...frames.sizes.filter((s) => s.name !== named), { name: named, output }] });
            setName("");
          }}
        >
          <input
            className="input input-sm grow"
            aria-label={say("Name to keep this size under")}
            placeholder={say("Keep with this visit as …")}
            maxLength={60}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <button className="btn btn-sm" disabled={name.trim() === ""}>
            {say("Keep")}
          </button>
        </form>
      )}
    </>
  );
}
