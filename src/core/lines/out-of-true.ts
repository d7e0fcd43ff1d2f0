import { type Vec2, degrees } from "../geometry";

export type LineKind = "plumb" | "sill" | "taut";

/** Angle between the line through two points and the vertical, degrees, 0…90. */
export const offVertical = (a: Vec2, b: Vec2): number =>
  degrees(Math.atan2(Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])));

/** Angle between the line through two points and the horizontal, degrees, 0…90. */
export const offHorizontal = (a: Vec2, b: Vec2): number =>
  degrees(Math.atan2(Math.abs(b[1] - a[1]), Math.abs(b[0] - a[0])));

/** How far a line of this kind is out of true in the plane given, degrees; a taut has no direction to be out of. */
export function outOfTrue(kind: LineKind, a: Vec2, b: Vec2): number {
  if (kind === "taut") return 0;
  return kind === "plumb" ? offVertical(a, b) : offHorizontal(a, b);
}
