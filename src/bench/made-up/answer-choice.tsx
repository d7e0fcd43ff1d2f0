"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { answerOf } from "@/core/edits";
import type { Rect } from "@/core/geometry";
import { SIDE_BY_SIDE, useAnswers } from "./answers-state";
import { endAnswers } from "./use-answers";

/** Room between the answers, CSS pixels. */
const BETWEEN = 6;

/** Where the answers go on the sheet: two by two. */
export function answerPlaces([x, y, w, h]: Rect): Rect[] {
  const [pw, ph] = [(w - BETWEEN) / 2, (h - BETWEEN) / 2];
  return Array.from({ length: SIDE_BY_SIDE }, (_, i): Rect => [
    Math.round(x + (i % 2) * (pw + BETWEEN)),
    Math.round(y + Math.floor(i / 2) * (ph + BETWEEN)),
    Math.floor(pw),
    Math.floor(ph),
  ]);
}

/** The answers' names over their panes; a press takes one. */
export function AnswerChoice({ field }: { field: Rect }) {
  const { first, fills, error } = useAnswers();
  const { edit, recipe } = useBench();
  const take = (seed: number): void => {
    if (seed !== (recipe.edges.seed ?? 1)) edit(answerOf(seed));
    endAnswers();
  };
  return (
    <div role="group" aria-label={say("Answers side by side")}>
      {answerPlaces(field).map(([x, y, w, h], i) => (
        <button
          key={first + i}
          className="group absolute cursor-pointer text-left outline-offset-[-3px] hover:outline-3 focus-visible:outline-3"
          style={{ left: x, top: y, width: w, height: h }}
          disabled={!fills[i]}
          autoFocus={i === 0}
          onClick={(e) => {
            e.stopPropagation();
            take(first + i);
          }}
          onPointerDown={(e) => e.stopPropagation()}
        >
          <span className="absolute left-2 top-2 rounded bg-base-100 px-2 py-1 shadow">
            {fills[i]
              ? say("Answer {number}", { number: first + i })
              : (error ?? say("Answer {number} is being made …", { number: first + i }))}
          </span>
        </button>
      ))}
      <button
        className="btn btn-sm absolute right-3 top-3 z-10"
        onPointerDown={(e) => e.stopPropagation()}
        onClick={endAnswers}
      >
        {say("Keep what there was")}
      </button>
    </div>
  );
}
