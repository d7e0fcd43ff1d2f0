import type { ComponentType } from "react";
import type { Photo } from "@/client";
import type { CourseKey, Recipe } from "@/core/recipe";
import type { Command } from "../commands/command";
import type { Derived } from "../derived";
import type { ToolButton } from "../tools/tool-button";

export interface PanelParts {
  readonly photo: Photo;
  readonly derived: Derived;
}

/** What a course is on the Bench; its folder's index says it. */
export interface BenchCourse {
  readonly key: CourseKey;
  /** A few words for the rail on what the course has settled. */
  note(recipe: Recipe, laid: boolean): string;
  readonly tools: readonly ToolButton[];
  readonly commands: readonly Command[];
  /** Its schedule and instruments. */
  readonly Panel: ComponentType<PanelParts>;
}
