"use client";

import { tell } from "@/core/language";
import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { turnFaceOn } from "@/core/edits";
import { fixed } from "@/ui";
import type { Derived } from "../../derived";

/** Which wall is turned face-on: found out, none, or one of those that have sills. */
export function WallPart({ derived: { solution, names } }: { derived: Derived }) {
  const { recipe, edit } = useBench();
  const { face } = recipe.attitude;
  if (solution.walls.length === 0) return null;
  const chosen = typeof face === "string" ? face : `${solution.walls.findIndex((w) => w.lines.includes(face.line))}`;
  return (
    <label className="ruled grid grid-cols-[auto_1fr] items-center gap-2.5 border-b px-3.5 py-2">
      <span>{say("Turn face-on")}</span>
      <select
        className="select select-sm w-full"
        value={chosen}
        onChange={(e) => {
          const { value } = e.target;
          const wall = solution.walls[Number(value)];
          edit(
            turnFaceOn(
              value === "auto" || value === "none" ? value : { line: wall!.lines[0]! },
              tell("Choose the wall"),
            ),
          );
        }}
      >
        <option value="auto">
          {solution.face.why === "corner" ? say("None: a view into a corner") : say("The wall that faces the camera")}
        </option>
        <option value="none">{say("None")}</option>
        {solution.walls.map(({ lines, heading, sigma }, i) => (
          <option key={lines[0]} value={i}>
            {wallWords(
              lines.map((id) => names.get(id) ?? id),
              fixed(heading, 1),
              fixed(sigma, sigma < 0.095 ? 2 : 1),
            )}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A wall by its first lines, and which way it faces, degrees. */
function wallWords(lines: readonly string[], heading: string, sigma: string): string {
  const told = { names: lines.slice(0, 3).join(", "), heading, sigma };
  return lines.length > 3
    ? say("Wall of {names} …: {heading}° ± {sigma}", told)
    : say("Wall of {names}: {heading}° ± {sigma}", told);
}
