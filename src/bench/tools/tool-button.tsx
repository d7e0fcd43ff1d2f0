import type { ReactNode } from "react";
import type { BenchState, ToolName } from "@/client/bench-store";
import type { Command } from "../commands/command";
import type { CourseKey } from "@/core/recipe";

/** A tool as the strip, the keys and the search know it. */
export interface ToolButton {
  readonly name: ToolName;
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

/** What there is in every course: moving the picture, selecting and moving marks. */
export const MOVE: ToolButton = {
  name: "move",
  label: "Move",
  words: "Move the picture, select marks",
  key: "m",
  icon: toolIcon(
    <path d="M9 2v14M2 9h14M9 2L7 4.4M9 2l2 2.4M9 16l-2-2.4M9 16l2-2.4M2 9l2.4-2M2 9l2.4 2M16 9l-2.4-2M16 9l-2.4 2" />,
  ),
};

const take = (tool: ToolButton, course: CourseKey | null) => (bench: BenchState) =>
  bench.set({
    tool: tool.name,
    ...(course ? { course } : {}),
    ...(tool.corrected ? { view: "corrected" as const } : {}),
  });

/** Taking a tool as a command. @param course it belongs to, which is opened; null: it is in all of them. */
export const toolCommand = (tool: ToolButton, course: CourseKey | null, group: Command["group"]): Command => ({
  id: `tool-${tool.name}`,
  words: tool.words,
  group,
  keys: [tool.key],
  run: ({ get }) => take(tool, course)(get()),
});
