"use client";

import { useEffect, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { Derived } from "../derived";
import { stepWords } from "./step-words";

/** Said once nothing has changed for so long, ms: what clings, or is dragged on, is told as it ends. */
const RESTS = 500;

/** What each step did, for those who cannot see the sheet. */
export function StepsSpoken({ derived }: { derived: Derived }) {
  const recipe = useBench((s) => s.recipe);
  const gesture = useBench((s) => s.gesture);
  const versionId = useBench((s) => s.versionId);
  const steps = useBench((s) => s.past.length);
  const told = useRef({ versionId, recipe, steps });
  const [words, setWords] = useState("");
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (told.current.versionId !== versionId) told.current = { versionId, recipe, steps };
    const last = told.current;
    if (last.recipe === recipe || gesture !== null || derived.source !== recipe) return;
    const timer = setTimeout(() => {
      told.current = { versionId, recipe, steps };
      const said = stepWords(last.recipe, recipe, derived.rows, steps < last.steps);
      if (said === "") return;
      setWords(said);
      setTurn((n) => n + 1);
    }, RESTS);
    return () => clearTimeout(timer);
  }, [recipe, gesture, versionId, steps, derived]);
  return (
    <div className="sr-only" aria-live="polite" data-testid="step-told">
      {/* A new element each time: the same words said twice are heard twice. */}
      <p key={turn}>{words}</p>
    </div>
  );
}
