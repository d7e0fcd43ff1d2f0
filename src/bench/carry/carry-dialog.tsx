"use client";

import { put, say } from "@/language";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { type Photo, type PhotoOnBoard, api, previewUrl } from "@/client";
import { useBench } from "@/client/bench-store";
import { COURSES, type CourseKey, laidCourses } from "@/core/recipe";
import { Dialog } from "@/ui";
import { type Carried, carryTo } from "./carry-to";

/** Carries how courses are set here to other photos of the visit, each in a new version. */
export function CarryDialog({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const { recipe, course } = useBench();
  const cache = useQueryClient();
  const { data: all } = useQuery({
    queryKey: ["photos", photo.assignmentId],
    queryFn: () => api.photos(photo.assignmentId),
  });
  const others = useMemo(() => (all ?? []).filter((p) => p.id !== photo.id), [all, photo.id]);
  const laid = useMemo(() => laidCourses(recipe), [recipe]);
  const [courses, setCourses] = useState<readonly CourseKey[]>(() => (laid.includes(course) ? [course] : laid));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [done, setDone] = useState<readonly Carried[]>([]);
  const [running, setRunning] = useState(false);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const picked = others.filter((p) => chosen.has(p.id));

  const start = async (): Promise<void> => {
    const own = (stop.current = new AbortController());
    setRunning(true);
    setDone([]);
    await carryTo(recipe, courses, picked, own.signal, setDone);
    setRunning(false);
    await cache.invalidateQueries({ queryKey: ["photos", photo.assignmentId] });
  };
  const results = new Map(done.map(({ photo: { id }, result }) => [id, result]));
  return (
    <Dialog title={say("Carry to other photos")} onClose={onClose} wide>
      {laid.length === 0 ? (
        <p>{say("Nothing is set on this photo yet, so there is nothing to carry.")}</p>
      ) : (
        <div className="grid grid-cols-[17rem_1fr] gap-6">
          <WhatIsCarried {...{ laid, courses, running }} onCourses={setCourses} />
          <ToWhich {...{ others, chosen, running, results }} onChosen={setChosen} />
          <div className="col-span-2 flex items-center justify-end gap-3">
            <span role="status" className="grow">
              {running
                ? say("{done} of {all} …", { done: done.length, all: picked.length })
                : done.length > 0
                  ? summary(done, picked.length)
                  : ""}
            </span>
            {running ? (
              <button className="btn btn-sm" onClick={() => stop.current?.abort()}>
                {say("Stop")}
              </button>
            ) : (
              <button
                className="btn btn-primary btn-sm"
                disabled={picked.length === 0 || courses.length === 0}
                onClick={() => void start()}
              >
                {say("Carry to {count, plural, one {# photo} other {# photos}}", { count: picked.length })}
              </button>
            )}
          </div>
        </div>
      )}
    </Dialog>
  );
}

interface WhatParts {
  /** The courses that something is set in, and those that are to go. */
  laid: readonly CourseKey[];
  courses: readonly CourseKey[];
  running: boolean;
  onCourses(courses: readonly CourseKey[]): void;
}

function WhatIsCarried({ laid, courses, running, onCourses }: WhatParts) {
  return (
    <fieldset disabled={running}>
      <legend className="caps pb-1">{say("What is carried")}</legend>
      {COURSES.filter(({ key }) => laid.includes(key)).map(({ key, name, carries }) => (
        <label key={key} className="flex cursor-pointer items-start gap-2 py-1">
          <input
            type="checkbox"
            className="checkbox checkbox-sm mt-0.5"
            aria-label={put(name)}
            checked={courses.includes(key)}
            onChange={() => onCourses(courses.includes(key) ? courses.filter((c) => c !== key) : [...courses, key])}
          />
          <span>
            {put(name)}
            <span className="muted block text-[0.9rem]">{put(carries)}</span>
          </span>
        </label>
      ))}
      <p className="muted pt-2">{say("Each photo gets a new version beside those it has. Nothing is written over.")}</p>
    </fieldset>
  );
}

interface ToWhichParts {
  others: readonly PhotoOnBoard[];
  chosen: ReadonlySet<string>;
  running: boolean;
  results: ReadonlyMap<string, Carried["result"]>;
  onChosen(chosen: ReadonlySet<string>): void;
}

function ToWhich({ others, chosen, running, results, onChosen }: ToWhichParts) {
  const isAll = others.every((p) => chosen.has(p.id));
  return (
    <div className="min-w-0">
      <div className="flex items-center justify-between pb-1">
        <h3 className="caps">{say("To which photos")}</h3>
        <button
          className="btn btn-xs"
          disabled={running}
          onClick={() => onChosen(isAll ? new Set() : new Set(others.map((p) => p.id)))}
        >
          {isAll ? say("None") : say("All")}
        </button>
      </div>
      <ul className="grid max-h-[50vh] grid-cols-3 gap-2 overflow-y-auto p-1" aria-label={say("Photos")}>
        {others.map((p) => (
          <Choice
            key={p.id}
            photo={p}
            on={chosen.has(p.id)}
            disabled={running}
            result={results.get(p.id)}
            onTurn={() => {
              const next = new Set(chosen);
              if (!next.delete(p.id)) next.add(p.id);
              onChosen(next);
            }}
          />
        ))}
      </ul>
    </div>
  );
}

function summary(done: readonly Carried[], asked: number): string {
  const made = done.filter(({ result }) => "made" in result).length;
  const same = done.filter(({ result }) => "same" in result).length;
  const failed = done.filter(({ result }) => "failed" in result).length;
  return [
    say("{made, plural, one {# new version} other {# new versions}}", { made }),
    same > 0 && say("{same} had it already", { same }),
    failed > 0 && say("{failed} failed", { failed }),
    done.length < asked && say("stopped before the other {count}", { count: asked - done.length }),
  ]
    .filter(Boolean)
    .join(", ");
}

function Choice({
  photo,
  on,
  disabled,
  result,
  onTurn,
}: {
  photo: PhotoOnBoard;
  on: boolean;
  disabled: boolean;
  result: Carried["result"] | undefined;
  onTurn: () => void;
}) {
  return (
    <li>
      <label className="flex cursor-pointer flex-col gap-1 rounded border p-1.5 has-checked:border-base-content">
        <img src={previewUrl(photo.sha256, "thumb")} alt="" className="aspect-3/2 w-full bg-base-300 object-contain" />
        <span className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={on}
            disabled={disabled}
            onChange={onTurn}
            aria-label={photo.name}
          />
          <span className="truncate">{photo.name}</span>
        </span>
        {result && (
          <span className={"failed" in result ? "text-error" : "muted"}>
            {"made" in result
              ? say("version {made}", { made: result.made })
              : "same" in result
                ? say("has it already")
                : result.failed}
          </span>
        )}
      </label>
    </li>
  );
}
