import type { BenchState } from "@/client/bench-store";
import type { Attitude } from "@/core/camera";
import { DEG, type Vec2 } from "@/core/geometry";
import { compile, solveRecipe, withCamera } from "@/core/render";

type Editor = Pick<BenchState, "edit" | "recipe" | "size">;
export type Angle = keyof Attitude;

const LIMITS: Record<Angle, number> = { pitch: 89, yaw: 89, roll: 180 };
const held = (key: Angle, deg: number): number => Math.max(-LIMITS[key], Math.min(LIMITS[key], deg));

/** What the lines say, on top of which angles are trimmed by hand; null where they say nothing. */
export function solvedAttitude({ recipe, size }: Pick<BenchState, "recipe" | "size">): Attitude | null {
  if (recipe.attitude.from !== "lines") return null;
  const { solution } = solveRecipe(withCamera(recipe, size), size, true);
  return solution.status === "solved" ? solution.attitude : null;
}

/**
 * Sets angles by hand. Where lines settle the attitude it becomes a trim on top of what they say, which stays when
 * they change; otherwise the angles are simply those.
 */
export function setAngles(bench: Editor, label: string, wanted: Partial<Attitude>, gesture?: string): void {
  const solved = solvedAttitude(bench);
  bench.edit(
    label,
    (r) => {
      for (const key of Object.keys(wanted) as Angle[]) {
        const deg = held(key, wanted[key]!);
        r.attitude[key] = deg;
        if (solved) r.attitude.trim[key] = held(key, deg - solved[key]);
      }
      if (!solved) r.attitude.from = "by-hand";
      r.attitude.on = true;
    },
    gesture,
  );
}

/** Back to what the lines say, or to level. */
export function resetAngle(bench: Editor, key: Angle): void {
  const solved = solvedAttitude(bench);
  setAngles(bench, `Reset the ${key}`, { [key]: solved ? solved[key] : 0 });
}

/** Rolls the camera so that a stroke between two recorded places comes out level. */
export function levelBy(bench: Editor, ends: readonly [Vec2, Vec2]): void {
  const { recipe, size } = bench;
  const map = compile(withCamera(recipe, size), size);
  const [a, b] = ends.map((e) => map.fromRecorded(e));
  if (!a || !b) return;
  const [dx, dy] = a[0] < b[0] ? [b[0] - a[0], b[1] - a[1]] : [a[0] - b[0], a[1] - b[1]];
  setAngles(bench, "Level by a stroke", { roll: recipe.attitude.roll - Math.atan2(dy, dx) / DEG });
}

interface Turning {
  readonly from: Vec2;
  readonly start: Attitude;
  readonly key: string;
  readonly roll: boolean;
}

/** The camera turned so that the picture follows the pointer, or rolled about its axis; plane pixels. */
export function turnedTo(bench: Editor, { from, start, key, roll }: Turning, to: Vec2): void {
  const { focalPx, principal } = withCamera(bench.recipe, bench.size).camera;
  if (roll) {
    const angle = ([x, y]: Vec2): number => Math.atan2(y - principal[1], x - principal[0]) / DEG;
    setAngles(bench, "Roll the picture", { roll: start.roll + angle(to) - angle(from) }, key);
    return;
  }
  const across = (x: number): number => Math.atan2(x - principal[0], focalPx) / DEG;
  const down = (y: number): number => Math.atan2(y - principal[1], focalPx) / DEG;
  setAngles(
    bench,
    "Turn the picture",
    // Pulled down, the picture was taken from a camera that looked up less, so more of the pitch is still to be undone.
    { yaw: start.yaw + across(to[0]) - across(from[0]), pitch: start.pitch - (down(to[1]) - down(from[1])) },
    key,
  );
}
