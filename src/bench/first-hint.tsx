"use client";

import { say } from "@/core/language";
import { Check } from "lucide-react";
import { useState } from "react";
import { useBench } from "@/client/bench-store";
import { laidCourses } from "@/core/recipe";

const KEY = "flat-stone-hint-gone";

/** Three steps for someone who was never here; it goes for good. What it lies over can still be drawn on. */
export function FirstHint() {
  const [gone, setGone] = useState(() => localStorage.getItem(KEY) !== null);
  const isTrue = useBench((s) => laidCourses(s.recipe).some((key) => key === "lens" || key === "lines"));
  // The grid's bar lies at the foot of the sheet.
  const gridShown = useBench((s) => s.grid);
  const [looked, setLooked] = useState(false);
  const holding = useBench((s) => s.holding);
  if (holding && !looked) setLooked(true);
  if (gone) return null;
  const steps = [
    { words: say("Press Z: the picture is trued up by its own edges."), done: isTrue },
    { words: say("Hold O to see it as it was shot."), done: looked },
    { words: say("Press Deliver for the file at full size."), done: false },
  ];
  const leave = (): void => {
    localStorage.setItem(KEY, "gone");
    setGone(true);
  };
  return (
    <aside
      className={`ruled pointer-events-none absolute ${gridShown ? "bottom-36" : "bottom-16"} left-16 z-10 w-72 rounded-md border bg-base-100/95 p-3 shadow-md`}
      aria-label={say("First steps")}
    >
      <ol className="space-y-1">
        {steps.map(({ words, done }, i) => (
          <li key={words} className={`flex gap-2 ${done ? "muted" : ""}`}>
            <span className="w-5 shrink-0 font-semibold tabular-nums">
              {done ? <Check size={16} aria-label={say("done")} /> : `${i + 1}`}
            </span>
            {words}
          </li>
        ))}
      </ol>
      <p className="flex items-center justify-between pt-2">
        <a className="link pointer-events-auto" href="/help#first" target="flat-stone-guide">
          {say("Guide")}
        </a>
        <button className="btn btn-xs pointer-events-auto" onPointerDown={(e) => e.stopPropagation()} onClick={leave}>
          {say("Got it")}
        </button>
      </p>
    </aside>
  );
}
