import type { Vec2 } from "@/core/geometry";

export interface Look {
  /** Pixels of the original. */
  readonly at: Vec2;
  /** Screen pixels per pixel of the plane. */
  readonly scale: number;
}

/** The name of the event by which a panel asks the sheet to show a place. */
export const LOOK = "bench-look";

/** Brings a place of the photo to the middle of the sheet. */
export const lookAt = (at: Vec2, scale: number): void =>
  void window.dispatchEvent(new CustomEvent<Look>(LOOK, { detail: { at, scale } }));
