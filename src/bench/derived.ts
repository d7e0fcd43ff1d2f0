import { useEffect, useMemo, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { nextLine } from "@/core/attitude";
import { outOfTrue } from "@/core/lines";
import { type Line, bubbleNames, endsOf } from "@/core/recipe";
import { compile, linesOf, solveRecipe, withCamera } from "@/core/render";

/** A line's row in the schedule. */
export interface LineRow {
  readonly line: Line;
  readonly name: string;
  readonly lengthPx: number;
  /** Degrees out of true as shot and as corrected; null where it cannot be seen. */
  readonly before: number;
  readonly after: number | null;
  readonly pull: number;
  readonly residualPx: number;
  /** "w1", "w2" …: the wall a sill is on, where there are several. */
  readonly wall: string | null;
}

/** Everything the core says of the current recipe. */
export function useDerived() {
  const recipe = useBench((s) => s.recipe);
  const size = useBench((s) => s.size);
  const moving = useBench((s) => s.gesture !== null);
  // The ratio of the frame when things last rested.
  const [rested, setRested] = useState<number | null>(null);
  const meanwhile = moving ? rested : null;
  const derived = useMemo(() => {
    const settled = withCamera(recipe, size);
    const map = compile(settled, size, meanwhile);
    const { solution, messages } = solveRecipe(settled, size);
    const names = bubbleNames(recipe.lines);
    const shares = new Map(solution.lines.map((l) => [l.id, l]));
    const rows = recipe.lines
      .filter((l) => l.kind !== "taut")
      .map((line): LineRow => {
        const [a, b] = endsOf(line);
        const after = [map.fromRecorded(a), map.fromRecorded(b)];
        const seen = after.every((p): p is Vec2 => p !== null);
        return {
          line,
          name: names.get(line.id) ?? "",
          lengthPx: Math.hypot(b[0] - a[0], b[1] - a[1]),
          before: outOfTrue(line.kind, a, b),
          after: seen ? outOfTrue(line.kind, after[0]!, after[1]!) : null,
          pull: shares.get(line.id)?.pull ?? 0,
          residualPx: shares.get(line.id)?.residualPx ?? 0,
          wall:
            solution.walls.length > 1 && typeof shares.get(line.id)?.wall === "number"
              ? `w${shares.get(line.id)!.wall! + 1}`
              : null,
        };
      });
    const inputs = linesOf(recipe);
    // Where one more line would help is no matter while something moves.
    const next = moving ? null : nextLine(settled.camera, map.lens, size, inputs, solution);
    return { source: recipe, next, recipe: settled, map, solution, messages, rows, names };
  }, [recipe, size, meanwhile, moving]);
  const ratio = derived.map.frame[2] / derived.map.frame[3];
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- costs no second solve: it counts only once things move
    if (!moving) setRested(ratio);
  }, [moving, ratio]);
  return derived;
}

export type Derived = ReturnType<typeof useDerived>;
