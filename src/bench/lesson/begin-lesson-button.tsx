"use client";

import { sayError } from "@/language";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { notify } from "@/ui";
import { beginLesson } from "./begin-lesson";
import type { Lesson } from "./lesson";

/** Begins a lesson on a photo of the demo. */
export function BeginLesson({ lesson, words }: { lesson: Lesson; words: string }) {
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const begin = async (): Promise<void> => {
    setBusy(true);
    try {
      router.push(await beginLesson(lesson));
    } catch (error) {
      notify(sayError(error as Error), "error");
      setBusy(false);
    }
  };
  return (
    <button className="btn btn-sm" disabled={isBusy} onClick={() => void begin()}>
      {words}
    </button>
  );
}
