import type { PhotoState } from "@/core/contract";
import { say } from "@/language";

const WORDS: Record<PhotoState, () => string> = {
  new: () => say("to do"),
  proposed: () => say("proposed"),
  review: () => say("to review"),
  trued: () => say("trued"),
  changed: () => say("changed since delivery"),
  delivered: () => say("delivered"),
};
export const stateWords = (state: PhotoState): string => WORDS[state]();

/** The stone that waits to be laid: one that was proposed, or a delivery that has to be made anew. */
const DASHED: Partial<Record<PhotoState, number>> = { proposed: 0, changed: 1 };

/** How far a photo is, in words, with a stone that is laid so far. */
export function StateMark({ state, why = [] }: { state: PhotoState; why?: readonly string[] }) {
  const laid = { new: 0, proposed: 0, review: 1, trued: 1, changed: 1, delivered: 2 }[state];
  return (
    <span
      className="flex min-w-0 items-center gap-1.5 whitespace-nowrap"
      title={why.length > 0 ? why.join(", ") : undefined}
    >
      <span aria-hidden className="flex gap-[2px]">
        {[0, 1].map((i) => (
          <i
            key={i}
            className="stone block h-[9px] w-[13px]"
            data-state={i < laid ? "laid" : "untouched"}
            style={i === DASHED[state] ? { borderStyle: "dashed" } : undefined}
          />
        ))}
      </span>
      <span className={state === "review" ? "truncate font-semibold" : "truncate"}>
        {why.length > 0 ? `${stateWords(state)}: ${why.join(", ")}` : stateWords(state)}
      </span>
    </span>
  );
}
