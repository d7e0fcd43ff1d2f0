import { type Words, tell } from "../../language";
import { type Attitude, LEVEL } from "../../camera";
import { DEG, type Size, type Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import { compile, solveRecipe, withCamera } from "../../render";
import type { Edit } from "../edit";

export type Angle = keyof Attitude;

const LIMITS: Record<Angle, number> = { pitch: 89, yaw: 89, roll: 180 };
const clamped = (key: Angle, deg: number): number => Math.max(-LIMITS[key], Math.min(LIMITS[key], deg));

/** Angles that come from lines again; what was set by hand without lines is let go. */
export const fromLines = (attitude: Recipe["attitude"]): Recipe["attitude"] =>
  attitude.from === "lines" ? attitude : { ...attitude, from: "lines", trim: { ...LEVEL } };

/** What the lines say, on top of which angles are trimmed by hand; null where they say nothing. */
export function solvedAttitude(recipe: Recipe, size: Size): Attitude | null {
  if (recipe.attitude.from !== "lines") return null;
  const { solution } = solveRecipe(withCamera(recipe, size), size, true);
  return solution.status === "solved" ? solution.attitude : null;
}

/** As setAngles; `wanted` is asked with the recipe and what its lines say. */
const setAnglesBy = (
  label: Words,
  size: Size,
  wanted: (recipe: Recipe, solved: Attitude | null) => Partial<Attitude> | null,
): Edit => ({
  label,
  apply: (recipe) => {
    const solved = solvedAttitude(recipe, size);
    const angles = wanted(recipe, solved);
    if (!angles) return recipe;
    const attitude = { ...recipe.attitude, trim: { ...recipe.attitude.trim }, on: true };
    for (const key of Object.keys(angles) as Angle[]) {
      const deg = clamped(key, angles[key]!);
      attitude[key] = deg;
      if (solved) attitude.trim[key] = clamped(key, deg - solved[key]);
    }
    if (!solved) attitude.from = "by-hand";
    return { ...recipe, attitude };
  },
});

/**
 * Sets angles by hand, degrees. Where lines settle the attitude it becomes a trim on top of what they say, which stays
 * when they change; otherwise the angles are simply those. @param size of the photo, pixels.
 */
export const setAngles = (label: Words, size: Size, wanted: Partial<Attitude>): Edit =>
  setAnglesBy(label, size, () => wanted);

const RESET: Record<Angle, Words> = {
  pitch: tell("Reset the pitch"),
  yaw: tell("Reset the turn"),
  roll: tell("Reset the roll"),
};

/** Back to what the lines say, or to level. */
export const resetAngle = (key: Angle, size: Size): Edit =>
  setAnglesBy(RESET[key], size, (_, solved) => ({ [key]: solved ? solved[key] : 0 }));

/** Rolls the camera so that a stroke between two recorded places comes out level. */
export const levelBy = (ends: readonly [Vec2, Vec2], size: Size): Edit =>
  setAnglesBy(tell("Level by a stroke"), size, (recipe) => {
    const map = compile(withCamera(recipe, size), size);
    const [a, b] = ends.map((e) => map.fromRecorded(e));
    if (!a || !b) return null;
    const [dx, dy] = a[0] < b[0] ? [b[0] - a[0], b[1] - a[1]] : [a[0] - b[0], a[1] - b[1]];
    return { roll: recipe.attitude.roll - Math.atan2(dy, dx) / DEG };
  });

/** The picture taken hold of: where, pixels of the plane, and the angles it had then. */
export interface Turning {
  readonly from: Vec2;
  readonly start: Attitude;
  /** About the axis instead of across. */
  readonly roll: boolean;
}

/** The camera turned so that the picture follows the pointer, or rolled about its axis. @param to pixels of the plane. */
export const turnTo = ({ from, start, roll }: Turning, to: Vec2, size: Size): Edit =>
  setAnglesBy(roll ? tell("Roll the picture") : tell("Turn the picture"), size, (recipe) => {
    const { focalPx, principal } = withCamera(recipe, size).camera;
    if (roll) {
      const angle = ([x, y]: Vec2): number => Math.atan2(y - principal[1], x - principal[0]) / DEG;
      return { roll: start.roll + angle(to) - angle(from) };
    }
    const across = (x: number): number => Math.atan2(x - principal[0], focalPx) / DEG;
    const down = (y: number): number => Math.atan2(y - principal[1], focalPx) / DEG;
    return {
      yaw: start.yaw + across(to[0]) - across(from[0]),
      // Pulled down, the picture was taken from a camera that looked up less, so more of the pitch is still to be undone.
      pitch: start.pitch - (down(to[1]) - down(from[1])),
    };
  });

/** Keeps a share of what the lines found, 0…1: "plumb" of the pitch, "sill" of the yaw. */
export const easeOff = (label: Words, part: "plumb" | "sill", share: number): Edit => ({
  label,
  apply: (recipe) => ({
    ...recipe,
    attitude: { ...recipe.attitude, ease: { ...recipe.attitude.ease, [part]: share } },
  }),
});

/** Turns a wall face-on: the one a line is on, the one found out, or none. */
export const turnFaceOn = (face: Recipe["attitude"]["face"], label = tell("Turn a wall face-on")): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, attitude: { ...recipe.attitude, face } }),
});
