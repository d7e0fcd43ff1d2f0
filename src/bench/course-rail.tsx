"use client";

import { put, say } from "@/language";
import { useBench } from "@/client/bench-store";
import { COURSES, laidCourses } from "@/core/recipe";
import { benchCourse } from "./courses";

/** The courses, laid in running bond. */
export function CourseRail() {
  const { recipe, course, set } = useBench();
  const laid = laidCourses(recipe);
  return (
    <nav className="ruled flex h-[46px] gap-[3px] border-b bg-base-300 px-3.5 py-[7px]" aria-label={say("Courses")}>
      {COURSES.map(({ key, name }, i) => {
        const state = laid.includes(key) ? "laid" : "untouched";
        const words = benchCourse(key)?.note(recipe, state === "laid") ?? "";
        return (
          <button
            key={key}
            className="stone flex items-center gap-2.5 px-3"
            style={{ flex: i % 2 ? 1 : 1.25 }}
            data-state={state}
            data-current={course === key}
            aria-current={course === key ? "step" : undefined}
            title={`${put(name)} (${i + 1})`}
            onClick={() => set({ course: key })}
          >
            <b className="font-semibold opacity-80">{i + 1}</b>
            {put(name)}
            <small className="ml-auto truncate text-[0.85rem] font-normal">{words}</small>
          </button>
        );
      })}
    </nav>
  );
}
