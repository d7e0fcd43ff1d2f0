import { type KeyboardEvent, useEffect, useMemo, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { type Answer, type Judgement, answerName, costWords, followWords, takeAnswer, whyWords } from "@/core/answers";
import { put, say } from "@/language";
import { SmallPicture } from "../picture/small-picture";
import { SmallPictures } from "../picture/small-pictures";
import { takeNow } from "./look";

/** Longer side of their pictures, CSS pixels. */
const LONG = 280;

/**
 * The answers as small pictures, the one that comes first larger, with why. A press takes one. Walked through by the arrow
 * keys, each is shown on the sheet at full size before anything is taken; Enter or its number takes it.
 */
export function AnswerStrip({
  judgement: { answers, why, follows },
  photo,
  onUnfollow,
}: {
  judgement: Judgement;
  photo: Photo;
  onUnfollow: () => void;
}) {
  const set = useBench((s) => s.set);
  const pictures = useMemo(() => new SmallPictures(photo, LONG), [photo]);
  useEffect(() => () => pictures.end(), [pictures]);
  const [at, setAt] = useState(0);
  // What was looked at goes with the strip.
  useEffect(() => () => useBench.getState().set({ peek: null }), []);
  const first = answers[0]!;

  const look = (answer: Answer): void =>
    set({
      peek: {
        words: put(answerName(answer.key)),
        of: takeAnswer(answer).apply,
      },
    });
  const take = (answer: Answer): void => {
    set({ peek: null });
    takeNow(useBench.getState, answer);
  };
  const onKey = (e: KeyboardEvent<HTMLElement>): void => {
    const digit = Number(e.key);
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
    const known = step !== undefined || e.key === "Escape" || (digit >= 1 && digit <= answers.length);
    if (!known || e.ctrlKey || e.altKey || e.metaKey) return;
    e.preventDefault();
    e.stopPropagation();
    if (step !== undefined) {
      const next = (at + step + answers.length) % answers.length;
      setAt(next);
      e.currentTarget.querySelectorAll<HTMLButtonElement>("[data-answer]")[next]?.focus();
      return look(answers[next]!);
    }
    set({ peek: null });
    if (e.key === "Escape") return (document.activeElement as HTMLElement | null)?.blur();
    take(answers[digit - 1]!);
  };

  return (
    <div
      role="group"
      aria-label={say("Answers")}
      className="flex flex-col gap-1.5"
      onKeyDown={onKey}
      onBlur={() => set({ peek: null })}
    >
      <p data-testid="why">{put(whyWords(why, first))}</p>
      {follows && (
        <p data-testid="follows" className="flex flex-wrap items-baseline gap-1.5">
          {put(followWords(follows))}
          <button className="btn btn-xs" onClick={onUnfollow}>
            {say("Do not follow")}
          </button>
        </p>
      )}
      <div className="grid grid-cols-2 gap-1.5">
        {answers.map((answer, i) => (
          <Choice
            key={`${answer.key}-${answer.wall?.line ?? ""}`}
            {...{ answer, pictures }}
            number={i + 1}
            isAt={i === at}
            onFocus={() => setAt(i)}
            onTake={() => take(answer)}
          />
        ))}
      </div>
    </div>
  );
}

interface ChoiceParts {
  answer: Answer;
  /** Its number, by which it is taken: 1 comes first. */
  number: number;
  isAt: boolean;
  pictures: SmallPictures;
  onFocus(): void;
  onTake(): void;
}

function Choice({ answer, number, isAt, pictures, onFocus, onTake }: ChoiceParts) {
  const isFirst = number === 1;
  return (
    <button
      data-answer={answer.key}
      tabIndex={isAt ? 0 : -1}
      className={`flex cursor-pointer flex-col gap-0.5 rounded-box border border-base-content/25 bg-base-100 p-1 text-left hover:border-base-content focus-visible:outline-2 ${isFirst ? "col-span-2 border-2 border-primary" : ""}`}
      onFocus={onFocus}
      onClick={onTake}
    >
      <SmallPicture
        recipe={answer.recipe}
        pictures={pictures}
        className={isFirst ? "h-32 w-full" : "h-20 w-full"}
        testId="answer-picture"
      />
      <span className="flex items-baseline gap-1.5">
        <span className="tabular-nums opacity-70">{number}</span>
        <span className="font-semibold">
          {isFirst ? say("{name}: true up (Z)", { name: answerName(answer.key) }) : put(answerName(answer.key))}
        </span>
      </span>
      <span className="text-xs leading-tight">{put(costWords(answer))}</span>
    </button>
  );
}
