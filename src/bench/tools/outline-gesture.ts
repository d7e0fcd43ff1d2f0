import { type Vec2, distance2, signedArea, withoutCollinear } from "@/core/geometry";
import type { Gesture, Outcome } from "./tool";

/** Corners of an outline are at least so far apart, as a share of its extent; and it has so many at most. */
const APART = 0.01;
const MOST = 100;
/** An outline encloses at least a square of so many times that side; a stroke encloses nothing. */
const LEAST = 3;

/**
 * An outline drawn freely around an area; it closes where it ends.
 *
 * @param done what comes of it, pixels of the original. @param stroke what comes of a stroke that encloses nothing, where that is something.
 */
export function outlineGesture(
  from: Vec2,
  size: Vec2,
  done: (outline: readonly Vec2[]) => readonly Outcome[],
  stroke: (ends: readonly [Vec2, Vec2]) => readonly Outcome[] = () => [],
): Gesture {
  const points: Vec2[] = [from];
  const apart = APART * Math.max(...size);
  return {
    keeps: "map",
    move: ({ recorded }) => {
      if (recorded && distance2(recorded, points.at(-1)!) >= apart) points.push(recorded);
      return [];
    },
    up: () => {
      let outline = withoutCollinear(points, apart / 8);
      while (outline.length > MOST) outline = outline.filter((_, i) => i % 2 === 0);
      const enclosed = Math.abs(signedArea(outline)) >= (LEAST * apart) ** 2;
      if (outline.length >= 3 && enclosed) return done(outline);
      return points.length > 1 ? stroke([points[0]!, points.at(-1)!]) : [];
    },
    marks: () => (points.length > 1 ? { area: [...points] } : {}),
  };
}
