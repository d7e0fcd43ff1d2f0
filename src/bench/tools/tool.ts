import type { ComponentType } from "react";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import type { Edit } from "@/core/edits";
import type { Rect, Vec2 } from "@/core/geometry";
import type { Line } from "@/core/recipe";
import type { SheetColours } from "../marks/colours";
import type { Projection } from "../marks/projection";
import type { ToolButton } from "./tool-button";

/** Where the pointer is, by the picture as it lay when it went down. */
export interface At {
  /** CSS pixels of the sheet. */
  readonly screen: Vec2;
  /** Pixels of the plane that is shown. */
  readonly plane: Vec2;
  /** Pixels of the original; null where nothing was recorded. */
  readonly recorded: Vec2 | null;
  /** Whether it is as far from where it went down as a stroke is. */
  readonly far: boolean;
  /** Whether it has moved at all since; what has not is changed by nothing. */
  readonly moved: boolean;
  readonly shift: boolean;
  readonly alt: boolean;
  /** How hard a pen presses, 0…1; 1 for what cannot tell. */
  readonly pressure: number;
}

/** What a tool has before it when the pointer goes down. */
export interface Hand {
  readonly bench: Readonly<
    Pick<BenchState, "recipe" | "size" | "selected" | "found" | "marks" | "view" | "course" | "places">
  >;
  readonly projection: Projection;
  /** The frame as it is shown, pixels of the plane. */
  readonly frame: Rect;
  /** What the course offers to be taken hold of. */
  readonly grips: readonly Grip[];
  /** The colour that the sheet shows at a place, CSS pixels of it: red, green, blue, 0…255; null where it shows none. */
  readonly colourAt?: (screen: Vec2) => readonly [number, number, number] | null;
}

/** What comes of a pointer's event. */
export type Outcome =
  /** All edits of one gesture are one step back. */
  | { readonly do: "edit"; readonly edit: Edit }
  | { readonly do: "set"; readonly state: Parameters<BenchState["set"]>[0] }
  /** Takes back what this gesture has changed. */
  | { readonly do: "revert" }
  /** What takes its time, such as following an edge; it goes on after the gesture. */
  | { readonly do: "then"; readonly work: LongWork };

type LongWork = (bench: () => BenchState, photo: Photo) => Promise<void>;

/** What is drawn while a gesture runs. */
export interface RunningMarks {
  /** A stroke, pixels of the original, and what it will be. */
  readonly stroke?: { readonly ends: readonly [Vec2, Vec2]; readonly kind: Line["kind"] };
  /** An end of a line that is moved: the magnifier shows what lies under it. */
  readonly held?: { readonly id: string; readonly end: 0 | 1 };
  /** Something else that is moved, pixels of the original: the magnifier shows what lies under it. */
  readonly at?: Vec2;
  /** An outline being drawn, pixels of the original. */
  readonly area?: readonly Vec2[];
  /** Whether a grid lies over the picture meanwhile. */
  readonly grid?: boolean;
}

/** From a pointer's going down to its going up; dropped, all that it has changed is taken back. */
export interface Gesture {
  /** What comes of its beginning. */
  readonly begins?: readonly Outcome[];
  /** It moves the picture. */
  readonly pans?: boolean;
  /** While it runs the sheet keeps the map (nothing moves under the pointer), or only the view of it. */
  readonly keeps?: "map" | "view";
  move(at: At): readonly Outcome[];
  up(at: At): readonly Outcome[];
  marks?(): RunningMarks;
  /** It is dropped: what it has shown by itself goes. */
  dropped?(): void;
}

/** Something that can be taken hold of, whichever tool is in hand; null where it is not under the pointer. */
export type Grip = (at: At, hand: Hand) => Gesture | null;

/** What a tool that draws over the sheet by itself is given. */
export interface OverlayParts {
  /** The tool's own. */
  readonly name: string;
  readonly element: HTMLElement | null;
  readonly projection: Projection;
  /** The canvases that the picture is on, the sharper after the quicker; one that shows nothing is hidden. */
  readonly pictures: () => readonly (HTMLCanvasElement | null)[];
  /** CSS pixels. */
  readonly sheet: Vec2;
  readonly colours: SheetColours;
}

/** A tool on the sheet: what the pointer does with it, and its button, in one file. */
export interface Tool extends ToolButton {
  /** CSS cursor. */
  readonly cursor: string;
  /** It is a brush, and of which kind; absent: it is none. */
  readonly brush?: "stroke" | "dab";
  down(at: At, hand: Hand): Gesture;
  /** What a key comes to while the tool is in hand; null where the key is not its own. */
  onKey?(key: string, hand: Pick<Hand, "bench">): readonly Outcome[] | null;
  /** A sentence over the picture on what to do next. */
  hint?(bench: Hand["bench"]): string | null;
  /** Draws what follows the pointer, where marks would be too slow; then nothing else follows it. */
  readonly Overlay?: ComponentType<OverlayParts>;
}

export const edit = (one: Edit): Outcome => ({ do: "edit", edit: one });
export const select = (id: string | null, end: 0 | 1 | null = null): Outcome => ({
  do: "set",
  state: { selected: id, selectedEnd: end },
});

export const later = (work: LongWork): Outcome => ({ do: "then", work });

const nothing = (): readonly Outcome[] => [];

/** Moves the picture. @param click what comes of a press without a move. */
export const pan = (begins: readonly Outcome[] = [], click = nothing): Gesture => ({
  pans: true,
  begins,
  move: nothing,
  up: ({ far }) => (far ? [] : click()),
});

/** Lets go of what is selected and moves the picture. */
export const letGo = ({ bench }: Hand, click = nothing): Gesture => pan(bench.selected ? [select(null)] : [], click);

/** The first of several grips that has something under the pointer. */
export function taken(grips: readonly Grip[], at: At, hand: Hand): Gesture | null {
  for (const grip of grips) {
    const gesture = grip(at, hand);
    if (gesture) return gesture;
  }
  return null;
}
