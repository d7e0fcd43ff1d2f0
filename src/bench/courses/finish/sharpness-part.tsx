"use client";

import { tell } from "@/core/language";
import { say, sayError } from "@/language";
import { useMemo } from "react";
import type { Photo } from "@/client";
import { asShotOf } from "@/client/as-shot";
import { useBench } from "@/client/bench-store";
import { finishTo } from "@/core/edits";
import { type FinishSettings, MOST_STRETCH, OUTPUT_SETTINGS, SETTINGS, isPartSet } from "@/core/finish";
import { worstStretch } from "@/core/render";
import { notify, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { SettingField } from "../setting-field";
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
    edit(finishTo(tell("Even sharpness"), { even }), "finish even");
    if (even === 0 || settings.blur !== undefined) return;
    const { versionId } = useBench.getState();
    try {
      const seen = await asShotOf(photo);
      const now = useBench.getState();
      if (now.versionId === versionId && now.recipe.finish && now.recipe.finish.even > 0)
        edit(finishTo(tell("Even sharpness"), seen), "finish even");
    } catch (error) {
      notify(
        say("How sharp the photo is could not be looked at; a usual lens is assumed. {message}", {
          message: sayError(error as Error),
        }),
        "error",
      );
    }
  };
  return (
    <section className="ruled border-t px-3.5 py-2" aria-label={say("Sharpness")}>
      <PartHeader part="sharpness" title={say("Sharpness")} isSet={isPartSet(settings, "sharpness")} />
      <SettingField
        setting={SETTINGS.even}
        value={settings.even}
        onChange={(even) => void give(even)}
        onDone={endGesture}
      />
      <p className="muted pb-1 text-[0.9rem]" data-testid="even-words">
        {evenWords(settings, worst)}
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
      <OutputPart settings={settings} />
    </section>
  );
}

/** What even sharpness has to give back here, and what the photo was found to be like. @param worst how far the frame is stretched at most. */
function evenWords({ even, blur, noise }: FinishSettings, worst: number): string {
  if (worst < 1.05) return say("Nothing in the frame is stretched: it is as sharp as shot.");
  const values = { worst: fixed(worst, 1) };
  const asShot =
    even > 0 && blur !== undefined && noise !== undefined
      ? say("As shot: edges {blur} px soft, noise {noise} %. Look at it at 100 %.", {
          blur: fixed(blur, 2),
          noise: fixed(100 * noise, 1),
        })
      : "";
  const given =
    even === 0
      ? say("The frame is stretched up to {worst} times; 100 % gives back the sharpness that this takes.", values)
      : worst > MOST_STRETCH
        ? say("Given back up to {most} times; where it is stretched more, up to {worst} times, not wholly.", {
            most: MOST_STRETCH,
            worst: values.worst,
          })
        : say("Given back all over the frame, which is stretched up to {worst} times.", values);
  return `${given} ${asShot}`.trim();
}

const FIELDS = ["amount", "radius", "threshold"] as const;

/** Sharpening for what the picture is delivered for. */
function OutputPart({ settings }: { settings: FinishSettings }) {
  const { edit, endGesture } = useBench();
  const { output } = settings;
  const kind = outputOf(settings);
  return (
    <>
      <label className="flex items-center justify-between gap-2 py-0.5">
        <span>{say("Sharpened for")}</span>
        <select
          className="select select-sm w-40"
          aria-label={say("Sharpened for")}
          value={kind}
          onChange={(e) => edit(finishTo(tell("Sharpened for"), { output: OUTPUTS[e.target.value as Output] }))}
        >
          {(Object.keys(OUTPUTS) as Output[]).map((one) => (
            <option key={one} value={one}>
              {WORDS[one]}
            </option>
          ))}
        </select>
      </label>
      {output &&
        FIELDS.map((key) => (
          <SettingField
            key={key}
            setting={{ ...OUTPUT_SETTINGS[key], standard: OUTPUTS[kind]?.[key] ?? OUTPUT_SETTINGS[key].standard }}
            value={output[key]}
            onChange={(v) => edit(finishTo(tell("Sharpening"), { output: { ...output, [key]: v } }), "finish output")}
            onDone={endGesture}
          />
        ))}
    </>
  );
}
