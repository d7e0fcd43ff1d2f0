"use client";

import { say } from "@/language";
import { NumberField } from "@/ui";
import { FEWEST, MOST, WITHIN, type Within, useGrid } from "./grid-state";

const WORDS: Record<Within, string> = {
  none: say("nothing"),
  thirds: say("thirds"),
  centre: say("centre lines"),
  diagonals: say("diagonals"),
};

/** How the grid over the picture is. Pointer events stop here. */
export function GridBar() {
  const { across, aside, opacity, colour, within } = useGrid();
  const stop = (e: React.PointerEvent): void => e.stopPropagation();
  return (
    <div
      className="ruled absolute bottom-14 left-1/2 z-10 flex w-max max-w-[calc(100%-1rem)] -translate-x-1/2 flex-wrap items-center justify-center gap-x-3 gap-y-1 rounded-md border bg-base-100 px-2 py-1 shadow-md"
      role="group"
      aria-label={say("Grid")}
      onPointerDown={stop}
      onPointerMove={stop}
      onPointerUp={stop}
    >
      <NumberField
        label={say("Spaces")}
        narrow
        value={across}
        standard={18}
        step={1}
        digits={0}
        min={FEWEST}
        max={MOST}
        onChange={(v) => useGrid.setState({ across: Math.round(v) })}
      />
      {([0, 1] as const).map((k) => (
        <NumberField
          key={k}
          label={k === 0 ? say("Right") : say("Down")}
          narrow
          value={100 * aside[k]}
          standard={0}
          step={5}
          digits={0}
          unit="%"
          min={-100}
          max={100}
          onChange={(v) => useGrid.setState({ aside: k === 0 ? [v / 100, aside[1]] : [aside[0], v / 100] })}
        />
      ))}
      <NumberField
        label={say("Opacity")}
        narrow
        value={100 * opacity}
        standard={50}
        step={5}
        digits={0}
        unit="%"
        min={10}
        max={100}
        onChange={(v) => useGrid.setState({ opacity: v / 100 })}
      />
      <select
        className="select select-xs w-20"
        aria-label={say("Colour of the grid")}
        value={colour}
        onChange={(e) => useGrid.setState({ colour: e.target.value as typeof colour })}
      >
        <option value="plain">{say("plain")}</option>
        <option value="red">{say("red")}</option>
        <option value="green">{say("green")}</option>
      </select>
      <label className="flex items-center gap-1.5">
        {say("In the frame")}
        <select
          className="select select-xs w-28"
          value={within}
          onChange={(e) => useGrid.setState({ within: e.target.value as Within })}
        >
          {WITHIN.map((w) => (
            <option key={w} value={w}>
              {WORDS[w]}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
