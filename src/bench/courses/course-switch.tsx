"use client";

import { named } from "@/core/language";
import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { type Switched, switchCourse } from "@/core/edits";

/** Heading of a course's panel, with the switch that leaves the course out and puts it back. */
export function CourseSwitch({ title, course }: { title: string; course: Switched }) {
  const on = useBench((s) => s.recipe[course].on);
  const edit = useBench((s) => s.edit);
  return (
    <div className="flex items-center justify-between px-3.5 pt-2.5 pb-1.5">
      <h2 className="caps">{title}</h2>
      <label className="muted flex cursor-pointer items-center gap-2 text-[0.9rem]">
        {say("applied")}
        <input
          type="checkbox"
          className="toggle toggle-xs"
          checked={on}
          onChange={() => edit(switchCourse(course, named(title), !on))}
        />
      </label>
    </div>
  );
}
