"use client";

import type { Derived } from "../derived";
import { AttitudePanel } from "./attitude-panel";
import { CourseSwitch } from "./course-switch";
import { Schedule } from "./schedule";

/** Course 2: the schedule of lines, what they say, and the attitude that follows. */
export function LinesPanel({ derived }: { derived: Derived }) {
  return (
    <>
      <CourseSwitch title="Line schedule" course="attitude" />
      <Schedule rows={derived.rows} />
      <div className="ruled border-b px-3.5 py-2" role="status" data-testid="messages">
        {derived.messages.map((m) => (
          <p key={m.code} className={m.code === "contradicts" ? "font-semibold text-error" : ""}>
            {m.text}
          </p>
        ))}
      </div>
      <AttitudePanel derived={derived} />
    </>
  );
}
