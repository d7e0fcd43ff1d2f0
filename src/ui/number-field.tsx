"use client";

import { say } from "@/core/language";
import { RotateCcw } from "lucide-react";
import { useRef, useState } from "react";
import { fixed, typedNumber } from "./format";

interface Props {
  label: string;
  value: number;
  /** What the reset button puts back. */
  standard: number;
  step: number;
  digits: number;
  unit?: string;
  min?: number;
  max?: number;
  /** Little room: the label takes what is left beside the number. */
  narrow?: boolean;
  onChange(value: number): void;
  /** A run of changes is over. */
  onDone?(): void;
}

/** Steps by the keys within this time of each other are one run, ms. */
const RUN_MS = 900;

/** A number set by typing or by the arrow keys (Shift: ten steps), with a reset of its own. */
export function NumberField({
  label,
  value,
  standard,
  step,
  digits,
  unit,
  min = -Infinity,
  max = Infinity,
  narrow = false,
  onChange,
  onDone,
}: Props) {
  const [text, setText] = useState<string | null>(null);
  const ending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const shown = text ?? fixed(value, digits);
  const put = (v: number): void => onChange(Math.min(max, Math.max(min, v)));
  const commit = (): void => {
    if (text === null) return;
    const typed = typedNumber(text);
    setText(null);
    if (typed !== null) put(typed);
    onDone?.();
  };
  return (
    <label
      className={`grid items-center gap-1.5 py-0.5 ${narrow ? "grid-cols-[1fr_4.6rem_0.6rem_1.5rem]" : "grid-cols-[1fr_6.2rem_1.9rem_1.7rem]"}`}
    >
      <span>{label}</span>
      <input
        className="input input-sm text-right tabular-nums"
        inputMode="decimal"
        value={shown}
        aria-label={unit ? `${label}, ${unit}` : label}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === "Enter") commit();
          // Once it takes back what is typed; with nothing typed it leaves the field, so that keys are the Bench's again.
          if (e.key === "Escape" && text === null) e.currentTarget.blur();
          else if (e.key === "Escape") setText(null);
          if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
          e.preventDefault();
          setText(null);
          const by = step * (e.shiftKey ? 10 : 1) * (e.key === "ArrowUp" ? 1 : -1);
          put(Number((value + by).toFixed(digits + 1)));
        }}
        onKeyUp={(e) => {
          // A run of steps is over a moment after the last of them.
          if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
          clearTimeout(ending.current);
          ending.current = setTimeout(() => onDone?.(), RUN_MS);
        }}
      />
      <span className="muted text-[0.9rem]">{unit}</span>
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={say("Reset {label}", { label })}
        disabled={value === standard}
        onClick={() => {
          setText(null);
          put(standard);
          onDone?.();
        }}
      >
        <RotateCcw size={13} />
      </button>
    </label>
  );
}
