"use client";

import { Check, Undo2 } from "lucide-react";
import { useEffect, useRef } from "react";
import { say } from "@/language";
import { tip } from "../commands";
import type { Opened } from "../opened";
import { useReview } from "./use-review";
import { useReviewing } from "./review-state";

/** Beside the picture while what a batch did is looked through: why this photo wants a look, and on to the next by one key. */
export function ReviewCard({ opened }: { opened: Opened }) {
  const { item, number, left, isBusy, good, takeBack } = useReview(opened);
  const acts = useRef({ good, takeBack });
  useEffect(() => {
    acts.current = { good, takeBack };
  });
  const canAct = item !== null && item.state === "done" && !isBusy;
  useEffect(() => {
    useReviewing.setState({
      acts: canAct ? { good: () => acts.current.good(), takeBack: () => acts.current.takeBack() } : null,
    });
    return () => useReviewing.setState({ acts: null });
  }, [canAct]);
  if (!item) return null;
  const told = item.review.length > 0 ? item.review.join(", ") : item.words;
  return (
    <section className="ruled border-b bg-info/15 px-3.5 py-2.5" aria-label={say("Review")}>
      <h2 className="caps pb-1">
        {number > 0 ? say("To review: {number} of {left}", { number, left }) : say("Reviewed")}
      </h2>
      <p className="pb-2" data-testid="review-words">
        {told.charAt(0).toLocaleUpperCase() + told.slice(1)}.
      </p>
      <p className="flex gap-2">
        <button className="btn btn-primary btn-sm" disabled={!canAct} title={tip("review-good")} onClick={good}>
          <Check size={15} /> {say("Good, next")}
        </button>
        <button className="btn btn-sm" disabled={!canAct} title={tip("review-take-back")} onClick={takeBack}>
          <Undo2 size={15} /> {say("Take it back, next")}
        </button>
      </p>
    </section>
  );
}
