"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { tip } from "./commands";
import { COMMON_TOOLS, benchCourse, toolInHand } from "./courses";

/** Only the current course's tools. */
export function ToolStrip() {
  const { course, tool, set } = useBench();
  const tools = [...COMMON_TOOLS.slice(0, 1), ...(benchCourse(course)?.tools ?? []), ...COMMON_TOOLS.slice(1)];
  const current = toolInHand(course, tool).name;
  return (
    <div
      className="ruled flex flex-col items-center gap-1 border-r bg-base-100 pt-2.5"
      role="toolbar"
      aria-label={say("Tools")}
    >
      {tools.map((t) => (
        <button
          key={t.name}
          aria-pressed={current === t.name}
          title={tip(`tool-${t.name}`)}
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
