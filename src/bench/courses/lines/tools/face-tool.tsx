import { say } from "@/language";
import { addFace } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { newId } from "../../../new-id";
import { type Projection, onScreen, recordedAt } from "../../../marks/projection";
import { type Outcome, type Tool, edit } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { strokeOrHold } from "./stroke";

/** A face smaller than this was not meant, CSS pixels. */
const SMALLEST = 20;

/** A rectangle on the picture as it is shown, ready for its corners to be moved. @param ends two opposite corners, recorded. */
export function faceBetween(projection: Projection, ends: readonly [Vec2, Vec2]): readonly Outcome[] {
  const [a, b] = ends.map((e) => onScreen(projection, e)) as [Vec2 | null, Vec2 | null];
  if (!a || !b) return [];
  const [x0, x1, y0, y1] = [Math.min(a[0], b[0]), Math.max(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  if (x1 - x0 < SMALLEST || y1 - y0 < SMALLEST) return [];
  const corners = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].map(([x, y]) => recordedAt(projection, [x!, y!]));
  // A corner off what was recorded has no place to be kept at.
  if (!corners.every((c): c is Vec2 => c !== null)) return [];
  return [edit(addFace(newId(), corners)), { do: "set", state: { marks: true } }];
}

/** Marks a face: drawn from corner to corner, its corners moved afterwards. */
export const FACE: Tool = {
  name: "face",
  label: say("Face"),
  words: say("Mark a face"),
  key: "a",
  cursor: "crosshair",
  icon: toolIcon(<path d="M3 4.5L15 2.5V15L3 13.5zM3 9l4-5M5 13.7l9-11" />),
  down: (at, hand) =>
    strokeOrHold(at, hand, { kind: () => "plumb", done: (ends) => faceBetween(hand.projection, ends) }),
};
