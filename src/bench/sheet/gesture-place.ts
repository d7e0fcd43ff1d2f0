import type { PointerEvent as ReactPointerEvent } from "react";
import { toPlane } from "@/client/picture/view";
import { type Vec2, distance2 } from "@/core/geometry";
import { type Projection, recordedAt } from "../marks/projection";
import type { At } from "../tools/tool";

/** A pointer must travel this far to mean a stroke rather than a click, CSS pixels. */
const FAR = 6;

/** As much of a pointer's event as tells where it is. */
export type Pointed = Pick<
  ReactPointerEvent<HTMLElement>,
  "currentTarget" | "clientX" | "clientY" | "shiftKey" | "altKey"
> &
  Partial<Pick<ReactPointerEvent, "pointerType" | "pressure">>;

/** As much of a gesture under way as tells how far the pointer has come. */
interface Begun {
  readonly from: Vec2;
  readonly moved: boolean;
}

/** Where the pointer is on the sheet, CSS pixels. */
export const screenOf = (event: Pointed): Vec2 => {
  const box = event.currentTarget.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
};
/** Where the pointer is, in every way that tools ask for. */
export const placeOf = (event: Pointed, by: Projection, run: Begun | null): At => {
  const screen = screenOf(event);
  return {
    screen,
    plane: toPlane(by.view, screen),
    recorded: recordedAt(by, screen),
    far: run !== null && distance2(screen, run.from) >= FAR,
    moved: run?.moved ?? false,
    shift: event.shiftKey,
    alt: event.altKey,
    pressure: event.pointerType === "pen" && event.pressure ? event.pressure : 1,
  };
};
