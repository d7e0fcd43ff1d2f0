"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { showOn } from "@/core/edits";
import { drawnOut, sightOf } from "@/core/shape/bend";
import { NumberField, fixed } from "@/ui";
import type { Derived } from "../../derived";

/** From here on people and round things near the border look wrong. */
const TOLD_FROM = 2.5;

/** What the picture is shown on, and how much its border is drawn out by that. */
export function SurfacePart({ derived }: { derived: Derived }) {
  const { recipe, gesture, edit, endGesture } = useBench();
  const bend = recipe.shape?.surface ?? 0;
  const { camera } = derived.recipe;
  const worst = gesture ? null : drawnOut(sightOf(derived.recipe), derived.map.rect, camera.focalPx).factor;
  const isWide = worst !== null && worst > TOLD_FROM;
  const open = isWide || bend > 0 || recipe.shape?.surface !== undefined;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Surface")}>
      <div className="flex items-center justify-between gap-2 py-0.5">
        <span>{say("Shown on")}</span>
        <span className="join" role="group" aria-label={say("What it is shown on")}>
          {(
            [
              [0, say("flat")],
              [1, say("cylinder")],
            ] as const
          ).map(([value, words]) => (
            <button
              key={value}
              className={`join-item btn btn-xs ${bend === value ? "btn-active" : ""}`}
              aria-pressed={bend === value}
              onClick={() => edit(showOn(value))}
            >
              {words}
            </button>
          ))}
        </span>
      </div>
      {open && (
        <>
          <input
            type="range"
            className="range range-xs my-1.5 w-full"
            aria-label={say("From flat to cylinder")}
            min={0}
            max={100}
            value={Math.round(100 * bend)}
            onChange={(e) => edit(showOn(Number(e.target.value) / 100), "surface")}
            onPointerUp={endGesture}
            onKeyUp={endGesture}
          />
          <NumberField
            label={say("Bent by")}
            value={100 * bend}
            standard={0}
            step={5}
            digits={0}
            unit="%"
            min={0}
            max={100}
            onChange={(v) => edit(showOn(v / 100), "surface")}
            onDone={endGesture}
          />
          {worst !== null && (
            <p className={isWide ? "" : "muted"} data-testid="drawn-out">
              {isWide
                ? bend < 1
                  ? say(
                      "At the border things are drawn out to {worst} times their size in the middle. On a cylinder verticals and the horizon stay straight, and it is less.",
                      { worst: fixed(worst, 1) },
                    )
                  : say("At the border things are drawn out to {worst} times their size in the middle.", {
                      worst: fixed(worst, 1),
                    })
                : say("At the border things are drawn out by no more than {worst} ×.", { worst: fixed(worst, 1) })}
            </p>
          )}
        </>
      )}
    </section>
  );
}
