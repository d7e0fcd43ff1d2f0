"use client";

import { say } from "@/language";
import type { OpenedVersion } from "@/client";
import { useBench } from "@/client/bench-store";
import { outputAt, scaleBarShown } from "@/core/edits";
import { type OutputSize, dpiOf } from "@/core/frame";
import type { CompiledMap } from "@/core/render";
import { Fold, NumberField, fixed, grouped, paperUnit, useUnits } from "@/ui";
import { KeptSizes } from "./kept-sizes";
import { OUTPUT_BEGINS, type OutputKind, outputFields, outputKinds } from "./output-fields";

const SCALES = [10, 20, 50, 100, 200] as const;

/** What the picture is delivered at, the sizes that the visit keeps, and what that comes to. */
export function OutputPart({ map, assignment }: { map: CompiledMap; assignment: OpenedVersion["assignment"] }) {
  const { recipe, edit, endGesture } = useBench();
  useUnits();
  const paper = paperUnit();
  const kinds = outputKinds(paper);
  const { output } = recipe.frame;
  const kind: OutputKind = output?.kind ?? "own";
  const put = (change: OutputSize): void => edit(outputAt(change), `output-${change.kind}`);
  const scaled = recipe.proportion.perPixel !== undefined;
  return (
    <Fold id="output" title={say("Output size")}>
      <div className="space-y-1.5 px-3.5 pb-2">
        <select
          className="select select-sm w-full"
          aria-label={say("Output size")}
          value={kind}
          onChange={(e) => {
            const v = e.target.value as OutputKind;
            edit(outputAt(v === "own" ? null : OUTPUT_BEGINS[v]));
          }}
        >
          {(Object.keys(kinds) as OutputKind[]).map((k) => (
            <option key={k} value={k} disabled={k === "scale" && !scaled && kind !== "scale"}>
              {kinds[k]}
              {k === "scale" && !scaled ? `, ${say("once Shape has a measure with a unit")}` : ""}
            </option>
          ))}
        </select>
        {output && (
          <>
            {outputFields(paper)[output.kind].map(({ key, keeps = 1, ...field }) => (
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
        {output?.kind === "scale" && <UsualScales to={output.to} onTake={(to) => edit(outputAt({ ...output, to }))} />}
        <OutputWords {...{ map, output, scaled }} />
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

/** What the size comes to: pixels, on paper, and how far it is from the picture's own. */
function OutputWords({ map, output, scaled }: { map: CompiledMap; output: OutputSize | undefined; scaled: boolean }) {
  const paper = paperUnit();
  const factor = map.output[0] / map.frame[2];
  const [width, height] = [grouped(map.output[0]), grouped(map.output[1])];
  const dpi = dpiOf(output);
  return (
    <p className="muted" data-testid="output-words">
      {dpi === null
        ? say("{width} × {height} px.", { width, height })
        : say("{width} × {height} px, {across} × {down} {unit} on paper.", {
            width,
            height,
            across: onPaper(map.output[0], dpi, paper.cm),
            down: onPaper(map.output[1], dpi, paper.cm),
            unit: paper.unit,
          })}
      {factor > 1.005 && <> {say("Enlarged {factor} times.", { factor: fixed(factor, 2) })}</>}
      {factor < 0.995 && <> {say("{percent} % of its pixels.", { percent: Math.round(100 * factor) })}</>}
      {output?.kind === "scale" &&
        !scaled &&
        ` ${say("Its scale is not known: give something on the wall its size in Shape.")}`}
    </p>
  );
}

const UsualScales = ({ to: now, onTake }: { to: number; onTake(to: number): void }) => (
  <div className="flex gap-1" role="group" aria-label={say("Usual scales")}>
    {SCALES.map((to) => (
      <button key={to} className="btn btn-xs grow" aria-pressed={now === to} onClick={() => onTake(to)}>
        1:{to}
      </button>
    ))}
  </div>
);

const onPaper = (px: number, dpi: number, cm: number): string => fixed(((px / dpi) * 2.54) / cm, 1);
