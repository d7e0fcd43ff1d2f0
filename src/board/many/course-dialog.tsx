"use client";

import { useState } from "react";
import type { PhotoOnBoard } from "@/client";
import type { BatchAction } from "@/core/contract";
import { SWITCHED } from "@/core/edits";
import { put, say } from "@/language";
import { COURSES, type CourseKey } from "@/core/recipe";
import { Dialog } from "@/ui";

interface Props {
  photos: readonly PhotoOnBoard[];
  /** The photo to carry from, all of its courses; absent: the first on which something is set. */
  from?: string | undefined;
  onDo(action: BatchAction): void;
  onClose(): void;
}

/** Courses of the chosen photos: carried from one of them to the others, left out, or applied again. */
export function CourseDialog({ photos, from: asked, onDo, onClose }: Props) {
  const worked = photos.filter((p) => p.shown && p.laid.length > 0);
  const [from, setFrom] = useState((worked.find((p) => p.id === asked) ?? worked[0])?.id ?? "");
  const source = worked.find((p) => p.id === from);
  const [courses, setCourses] = useState<readonly CourseKey[]>(asked === from ? (source?.laid ?? []) : []);
  const carried = source ? courses.filter((c) => source.laid.includes(c)) : [];
  return (
    <Dialog
      title={say("Courses of {count, plural, one {# photo} other {# photos}}", { count: photos.length })}
      onClose={onClose}
      wide
    >
      <div className="grid grid-cols-2 gap-8">
        <section aria-label={say("Carry")}>
          <h3 className="caps pb-1">{say("Carry from one to the others")}</h3>
          {source ? (
            <>
              <select
                className="select select-sm w-full"
                aria-label={say("Carry from")}
                value={from}
                onChange={(e) => setFrom(e.target.value)}
              >
                {worked.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </select>
              <fieldset aria-label={say("What is carried")} className="py-2">
                {COURSES.filter((c) => source.laid.includes(c.key)).map(({ key, name, carries }) => (
                  <label key={key} className="flex cursor-pointer items-start gap-2 py-1">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm mt-0.5"
                      aria-label={put(name)}
                      checked={carried.includes(key)}
                      onChange={() =>
                        setCourses(carried.includes(key) ? carried.filter((c) => c !== key) : [...carried, key])
                      }
                    />
                    <span>
                      {put(name)}
                      <span className="muted block text-[0.9rem]">{put(carries)}</span>
                    </span>
                  </label>
                ))}
              </fieldset>
              <button
                className="btn btn-primary btn-sm"
                disabled={carried.length === 0 || photos.length < 2}
                onClick={() => onDo({ kind: "carry", versionId: source.shown!.versionId, courses: [...carried] })}
              >
                {say("Carry to {count, plural, one {# photo} other {# photos}}", { count: photos.length - 1 })}
              </button>
            </>
          ) : (
            <p className="muted">{say("Nothing is set on any of these photos yet, so there is nothing to carry.")}</p>
          )}
        </section>
        <SwitchPart onDo={onDo} />
      </div>
    </Dialog>
  );
}

/** Each course left out on all of them, or applied again. */
function SwitchPart({ onDo }: Pick<Props, "onDo">) {
  return (
    <section aria-label={say("Leave out or apply")}>
      <h3 className="caps pb-1">{say("Leave out, or apply again")}</h3>
      <ul>
        {SWITCHED.map((course, i) => (
          <li key={course} className="flex items-center gap-2 py-1">
            <span className="w-20">{put(COURSES[i]!.name)}</span>
            <button className="btn btn-xs" onClick={() => onDo({ kind: "switch", course, on: false })}>
              {say("Leave {title} out", { title: COURSES[i]!.name })}
            </button>
            <button className="btn btn-xs" onClick={() => onDo({ kind: "switch", course, on: true })}>
              {say("Apply {title}", { title: COURSES[i]!.name })}
            </button>
          </li>
        ))}
      </ul>
      <p className="muted pt-2">{say("What is set in a course stays while it is left out.")}</p>
    </section>
  );
}
