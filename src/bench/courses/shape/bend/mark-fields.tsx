"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import type { Edit } from "@/core/edits";
import type { Lock } from "@/core/shape/bend";
import { NumberField } from "@/ui";

const row = "flex items-center justify-between gap-2 py-0.5";
/** What edges and lines may be locked to, in words. */
export const LOCK_WORDS: Record<Lock, string> = { free: "free", vertical: "vertical", horizontal: "horizontal" };

/** One of a few words. */
export function Choice<V extends string>({
  label,
  shown,
  value,
  words,
  onChange,
}: {
  label: string;
  shown: string;
  value: V;
  words: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
}) {
  return (
    <label className={row}>
      <span>{shown}</span>
      <select
        className="select select-sm w-36"
        aria-label={label}
        value={value}
        onChange={(e) => onChange(e.target.value as V)}
      >
        {words.map(([v, word]) => (
          <option key={v} value={v}>
            {word}
          </option>
        ))}
      </select>
    </label>
  );
}

/** How far a mark is followed, in percent. */
export function HowFarField({
  name,
  id,
  amount,
  onChange,
}: {
  name: string;
  id: string;
  amount: number;
  onChange: (amount: number) => Edit;
}) {
  const { edit, endGesture } = useBench();
  return (
    <NumberField
      label={say("How far {name}", { name })}
      value={Math.round(100 * amount)}
      standard={100}
      step={5}
      digits={0}
      unit="%"
      min={0}
      max={100}
      onChange={(v) => edit(onChange(v / 100), `amount ${id}`)}
      onDone={endGesture}
    />
  );
}
