"use client";

import { say } from "@/language";
import { RotateCcw } from "lucide-react";
import { memo } from "react";
import { useBench } from "@/client/bench-store";
import { resetFinish } from "@/core/edits";
import { type FinishPart, withoutPart } from "@/core/finish";
import type { Recipe } from "@/core/recipe";

const without =
  (part: FinishPart) =>
  (recipe: Recipe): Recipe =>
    recipe.finish ? { ...recipe, finish: withoutPart(recipe.finish, part) } : recipe;

/** The name of a part of Finish; while "before" is held the picture is shown without it, and it resets alone. */
export const PartHeader = memo(function PartHeader({
  part,
  title,
  isSet,
}: {
  part: FinishPart;
  title: string;
  /** Whether anything of it differs from doing nothing. */
  isSet: boolean;
}) {
  const edit = useBench((s) => s.edit);
  const set = useBench((s) => s.set);
  const peek = useBench((s) => s.peek);
  const words = say("without the {title}", { title: title.toLowerCase() });
  const look = (on: boolean) => (): void => set({ peek: on ? { words, of: without(part), key: part } : null });
  const key = (on: boolean) => (e: React.KeyboardEvent) => {
    if (e.key !== " " && e.key !== "Enter") return;
    e.preventDefault();
    if (!e.repeat) look(on)();
  };
  return (
    <div className="flex min-h-7 items-center gap-1">
      <h3 className="grow font-semibold">{title}</h3>
      {isSet && (
        <>
          <button
            className="btn btn-ghost btn-xs font-normal"
            aria-pressed={peek?.key === part}
            aria-label={say("Before: the picture without its {title}, while held", { title: title.toLowerCase() })}
            onPointerDown={look(true)}
            onPointerUp={look(false)}
            onPointerLeave={look(false)}
            onPointerCancel={look(false)}
            onKeyDown={key(true)}
            onKeyUp={key(false)}
            onBlur={look(false)}
          >
            {say("before")}
          </button>
          <button
            className="btn btn-ghost btn-xs btn-square"
            aria-label={say("Reset the {title}", { title: title.toLowerCase() })}
            title={say("Reset the {title}", { title: title.toLowerCase() })}
            onClick={() => edit(resetFinish(part))}
          >
            <RotateCcw size={13} />
          </button>
        </>
      )}
    </div>
  );
});
