"use client";

import { say } from "@/language";
import { RotateCcw } from "lucide-react";
import { type KeyboardEvent, type RefObject, useEffect, useId, useRef, useState } from "react";
import { fixed } from "./format";
import { typedNumber } from "./typed-number";
import { useDraggedNumber } from "./use-dragged-number";

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
  /** It has a natural range, from min to max: a slider stands under the label. */
  slider?: boolean;
  onChange(value: number): void;
  /** A run of changes is over. */
  onDone?(): void;
}

/** Steps by the keys or the wheel within this time of each other are one run, ms. */
const RUN_MS = 900;

/**
 * A number set by dragging its label sideways, by its slider, by typing it or a simple sum, by the arrow keys (Shift: ten steps), or by the
 * wheel while it has the keys. It has a reset of its own; a double press on the label resets it, too.
 */
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
  slider = false,
  onChange,
  onDone,
}: Props) {
  const id = useId();
  const { input, shown, put, type, reset, commit, onKey, endSoon, dragged } = useNumber({
    value,
    standard,
    step,
    digits,
    min,
    max,
    onChange,
    onDone,
  });
  return (
    <label
      htmlFor={id}
      className={`grid items-center gap-1.5 py-0.5 ${narrow ? "grid-cols-[1fr_4.6rem_0.6rem_1.5rem]" : "grid-cols-[1fr_6.2rem_1.9rem_1.7rem]"}`}
    >
      <span className="flex min-w-0 flex-col">
        <span
          className="cursor-ew-resize touch-none select-none"
          title={say("Drag sideways: Shift for large steps, Alt for small ones. A double press resets.")}
          onDoubleClick={reset}
          {...dragged}
        >
          {label}
        </span>
        {slider && <Slider {...{ min, max, step, value }} onDone={() => onDone?.()} onChange={put} />}
      </span>
      <input
        ref={input}
        id={id}
        className="input input-sm text-right tabular-nums"
        inputMode="decimal"
        value={shown}
        aria-label={unit ? `${label}, ${unit}` : label}
        onChange={(e) => type(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={onKey}
        onKeyUp={(e) => {
          if (e.key === "ArrowUp" || e.key === "ArrowDown") endSoon();
        }}
      />
      <span className="muted text-[0.9rem]">{unit}</span>
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={say("Reset {label}", { label })}
        disabled={value === standard}
        onClick={reset}
      >
        <RotateCcw size={13} />
      </button>
    </label>
  );
}

type Field = Required<Pick<Props, "value" | "standard" | "step" | "digits" | "min" | "max">> &
  Pick<Props, "onChange" | "onDone">;

/** How a number is set: dragged, typed, or in steps by the keys and the wheel. What is typed is shown until it is taken. */
function useNumber({ value, standard, step, digits, min, max, onChange, onDone }: Field) {
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const ending = useRef<ReturnType<typeof setTimeout>>(undefined);
  const shown = text ?? fixed(value, digits);
  const put = (v: number): void => {
    setText(null);
    onChange(Math.min(max, Math.max(min, v)));
  };
  const reset = (): void => {
    put(standard);
    onDone?.();
  };
  const by = (steps: number): void => put(Number((value + steps * step).toFixed(digits + 1)));
  // A run of steps is over a moment after the last of them.
  const endSoon = (): void => {
    clearTimeout(ending.current);
    ending.current = setTimeout(() => onDone?.(), RUN_MS);
  };
  useWheel(input, (steps) => {
    by(steps);
    endSoon();
  });
  const dragged = useDraggedNumber({
    ...{ value, step, min, max },
    put,
    onDone: () => onDone?.(),
  });
  const commit = (): void => {
    if (text === null) return;
    const typed = typedNumber(text);
    setText(null);
    if (typed !== null) put(typed);
    onDone?.();
  };
  const onKey = (e: KeyboardEvent<HTMLInputElement>): void => {
    if (e.key === "Enter") commit();
    // Once it takes back what is typed; with nothing typed it leaves the field, so that keys are the Bench's again.
    if (e.key === "Escape" && text === null) e.currentTarget.blur();
    else if (e.key === "Escape") setText(null);
    if (e.key !== "ArrowUp" && e.key !== "ArrowDown") return;
    e.preventDefault();
    by((e.shiftKey ? 10 : 1) * (e.key === "ArrowUp" ? 1 : -1));
  };
  return { input, shown, put, type: setText, reset, commit, onKey, endSoon, dragged };
}

type Range = Pick<Props, "value" | "step"> & { min: number; max: number };

/** The field beside it does all that this does, so only the pointer needs it. */
function Slider({ min, max, step, value, onChange, onDone }: Range & { onChange(v: number): void; onDone(): void }) {
  return (
    <input
      type="range"
      className="range range-xs h-3 w-full text-base-content/60 [--range-fill:0] [--range-thumb-size:0.75rem]"
      aria-hidden
      tabIndex={-1}
      min={min}
      max={max}
      step={step / 5}
      value={value}
      onChange={(e) => onChange(Number(e.target.value))}
      onPointerUp={onDone}
    />
  );
}

/** Steps by the wheel while a field has the keys. @param by steps up; with Shift ten. */
function useWheel(input: RefObject<HTMLInputElement | null>, by: (steps: number) => void): void {
  const turned = useRef<(e: WheelEvent) => void>(() => undefined);
  useEffect(() => {
    turned.current = (e) => {
      if (document.activeElement !== input.current || e.deltaY === 0) return;
      e.preventDefault();
      by((e.deltaY < 0 ? 1 : -1) * (e.shiftKey ? 10 : 1));
    };
  });
  useEffect(() => {
    const field = input.current;
    const listen = (e: WheelEvent): void => turned.current(e);
    // Not passive: the panel must not roll away under the number.
    field?.addEventListener("wheel", listen, { passive: false });
    return () => field?.removeEventListener("wheel", listen);
  }, [input]);
}
