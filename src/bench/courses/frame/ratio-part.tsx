"use client";

import { say } from "@/language";
import { useState } from "react";
import { ArrowLeftRight, FlipHorizontal2, RotateCcw, RotateCw } from "lucide-react";
import type { OpenedVersion } from "@/client";
import { useBench } from "@/client/bench-store";
import { frameRatio, mirrorPicture, quarterTurn } from "@/core/edits";
import { ratioOfWords, wordsOfRatio } from "@/core/frame";
import { notify } from "@/ui";
import { shownRatio } from "./hold-frame";
import { useAssignmentFrames } from "./use-assignment-frames";

/** Ratios in the order in which prints and pages ask for them, written as on an order form. */
const RATIOS = ["3:2", "4:3", "5:4", "1:1", "16:9", "2:3", "3:4", "4:5", "A4"] as const;

const near = (a: number, b: number): boolean => Math.abs(a / b - 1) < 1e-6;

/** The ratio of the frame: any, as the photo, of the list, the assignment's own, or typed; and quarter turns and mirror. */
export function RatioPart({ assignment }: { assignment: OpenedVersion["assignment"] }) {
  const { recipe, size, edit } = useBench();
  const { frames, keep } = useAssignmentFrames(assignment);
  const [typed, setTyped] = useState("");
  const { frame } = recipe;
  const shown = shownRatio(frame);
  const turned = (frame.turn ?? 0) % 2 === 1;
  const original = turned ? size[1] / size[0] : size[0] / size[1];
  const put = (ratio: number | null): void => edit(frameRatio(ratio === null ? null : turned ? 1 / ratio : ratio));
  const listed = [...frames.ratios, ...RATIOS.filter((r) => !frames.ratios.includes(r))];
  const chosen = shown === null ? undefined : listed.find((r) => near(ratioOfWords(r)!, shown));
  const value = shown === null ? "any" : near(shown, original) ? "original" : (chosen ?? "typed");
  const take = (): void => {
    const ratio = ratioOfWords(typed);
    if (ratio === null)
      return notify(say('"{typed}" is no ratio. Write 3:2, 1920×1080, 1.85 or A4.', { typed }), "error");
    put(ratio);
    setTyped("");
  };
  return (
    <div className="space-y-1.5">
      <div className="grid grid-cols-[auto_1fr_auto] items-center gap-2">
        <label htmlFor="ratio">{say("Ratio")}</label>
        <RatioSelect
          {...{ value, shown, listed }}
          own={frames.ratios}
          onPut={(v) => put(v === "original" ? original : v)}
        />
        <button
          className="btn btn-sm btn-square"
          aria-label={say("Swap the ratio's sides")}
          title={say("Swap the ratio’s sides (Shift W)")}
          disabled={shown === null}
          onClick={() => put(1 / shown!)}
        >
          <ArrowLeftRight size={15} />
        </button>
      </div>
      <form
        className="flex gap-1.5"
        onSubmit={(e) => {
          e.preventDefault();
          take();
        }}
      >
        <input
          className="input input-sm grow"
          aria-label={say("Ratio, typed")}
          placeholder="3:2, 1920×1080, A4 …"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <button className="btn btn-sm" disabled={typed.trim() === ""}>
          {say("Take")}
        </button>
        {shown !== null && (
          <button
            type="button"
            className="btn btn-sm"
            title={say("Keep this ratio in the visit's list, or take it off")}
            onClick={() => {
              const words = wordsOfRatio(shown);
              const has = frames.ratios.includes(words);
              keep({ ratios: has ? frames.ratios.filter((r) => r !== words) : [...frames.ratios, words] });
            }}
          >
            {frames.ratios.includes(wordsOfRatio(shown)) ? say("Drop") : say("Keep")}
          </button>
        )}
      </form>
      <TurnAndMirror />
    </div>
  );
}

function TurnAndMirror() {
  const edit = useBench((b) => b.edit);
  const isMirrored = useBench((b) => b.recipe.frame.mirror === true);
  return (
    <div className="flex gap-1.5" role="group" aria-label={say("Turn and mirror")}>
      <button
        className="btn btn-sm btn-square"
        aria-label={say("Turn anticlockwise")}
        title={say("Turn anticlockwise")}
        onClick={() => edit(quarterTurn(-1))}
      >
        <RotateCcw size={15} />
      </button>
      <button
        className="btn btn-sm btn-square"
        aria-label={say("Turn clockwise")}
        title={say("Turn clockwise")}
        onClick={() => edit(quarterTurn(1))}
      >
        <RotateCw size={15} />
      </button>
      <button
        className="btn btn-sm btn-square"
        aria-label={say("Mirror")}
        title={say("Mirror")}
        aria-pressed={isMirrored}
        onClick={() => edit(mirrorPicture())}
      >
        <FlipHorizontal2 size={15} />
      </button>
    </div>
  );
}

interface SelectParts {
  value: string;
  /** The ratio of the frame; null: any. */
  shown: number | null;
  listed: readonly string[];
  /** The visit's own. */
  own: readonly string[];
  onPut(ratio: number | "original" | null): void;
}

function RatioSelect({ value, shown, listed, own, onPut }: SelectParts) {
  return (
    <select
      id="ratio"
      className="select select-sm w-full"
      value={value}
      onChange={(e) => {
        const v = e.target.value;
        onPut(v === "any" ? null : v === "original" ? v : ratioOfWords(v));
      }}
    >
      <option value="any">{say("any")}</option>
      <option value="original">{say("as the photo")}</option>
      {value === "typed" && <option value="typed">{wordsOfRatio(shown!)}</option>}
      {listed.map((r) => (
        <option key={r} value={r}>
          {r.replace(":", " : ")}
          {own.includes(r) ? `, ${say("this visit’s")}` : ""}
        </option>
      ))}
    </select>
  );
}
