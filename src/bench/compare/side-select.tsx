"use client";

import { say, sayError } from "@/language";
import { useBench } from "@/client/bench-store";
import { api } from "@/client";
import { COURSES, type Recipe, laidCourses } from "@/core/recipe";
import { notify } from "@/ui";
import type { Opened } from "../opened";
import { type Side } from "./compare-state";
import { recipeOf, sideWords } from "./use-compared";

/** Steps back that are offered. */
const STEPS = 12;

const valueOf = (side: Side): string =>
  side.kind === "without" ? `without:${side.course}` : side.kind === "recipe" ? side.id : side.kind;

/** A choice of what is compared: this version, as shot, other versions, without a course, before a step. */
export function SideSelect({
  label,
  opened: { siblings, version },
  side,
  plain,
  onChange,
}: {
  label: string;
  opened: Opened;
  side: Side;
  /** As shot is offered as well. */
  plain: boolean;
  onChange: (side: Side) => void;
}) {
  const { recipe, past } = useBench();
  const steps = past.slice(-STEPS).map((step, i, all) => ({
    id: `step:${past.length - all.length + i}`,
    words: say("Before: {label}", { label: step.label }),
    recipe: step.recipe,
  }));
  const others = siblings.filter((v) => v.id !== version.id);
  const choose = async (value: string): Promise<void> => {
    if (value === "now" || value === "as-shot") return onChange({ kind: value });
    const [kind, rest] = [value.slice(0, value.indexOf(":")), value.slice(value.indexOf(":") + 1)];
    const course = COURSES.find((c) => c.key === rest)?.key;
    if (kind === "without" && course) return onChange({ kind: "without", course });
    const step = steps.find((s) => s.id === value);
    if (step) return onChange({ kind: "recipe", ...step });
    const other = others.find((v) => `version:${v.id}` === value);
    if (!other) return;
    try {
      const { recipe: theirs } = await api.version(other.id);
      onChange({ kind: "recipe", id: value, words: say("Version {name}", { name: other.name }), recipe: theirs });
    } catch (error) {
      notify(
        say("Version {name} could not be fetched. {message}", { name: other.name, message: sayError(error as Error) }),
        "error",
      );
    }
  };
  const gone = side.kind === "recipe" && side.id.startsWith("step:") && !steps.some((s) => s.id === side.id);
  return (
    <select
      className="select select-xs w-34"
      aria-label={label}
      value={valueOf(side)}
      onChange={(e) => void choose(e.target.value)}
    >
      <option value="now">{say("As it is now")}</option>
      {plain && <option value="as-shot">{say("As shot")}</option>}
      {others.length > 0 && (
        <optgroup label={say("Other versions")}>
          {others.map((v) => (
            <option key={v.id} value={`version:${v.id}`}>
              {say("Version {name}", { name: v.name })}
            </option>
          ))}
        </optgroup>
      )}
      <optgroup label={say("Without one course")}>
        {laidCourses(recipe).map((key) => (
          <option key={key} value={`without:${key}`}>
            {sideWords({ kind: "without", course: key })}
          </option>
        ))}
      </optgroup>
      {(steps.length > 0 || gone) && (
        <optgroup label={say("Before a step")}>
          {gone && <option value={side.id}>{side.words}</option>}
          {[...steps].reverse().map(({ id, words }) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </optgroup>
      )}
    </select>
  );
}

/** What the sheet shows as the first of the two; null: the recipe as it is now. */
export const peekOf = (side: Side): { words: string; of: (now: Recipe) => Recipe } | null =>
  side.kind === "now" || side.kind === "as-shot"
    ? null
    : { words: sideWords(side), of: (now) => recipeOf(side, now) ?? now };
