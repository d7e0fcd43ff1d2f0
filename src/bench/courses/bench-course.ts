import type { ComponentType } from "react";
import type { OpenedVersion, Photo } from "@/client";
import type { CourseKey, Recipe } from "@/core/recipe";
import type { Command } from "../commands/command";
import type { Derived } from "../derived";
import type { Grip, Tool } from "../tools/tool";

export interface PanelParts {
  readonly photo: Photo;
  /** The visit that the photo is of, with what its pictures are framed and delivered at. */
  readonly assignment: OpenedVersion["assignment"];
  readonly derived: Derived;
}

/** What a course is on the Bench; its folder's index says it. */
export interface BenchCourse {
  readonly key: CourseKey;
  /** A few words for the rail on what the course has settled. */
  note(recipe: Recipe, laid: boolean): string;
  readonly tools: readonly Tool[];
  /** What the pointer can take hold of with the Move tool in hand, the first under it first. */
  readonly grips: readonly Grip[];
  readonly commands: readonly Command[];
  /** Its schedule and instruments. */
  readonly Panel: ComponentType<PanelParts>;
}
