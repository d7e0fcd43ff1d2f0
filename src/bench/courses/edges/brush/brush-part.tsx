"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { HARDNESS, type StrokeLock, type StrokePlane } from "@/core/edges";
import { NumberField } from "@/ui";
import { ShareField } from "../../share-field";
import { LEAST_STRENGTH, radiusFor, useBrush, useBrushSettings } from "../../../brush/brush-state";

const PLANES: Record<StrokePlane, string> = {
  picture: say("the picture"),
  wall: say("the wall"),
  side: say("the wall at right angles"),
  floor: say("floor or ceiling"),
};
const LOCKS: Record<StrokeLock | "free", string> = {
  free: say("anywhere"),
  horizontal: say("level"),
  vertical: say("plumb"),
};

/** The brush in hand: its size, edge and strength, and for a graft how it copies. */
export function BrushPart() {
  const { tool, size } = useBench();
  const { radius, source } = useBrush();
  const { hardness, strength } = useBrushSettings();
  const graft = tool === "graft";
  if (!graft && tool !== "mend") return null;
  return (
    <section className="ruled border-t px-3.5 py-2" aria-label={say("Brush")}>
      <NumberField
        label={say("Brush")}
        value={2 * radiusFor(radius, size)}
        standard={2 * radiusFor(null, size)}
        step={2}
        digits={0}
        unit="px"
        min={3}
        max={Math.round(0.5 * Math.max(...size))}
        onChange={(v) => useBrush.setState({ radius: v / 2 })}
      />
      <ShareField
        label={say("Hardness")}
        value={hardness}
        standard={HARDNESS}
        onChange={(share) => useBrushSettings.setState({ hardness: share })}
      />
      <ShareField
        label={say("Strength")}
        value={strength}
        standard={1}
        least={LEAST_STRENGTH}
        onChange={(share) => useBrushSettings.setState({ strength: share })}
      />
      {graft && <HowCopied hasSource={source !== null} />}
    </section>
  );
}

/** How a graft copies: along which plane, from where, and how it is fitted in. */
function HowCopied({ hasSource }: { hasSource: boolean }) {
  const { aligned, along, lock, matched } = useBrushSettings();
  return (
    <>
      <label className="flex items-center gap-2 pt-1.5">
        <span className="grow">{say("Copied along")}</span>
        <select
          className="select select-xs w-40"
          value={along}
          onChange={(e) => useBrushSettings.setState({ along: e.target.value as StrokePlane })}
        >
          {(Object.keys(PLANES) as StrokePlane[]).map((key) => (
            <option key={key} value={key}>
              {PLANES[key]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2 pt-1.5">
        <span className="grow">{say("From")}</span>
        <select
          className="select select-xs w-40"
          value={lock ?? "free"}
          onChange={(e) =>
            useBrushSettings.setState({ lock: e.target.value === "free" ? null : (e.target.value as StrokeLock) })
          }
        >
          {(Object.keys(LOCKS) as (StrokeLock | "free")[]).map((key) => (
            <option key={key} value={key}>
              {LOCKS[key]}
            </option>
          ))}
        </select>
      </label>
      {[
        { words: say("The source keeps its distance from stroke to stroke"), on: aligned, key: "aligned" },
        { words: say("Match the light to what is around"), on: matched, key: "matched" },
      ].map(({ words, on, key }) => (
        <label key={key} className="flex cursor-pointer items-center gap-2 pt-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={on}
            onChange={() => useBrushSettings.setState({ [key]: !on })}
          />
          {words}
        </label>
      ))}
      <p className="muted pt-1.5">
        {hasSource
          ? say("Shift B over another place copies from there.")
          : say("Press on the picture where to copy from, then draw where it should go.")}
      </p>
    </>
  );
}
