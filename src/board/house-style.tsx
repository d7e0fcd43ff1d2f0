"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "@/client";
import type { VisitStyle } from "@/core/answers";
import { ratioOfWords, wordsOfRatio } from "@/core/frame";
import { say, sayError } from "@/language";
import { Dialog, NumberField, notify } from "@/ui";

/** A stretch and a share to begin with where one of them is chosen. */
const STRETCH = 2.5;
const SHARE = 0.9;

/** A style in a few words. */
function styleWords({ verticals, ratio }: VisitStyle): string {
  const how =
    verticals === "full"
      ? say("verticals in full")
      : verticals === "borne"
        ? say("verticals as far as each picture bears")
        : "stretch" in verticals
          ? say("verticals in full up to {stretch} times stretch", { stretch: verticals.stretch.toFixed(1) })
          : say("verticals always {share} %", { share: Math.round(100 * verticals.share) });
  return ratio === null ? how : say("{how}, framed {ratio}", { how, ratio: wordsOfRatio(ratio) });
}

/** The house style of a visit: what its proposals keep to. Opens as a dialog. */
export function HouseStyle({ id, style: opened }: { id: string; style: VisitStyle }) {
  const [open, setOpen] = useState(false);
  const [style, setStyle] = useState(opened);
  const cache = useQueryClient();
  const { mutate } = useMutation({
    mutationFn: (next: VisitStyle) => api.changeAssignment(id, { style: next }),
    onMutate: (next) => {
      setStyle(next);
      return style;
    },
    onError: (error: Error, _next, before) => {
      setStyle(before ?? opened);
      notify(say("The house style could not be kept: {message}", { message: sayError(error) }), "error");
    },
    onSettled: () => void cache.invalidateQueries({ queryKey: ["assignments"] }),
  });
  return (
    <>
      <button className="btn btn-sm" title={styleWords(style)} onClick={() => setOpen(true)}>
        {say("House style")}
      </button>
      {open && (
        <Dialog title={say("House style of this visit")} onClose={() => setOpen(false)}>
          <Choices style={style} change={(part) => mutate({ ...style, ...part })} />
        </Dialog>
      )}
    </>
  );
}

function Choices({ style, change }: { style: VisitStyle; change: (part: Partial<VisitStyle>) => void }) {
  const { verticals, ratio, follow } = style;
  const kind = typeof verticals === "string" ? verticals : "stretch" in verticals ? "stretch" : "share";
  const option = (key: typeof kind, words: string, value: VisitStyle["verticals"]) => (
    <label className="flex items-center gap-2 py-0.5">
      <input
        type="radio"
        name="verticals"
        className="radio radio-sm"
        checked={kind === key}
        onChange={() => change({ verticals: value })}
      />
      {words}
    </label>
  );
  return (
    <div className="flex flex-col gap-3">
      <p className="muted">
        {say("What is proposed for the photos of this visit keeps to it. Work that is done stays.")}
      </p>
      <fieldset>
        <legend className="font-semibold">{say("Verticals")}</legend>
        {option("borne", say("as far as each picture bears"), "borne")}
        {option("full", say("always in full"), "full")}
        {option("stretch", say("in full up to a stretch"), { stretch: STRETCH })}
        {kind === "stretch" && typeof verticals === "object" && "stretch" in verticals && (
          <NumberField
            label={say("Greatest stretch")}
            unit="×"
            value={verticals.stretch}
            standard={STRETCH}
            step={0.1}
            digits={1}
            min={1}
            max={10}
            onChange={(stretch) => change({ verticals: { stretch } })}
          />
        )}
        {option("share", say("always a share"), { share: SHARE })}
        {kind === "share" && typeof verticals === "object" && "share" in verticals && (
          <NumberField
            label={say("Share of the verticals")}
            unit="%"
            value={100 * verticals.share}
            standard={100 * SHARE}
            step={1}
            digits={0}
            min={0}
            max={100}
            onChange={(percent) => change({ verticals: { share: percent / 100 } })}
          />
        )}
      </fieldset>
      <RatioField ratio={ratio} onChange={(next) => change({ ratio: next })} />
      <label className="flex items-start gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm mt-0.5"
          checked={follow}
          onChange={(e) => change({ follow: e.target.checked })}
        />
        {say("Follow what the last three photos were given alike")}
      </label>
    </div>
  );
}

function RatioField({ ratio, onChange }: { ratio: number | null; onChange(ratio: number | null): void }) {
  const [typed, setTyped] = useState(ratio === null ? "" : wordsOfRatio(ratio));
  const keepRatio = (): void => {
    const read = typed.trim() === "" ? null : ratioOfWords(typed);
    if (typed.trim() !== "" && read === null) return setTyped(ratio === null ? "" : wordsOfRatio(ratio));
    if (read !== ratio) onChange(read);
  };
  return (
    <label className="flex items-center justify-between gap-2">
      <span className="font-semibold">{say("Frame")}</span>
      <input
        className="input input-sm w-28 text-right"
        aria-label={say("Ratio of the frame")}
        placeholder={say("free")}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keepRatio}
        onKeyDown={(e) => e.key === "Enter" && keepRatio()}
      />
    </label>
  );
}
