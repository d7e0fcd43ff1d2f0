import type { OpenedVersion, Photo } from "@/client";
import type { CourseKey, Line, Recipe } from "@/core/recipe";
import type { Command } from "../commands/command";
import type { Derived } from "../derived";
import type { Lesson } from "../lesson/lesson";
import type { MarkParts } from "../marks/mark-parts";
import type { Grip, Tool } from "../tools/tool";
import type { GuidePage } from "./guide-page";
import type { Loader } from "./loaded";

export interface PanelParts {
  readonly photo: Photo;
  /** The visit that the photo is of, with what its pictures are framed and delivered at. */
  readonly assignment: OpenedVersion["assignment"];
  readonly derived: Derived;
}

/** How the sheet stands while a course is open; what is not said is not so. */
export interface SheetManner {
  /** The picture is turned and mirrored as it will be delivered; otherwise it stands as it was taken. */
  readonly turned?: true;
  /** A fitted view shows the frame alone; otherwise all that the photo covers. */
  readonly fitsFrame?: true;
  /** Rulers read metres, where the scale is known. */
  readonly inMetres?: true;
  /** A small picture of the whole lies over a close view. */
  readonly overview?: true;
  /** The picture's own edges are shown while they are a proposal. */
  readonly ownEdges?: true;
  /** A grid lies over the picture while anything is changed. */
  readonly gridWhileMoved?: true;
  /** What is made up is made anew as soon as what it depends on has changed. */
  readonly makesUp?: true;
}

/** What a course is on the Bench, in one place; its folder's index says it. */
export interface BenchCourse {
  readonly key: CourseKey;
  /** A few words for the rail on what the course has settled. */
  note(recipe: Recipe, laid: boolean): string;
  readonly tools: readonly Tool[];
  /** What the pointer can take hold of with the Move tool in hand, the first under it first. */
  readonly grips: readonly Grip[];
  readonly commands: readonly Command[];
  /** Its schedule and instruments. */
  readonly panel: Loader<PanelParts>;
  /** Its marks over the picture, while it is open and marks are shown. */
  readonly marks?: Loader<MarkParts>;
  /** What it draws over the picture whichever course is open, beneath all marks. @param open whether it is this one. */
  readonly always?: Loader<MarkParts & { readonly open: boolean }>;
  /** Which of the recipe's lines are shown while it is open, with their bubbles; absent: none. */
  lines?(line: Line): boolean;
  readonly sheet: SheetManner;
  readonly guide: GuidePage;
  /** A few things to do on a photo of the demo, each noticed when it is done. */
  readonly lesson?: Lesson;
}
