"use client";

import { say } from "@/language";
import { Check } from "lucide-react";
import { useEffect, useState } from "react";
import { useBench } from "@/client/bench-store";
import { BeginLesson } from "./begin-lesson-button";
import { FIRST_LESSON, QUICK } from "./first-lesson";
import type { Lesson } from "./lesson";
import { notice, useNoticed } from "./lesson-state";
import { lessonOf } from "./lessons";

const KEY = "flat-stone-hint-gone";
const idInAddress = (): string | null => new URLSearchParams(window.location.search).get("lesson");

/**
 * The lesson that the address asks for, or three steps for someone who was never here. It stands beside the picture, above the course's
 * panel; it goes for good when it is sent away.
 */
export function LessonCard() {
  const [lesson, setLesson] = useState<Lesson | null>(() => {
    const asked = lessonOf(idInAddress());
    return asked ?? (localStorage.getItem(KEY) === null ? QUICK : null);
  });
  const holding = useBench((s) => s.holding);
  useEffect(() => {
    if (holding) notice("looked");
  }, [holding]);
  const course = lesson?.course;
  useEffect(() => {
    if (course && lesson !== QUICK) useBench.getState().set({ course });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, as the lesson begins
  }, []);
  if (!lesson) return null;
  const leave = (): void => {
    localStorage.setItem(KEY, "gone");
    setLesson(null);
    if (idInAddress() === null) return;
    const url = new URL(window.location.href);
    url.searchParams.delete("lesson");
    window.history.replaceState(window.history.state, "", url);
  };
  return <Steps lesson={lesson} onLeave={leave} />;
}

function Steps({ lesson, onLeave }: { lesson: Lesson; onLeave: () => void }) {
  const { title, steps, end } = lesson;
  const { noticed } = useNoticed();
  // What has been done once stays done, though it be taken back.
  const [past, setPast] = useState<ReadonlySet<number>>(new Set());
  const recipe = useBench((s) => s.recipe);
  const now = steps.flatMap((step, i) => (past.has(i) || step.done({ recipe }, noticed) ? [i] : []));
  if (now.some((i) => !past.has(i))) setPast(new Set([...past, ...now]));
  const next = steps.findIndex((_, i) => !past.has(i));
  return (
    <aside className="ruled border-b bg-info/15 px-3.5 py-2.5" aria-label={title} data-testid="lesson">
      <h2 className="caps pb-1">{title}</h2>
      <ol className="space-y-1">
        {steps.map(({ words }, i) => (
          <li
            key={words}
            aria-current={i === next ? "step" : undefined}
            className={`flex gap-2 ${past.has(i) || (lesson !== QUICK && i !== next) ? "muted" : ""} ${i === next ? "font-semibold" : ""}`}
          >
            <span className="w-5 shrink-0 font-semibold tabular-nums">
              {past.has(i) ? <Check size={16} aria-label={say("done")} /> : `${i + 1}`}
            </span>
            {words}
          </li>
        ))}
      </ol>
      <p className={`pt-1.5 ${next < 0 ? "font-semibold" : "sr-only"}`} role="status">
        {next < 0 ? end : ""}
      </p>
      <p className="flex items-center justify-between gap-2 pt-1.5">
        {lesson === QUICK ? (
          <BeginLesson lesson={FIRST_LESSON} words={say("A lesson of two minutes")} />
        ) : (
          <a className="link" href={`/help#${lesson.id}`} target="flat-stone-guide">
            {say("Guide")}
          </a>
        )}
        <button className="btn btn-xs" onClick={onLeave}>
          {lesson === QUICK || next < 0 ? say("Got it") : say("Leave the lesson")}
        </button>
      </p>
    </aside>
  );
}
