"use client";

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
      <span>Turn face-on</span>
      <select
        className="select select-sm w-full"
        value={chosen}
        onChange={(e) => {
          const { value } = e.target;
          const wall = solution.walls[Number(value)];
          edit(turnFaceOn(value === "auto" || value === "none" ? value : { line: wall!.lines[0]! }, "Choose the wall"));
        }}
      >
        <option value="auto">
          {solution.face.why === "corner" ? "None: a view into a corner" : "The wall that faces the camera"}
        </option>
        <option value="none">None</option>
        {solution.walls.map(({ lines, heading, sigma }, i) => (
          <option key={lines[0]} value={i}>
            {`Wall of ${lines
              .slice(0, 3)
              .map((id) => names.get(id) ?? id)
              .join(
                ", ",
              )}${lines.length > 3 ? " …" : ""}: ${fixed(heading, 1)}° ± ${fixed(sigma, sigma < 0.095 ? 2 : 1)}`}
          </option>
        ))}
      </select>
    </label>
  );
}
