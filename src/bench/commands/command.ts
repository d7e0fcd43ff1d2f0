import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { put, say } from "@/language";
import { COURSES, type CourseKey } from "@/core/recipe";

/** How the picture is looked at, as the sheet offers it to commands and panels. */
export interface SheetView {
  fit(): void;
  /** @param scale screen pixels per pixel of the plane. */
  zoomTo(scale: number): void;
  zoomBy(factor: number): void;
  /** Brings a place of the photo, recorded pixels, to the middle. */
  look(at: Vec2, scale: number): void;
  /** The same of a place of the plane: it may lie beyond the photo. */
  lookOn(plane: Vec2, scale: number): void;
}

/** What can be open over the Bench: the card of keys, the search among commands, carrying to other photos, what was saved, the photo's versions, saved recipes. */
export type Shown = "keys" | "commands" | "carry" | "history" | "versions" | "recipes";

/** What a command may act on. */
export interface CommandContext {
  /** The Bench as it is now. */
  readonly get: () => BenchState;
  /** The tool in hand. */
  readonly tool: () => { readonly brush?: "stroke" | "dab" };
  readonly photo: Photo;
  readonly sheet: SheetView;
  /** Takes the lens profile that fits best; null where none does. */
  readonly takeProfile: (() => void) | null;
  /** Opens the photo after or before this one. */
  readonly go: (by: 1 | -1) => void;
  /** Opens something over the Bench. */
  readonly show: (what: Shown) => void;
}

/** Which modifiers were held; undefined when the command was chosen otherwise. */
export type Modifiers = Pick<KeyboardEvent, "shiftKey" | "altKey" | "key">;

/** What commands belong to: a course, or what is the same in all of them. */
export type Group = CourseKey | "courses" | "look" | "steps" | "help";

/** All groups in the order in which they are shown, with what they are called. */
export const GROUPS: ReadonlyMap<Group, string> = new Map<Group, string>([
  ["courses", say("Courses")],
  ["look", say("Look")],
  ...COURSES.map(({ key, name }): [Group, string] => [key, put(name)]),
  ["steps", say("Steps")],
  ["help", say("Help")],
]);

/** Everything that a person can do by a key, a menu or the search is one of these. */
export interface Command {
  readonly id: string;
  readonly words: string;
  readonly group: Group;
  /**
   * Keys that run it, as "p", "Delete", "Ctrl+z", "Ctrl+Shift+z"; letters whether or not Shift is held, unless another
   * command asks for Shift. None: only by the search.
   */
  readonly keys: readonly string[];
  /** How the keys are written on the card, where it is not simply what they are. */
  readonly written?: string;
  /** Whether it can be done at the moment; always, where it does not say. */
  can?(context: CommandContext): boolean;
  run(context: CommandContext, held?: Modifiers): void;
  /** What is done while the key is held ends with it. */
  release?(context: CommandContext): void;
}
