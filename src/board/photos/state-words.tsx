import type { PhotoState } from "@/core/contract";
import { say } from "@/core/language";

const WORDS: Record<PhotoState, () => string> = {
  new: () => say("to do"),
  trued: () => say("trued"),
  changed: () => say("changed since delivery"),
  delivered: () => say("delivered"),
};
export const stateWords = (state: PhotoState): string => WORDS[state]();

/** How far a photo is, in words, with a stone that is laid so far. */
export function StateMark({ state }: { state: PhotoState }) {
  const laid = { new: 0, trued: 1, changed: 1, delivered: 2 }[state];
  return (
    <span className="flex items-center gap-1.5 whitespace-nowrap">
      <span aria-hidden className="flex gap-[2px]">
        {[0, 1].map((i) => (
          <i
            key={i}
            className="stone block h-[9px] w-[13px]"
            data-state={i < laid ? "laid" : "untouched"}
            style={state === "changed" && i === 1 ? { borderStyle: "dashed" } : undefined}
          />
        ))}
      </span>
      {stateWords(state)}
    </span>
  );
}
