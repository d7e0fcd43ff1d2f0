"use client";

import { X } from "lucide-react";
import type { DeliveryOrder } from "@/client";
import { FORMATS, QUALITY, type SetOutput, formatOf } from "@/core/contract";
import { say } from "@/language";
import { typedNumber } from "@/ui";

interface OutputProps {
  output: SetOutput;
  number: number;
  onChange(part: Partial<SetOutput>): void;
  onRemove: (() => void) | null;
}

/** One size and format of a set. */
export function Output({ output: { name, options, long }, number, onChange, onRemove }: OutputProps) {
  const put = (part: Partial<DeliveryOrder>): void => onChange({ options: { ...options, ...part } });
  return (
    <fieldset
      aria-label={say("Output {number}", { number })}
      className="ruled grid grid-cols-[8rem_9rem_5rem_1fr_1.8rem] items-center gap-2 rounded border p-2"
    >
      <input
        className="input input-sm w-full"
        aria-label={say("What output {number} is called", { number })}
        value={name}
        maxLength={40}
        onChange={(e) => onChange({ name: e.target.value })}
      />
      <select
        className="select select-sm w-full"
        aria-label={say("Format")}
        value={options.format}
        onChange={(e) => put({ format: e.target.value as DeliveryOrder["format"] })}
      >
        {FORMATS.map((f) => (
          <option key={f.key} value={f.key}>
            {f.name}
          </option>
        ))}
      </select>
      <input
        className="input input-sm w-full text-right"
        aria-label={say("Quality")}
        inputMode="numeric"
        disabled={!formatOf(options.format).lossy}
        defaultValue={options.quality}
        onBlur={(e) => {
          const typed = typedNumber(e.target.value);
          const quality = Math.round(Math.max(QUALITY.min, Math.min(QUALITY.max, typed ?? options.quality)));
          e.target.value = String(quality);
          put({ quality });
        }}
      />
      <label className="flex items-center gap-2">
        <input
          className="input input-sm w-24 text-right"
          aria-label={say("Longer side of output {number}, pixels", { number })}
          inputMode="numeric"
          placeholder={say("full")}
          defaultValue={long ?? ""}
          onBlur={(e) => {
            const typed = typedNumber(e.target.value);
            const px = typed === null ? null : Math.round(Math.max(16, Math.min(200_000, typed)));
            e.target.value = px === null ? "" : String(px);
            onChange({ long: px });
          }}
        />
        <span className="muted">{say("px, longer side")}</span>
      </label>
      {onRemove && (
        <button
          type="button"
          className="btn btn-ghost btn-sm btn-square"
          aria-label={say("Without output {number}", { number })}
          onClick={onRemove}
        >
          <X size={15} />
        </button>
      )}
    </fieldset>
  );
}
