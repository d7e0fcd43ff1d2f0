"use client";

import { NumberField } from "@/ui";

/** A share as a field in per cent. @param value, standard, least 0…1. */
export function ShareField({
  label,
  value,
  standard,
  least = 0,
  onChange,
  onDone,
}: {
  label: string;
  value: number;
  standard: number;
  least?: number;
  onChange: (share: number) => void;
  onDone?: () => void;
}) {
  return (
    <NumberField
      label={label}
      value={Math.round(100 * value)}
      standard={Math.round(100 * standard)}
      step={5}
      digits={0}
      unit="%"
      min={100 * least}
      max={100}
      slider
      onChange={(v) => onChange(v / 100)}
      {...(onDone && { onDone })}
    />
  );
}
