"use client";

import type { ReactNode } from "react";
import { type ToolName, useBench } from "@/client/bench-store";
import type { CourseKey } from "@/core/recipe";

const icon = (paths: ReactNode): ReactNode => (
  <svg viewBox="0 0 18 18" width={19} height={19} stroke="currentColor" fill="none" strokeWidth={1.6} aria-hidden>
    {paths}
  </svg>
);

interface Tool {
  readonly name: ToolName;
  readonly label: string;
  readonly key: string;
  readonly icon: ReactNode;
}

const MOVE: Tool = {
  name: "move",
  label: "Move",
  key: "M",
  icon: icon(
    <path d="M9 2v14M2 9h14M9 2L7 4.4M9 2l2 2.4M9 16l-2-2.4M9 16l2-2.4M2 9l2.4-2M2 9l2.4 2M16 9l-2.4-2M16 9l-2.4 2" />,
  ),
};
const PLUMB: Tool = {
  name: "plumb",
  label: "Line",
  key: "P",
  icon: icon(
    <>
      <path d="M9 1v9" />
      <path d="M6 10h6l-3 7z" />
    </>,
  ),
};

const TAUT: Tool = {
  name: "taut",
  label: "Trace",
  key: "T",
  icon: icon(
    <>
      <path d="M2 12C6 5 12 5 16 12" strokeDasharray="3 2" />
      <path d="M2 9.5v5M16 9.5v5" />
    </>,
  ),
};

const PULL: Tool = {
  name: "pull",
  label: "Pull",
  key: "B",
  icon: icon(
    <>
      <path d="M2 11C6 4 12 4 16 11" />
      <path d="M9 9v6M9 15l-2-2.2M9 15l2-2.2" />
    </>,
  ),
};

const LEVEL: Tool = {
  name: "level",
  label: "Level",
  key: "I",
  icon: icon(
    <>
      <path d="M1.5 9h15" />
      <rect x="6" y="6.2" width="6" height="5.6" rx="2.6" />
    </>,
  ),
};
const TURN: Tool = {
  name: "turn",
  label: "Turn",
  key: "R",
  icon: icon(
    <>
      <ellipse cx="9" cy="9" rx="7" ry="3" />
      <path d="M9 1.5v15" strokeDasharray="2 2" />
    </>,
  ),
};
const FACE: Tool = {
  name: "face",
  label: "Face",
  key: "A",
  icon: icon(<path d="M3 4.5L15 2.5V15L3 13.5zM3 9l4-5M5 13.7l9-11" />),
};

/** Only the current course's tools. */
const TOOLS: Readonly<Partial<Record<CourseKey, readonly Tool[]>>> = {
  lens: [MOVE, TAUT, PULL],
  lines: [MOVE, PLUMB, LEVEL, TURN, FACE],
  frame: [MOVE],
};

export function ToolStrip() {
  const { course, tool, set } = useBench();
  const tools = TOOLS[course] ?? [MOVE];
  const current = tools.some((t) => t.name === tool) ? tool : "move";
  return (
    <div
      className="ruled flex flex-col items-center gap-1 border-r bg-base-100 pt-2.5"
      role="toolbar"
      aria-label="Tools"
    >
      {tools.map((t) => (
        <button
          key={t.name}
          aria-pressed={current === t.name}
          title={`${t.label} (${t.key})`}
          className="flex h-12 w-11 flex-col items-center justify-center gap-0.5 rounded text-[0.82rem] aria-pressed:bg-primary aria-pressed:text-primary-content"
          onClick={() => set({ tool: t.name })}
        >
          {t.icon}
          {t.label}
        </button>
      ))}
    </div>
  );
}
