"use client";

import { say } from "@/language";
import { memo } from "react";
import { useBench } from "@/client/bench-store";
import { finishTo, levelLight, switchFinish } from "@/core/edits";
import { type FinishSettings, NO_FINISH, SETTINGS, isLevel, isPartSet } from "@/core/finish";
import { Explanation, percent, fixed } from "@/ui";
import { toggleEnds, useEnds } from "../../check/ends/ends-state";
import type { PanelParts } from "../bench-course";
import { SettingField } from "../setting-field";
import { MasksPart } from "./masks/masks-part";
import { PartHeader } from "./part-header";
import { SharpnessPart } from "./sharpness-part";
import { ToneChart } from "./tone-chart";
import { ToneCurve } from "./tone-curve";
import { useTone } from "./use-tone";

const LIGHT = ["exposure", "contrast", "mid", "bright", "dark", "black", "white"] as const;
const COLOUR = ["warmth", "tint", "saturation"] as const;
type Key = (typeof LIGHT | typeof COLOUR)[number];

/** Whether somebody has set light, black or white already: then nothing is proposed. */
const isLit = ({ exposure, black, white }: FinishSettings): boolean =>
  exposure !== NO_FINISH.exposure || black !== NO_FINISH.black || white !== NO_FINISH.white;

/** Course 6: the tone of the picture. */
export function FinishPanel({ photo, derived }: PanelParts) {
  const { recipe, edit } = useBench();
  const settings = recipe.finish ?? NO_FINISH;
  const tone = useTone(photo, derived);
  const ends = useEnds((s) => s.shown);
  return (
    <>
      <div className="flex items-center justify-between px-3.5 pt-2.5 pb-1.5">
        <h2 className="caps">{say("Finish")}</h2>
        <label className="muted flex cursor-pointer items-center gap-2 text-[0.9rem]">
          {say("applied")}
          <input
            type="checkbox"
            className="toggle toggle-xs"
            checked={settings.on}
            onChange={() => edit(switchFinish(!settings.on))}
          />
        </label>
      </div>
      {tone && <ToneChart histogram={tone.histogram} />}
      {tone && (
        <p className="flex items-center justify-between gap-2 px-3.5 pb-1.5 text-[0.95rem]">
          <span data-testid="clipped">
            {tone.histogram.clipped.white + tone.histogram.clipped.black < 0.0005
              ? say("Nothing is clipped.")
              : say("Clipped: {black} at black, {white} at white.", {
                  black: percent(tone.histogram.clipped.black),
                  white: percent(tone.histogram.clipped.white),
                })}
          </span>
          <button
            className="btn btn-sm"
            aria-pressed={ends}
            title={say("Mark them, and gaps, over the picture")}
            onClick={toggleEnds}
          >
            {ends ? say("Hide") : say("Show where")}
          </button>
        </p>
      )}
      {tone && !isLevel(tone.level) && !isLit(settings) && (
        <div className="ruled flex items-center justify-between gap-2 border-y bg-info/15 px-3.5 py-2" role="status">
          <span>
            {tone.level.exposure >= 0
              ? say("Levelled it would be brighter by {exposure} stops, black from {black} %, white from {white} %.", {
                  exposure: fixed(Math.abs(tone.level.exposure), 2),
                  black: fixed(100 * tone.level.black, 0),
                  white: fixed(100 * tone.level.white, 0),
                })
              : say("Levelled it would be darker by {exposure} stops, black from {black} %, white from {white} %.", {
                  exposure: fixed(Math.abs(tone.level.exposure), 2),
                  black: fixed(100 * tone.level.black, 0),
                  white: fixed(100 * tone.level.white, 0),
                })}
          </span>
          <button className="btn btn-sm" onClick={() => edit(levelLight(tone.level))}>
            {say("Level the light")}
          </button>
        </div>
      )}
      <section className="px-3.5 py-2" aria-label={say("Light")}>
        <PartHeader part="light" title={say("Light")} isSet={isPartSet(settings, "light")} />
        {LIGHT.map((key) => (
          <ToneField key={key} of={key} value={settings[key]} />
        ))}
      </section>
      <ToneCurve own={settings.curve} />
      <section className="ruled border-t px-3.5 py-2" aria-label={say("Colour")}>
        <PartHeader part="colour" title={say("Colour")} isSet={isPartSet(settings, "colour")} />
        {COLOUR.map((key) => (
          <ToneField key={key} of={key} value={settings[key]} />
        ))}
        <Explanation id="neutral">{say("Or press with Neutral (;) on something white or grey.")}</Explanation>
      </section>
      <MasksPart />
      <SharpnessPart photo={photo} derived={derived} settings={settings} />
    </>
  );
}

/** One number of the tone: made anew only when it changes, since all the others stay while one is dragged. */
const ToneField = memo(function ToneField({ of, value }: { of: Key; value: number }) {
  const edit = useBench((s) => s.edit);
  const endGesture = useBench((s) => s.endGesture);
  const setting = SETTINGS[of];
  return (
    <SettingField
      setting={setting}
      value={value}
      onChange={(v) => edit(finishTo(setting.label, { [of]: v }), `finish ${of}`)}
      onDone={endGesture}
    />
  );
});
