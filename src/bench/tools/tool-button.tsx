import type { ReactNode } from "react";
import type { BenchState } from "@/client/bench-store";
import type { Command, Group } from "../commands/command";
import type { CourseKey } from "@/core/recipe";

/** A tool as the strip, the keys and the search know it. */
export interface ToolButton {
  /** Its own among all courses' tools. */
  readonly name: string;
  readonly label: string;
  /** What it does, in words. */
  readonly words: string;
  readonly key: string;
  readonly icon: ReactNode;
  /** It works on the corrected picture only. */
  readonly corrected?: boolean;
}

/** Lines of 18 × 18 pixels. */
export const toolIcon = (paths: ReactNode): ReactNode => (
  <svg viewBox="0 0 18 18" width={19} height={19} stroke="currentColor" fill="none" strokeWidth={1.6} aria-hidden>
    {paths}
  </svg>
);

const take = (tool: ToolButton, course: CourseKey | null) => (bench: BenchState) =>
  bench.set({
    tool: tool.name,
    ...(course ? { course } : {}),
    ...(tool.corrected ? { view: "corrected" as const } : {}),
  });

/** Taking a tool as a command. @param course it belongs to, which is opened; null: it is in all of them. */
export const toolCommand = (tool: ToolButton, course: CourseKey | null, group: Group): Command => ({
  id: `tool-${tool.name}`,
  words: tool.words,
  group,
  keys: [tool.key],
  run: ({ get }) => take(tool, course)(get()),
});
