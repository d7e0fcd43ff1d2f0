"use client";

import { say } from "@/core/language";
import { useMemo } from "react";
import type { Photo } from "@/client";
import { asShotOf } from "@/client/as-shot";
import { useBench } from "@/client/bench-store";
import { finishTo } from "@/core/edits";
import { type FinishSettings, MOST_STRETCH } from "@/core/finish";
import { worstStretch } from "@/core/render";
import { NumberField, notify, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { PartHeader } from "./part-header";

/** What pictures are sharpened for: how strongly, how widely, and what is left as it is. */
const OUTPUTS = {
  none: undefined,
  screen: { amount: 0.6, radius: 0.7, threshold: 0.01 },
  print: { amount: 1, radius: 1.2, threshold: 0.012 },
} as const;
type Output = keyof typeof OUTPUTS;
const WORDS: Record<Output, string> = { none: say("nothing more"), screen: say("a screen"), print: say("print") };

const outputOf = ({ output }: FinishSettings): Output =>
  output === undefined ? "none" : output.radius >= 1 ? "print" : "screen";

/** The sharpness that stretching took, given back; and sharpening for what the picture is delivered for. */
export function SharpnessPart({
  photo,
  derived,
  settings,
}: {
  photo: Photo;
  derived: Derived;
  settings: FinishSettings;
}) {
  const { edit, endGesture, stretch, set } = useBench();
  const worst = useMemo(() => worstStretch(derived.map).factor, [derived.map]);
  /** Gives so much back; measures what "as shot" is where nobody has. */
  const give = async (even: number): Promise<void> => {
    edit(finishTo(say("Even sharpness"), { even }), "finish even");
    if (even === 0 || settings.blur !== undefined) return;
    const { versionId } = useBench.getState();
    try {
      const seen = await asShotOf(photo);
      const now = useBench.getState();
      if (now.versionId === versionId && now.recipe.finish && now.recipe.finish.even > 0)
        edit(finishTo(say("Even sharpness"), seen), "finish even");
    } catch (error) {
      notify(
        say("How sharp the photo is could not be looked at; a usual lens is assumed. {message}", {
          message: (error as Error).message,
        }),
        "error",
      );
    }
  };
  return (
    <section className="ruled border-t px-3.5 py-2" aria-label={say("Sharpness")}>
      <PartHeader part="sharpness" title={say("Sharpness")} settings={settings} />
      <NumberField
        label={say("Even sharpness")}
        value={100 * settings.even}
        standard={0}
        step={5}
        digits={0}
        unit="%"
        min={0}
        max={150}
        slider
        onChange={(v) => void give(v / 100)}
        onDone={endGesture}
      />
      <p className="muted pb-1 text-[0.9rem]" data-testid="even-words">
        {worst < 1.05
          ? say("Nothing in the frame is stretched: it is as sharp as shot.")
          : settings.even === 0
            ? say("The frame is stretched up to {worst} times; 100 % gives back the sharpness that this takes.", {
                worst: fixed(worst, 1),
              })
            : worst > MOST_STRETCH
              ? say("Given back up to {most} times; where it is stretched more, up to {worst} times, not wholly.", {
                  most: MOST_STRETCH,
                  worst: fixed(worst, 1),
                })
              : say("Given back all over the frame, which is stretched up to {worst} times.", {
                  worst: fixed(worst, 1),
                })}
        {settings.even > 0 &&
          settings.blur !== undefined &&
          settings.noise !== undefined &&
          ` ${say("As shot: edges {blur} px soft, noise {noise} %. Look at it at 100 %.", {
            blur: fixed(settings.blur, 2),
            noise: fixed(100 * settings.noise, 1),
          })}`}
      </p>
      {worst >= 1.05 && (
        <label className="flex cursor-pointer items-center gap-2 pb-1">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={stretch}
            onChange={() => set({ stretch: !stretch })}
          />
          <span>
            {say("Map of the stretch (U)")}{" "}
            {settings.even > 0 && <span className="muted">{say("Crossed out: what cannot be given back wholly")}</span>}
          </span>
        </label>
      )}
      <label className="flex items-center justify-between gap-2 py-0.5">
        <span>{say("Sharpened for")}</span>
        <select
          className="select select-sm w-40"
          aria-label={say("Sharpened for")}
          value={outputOf(settings)}
          onChange={(e) => edit(finishTo(say("Sharpened for"), { output: OUTPUTS[e.target.value as Output] }))}
        >
          {(Object.keys(OUTPUTS) as Output[]).map((kind) => (
            <option key={kind} value={kind}>
              {WORDS[kind]}
            </option>
          ))}
        </select>
      </label>
      {settings.output && (
        <>
          <NumberField
            label={say("Amount")}
            value={100 * settings.output.amount}
            standard={100 * (OUTPUTS[outputOf(settings)]?.amount ?? 0.6)}
            step={5}
            digits={0}
            unit="%"
            min={0}
            max={300}
            slider
            onChange={(v) =>
              edit(finishTo(say("Sharpening"), { output: { ...settings.output!, amount: v / 100 } }), "finish output")
            }
            onDone={endGesture}
          />
          <NumberField
            label={say("Reach")}
            value={settings.output.radius}
            standard={OUTPUTS[outputOf(settings)]?.radius ?? 0.8}
            step={0.1}
            digits={1}
            unit="px"
            min={0.3}
            max={6}
            onChange={(radius) =>
              edit(finishTo(say("Sharpening"), { output: { ...settings.output!, radius } }), "finish output")
            }
            onDone={endGesture}
          />
          <NumberField
            label={say("Leaves differences below")}
            value={100 * settings.output.threshold}
            standard={100 * (OUTPUTS[outputOf(settings)]?.threshold ?? 0.01)}
            step={0.1}
            digits={1}
            unit="%"
            min={0}
            max={20}
            slider
            onChange={(v) =>
              edit(
                finishTo(say("Sharpening"), { output: { ...settings.output!, threshold: v / 100 } }),
                "finish output",
              )
            }
            onDone={endGesture}
          />
        </>
      )}
    </section>
  );
}
