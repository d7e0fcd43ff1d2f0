"use client";

import { put } from "@/language";
import type { NumberSetting } from "@/core/course";
import { unitWords } from "@/core/course";
import { NumberField } from "@/ui";

interface Props {
  setting: NumberSetting;
  /** As the recipe keeps it. */
  value: number;
  /** Where it is not called what the setting is called. */
  label?: string;
  /** Whether a slider stands beside it, over its whole range. */
  slider?: boolean;
  onChange(value: number): void;
  /** A run of changes is over. */
  onDone(): void;
}

/** The field of a number that is described once: its range, unit and steps are the setting's. */
export function SettingField({ setting, value, label, slider = true, onChange, onDone }: Props) {
  const { times, min, max, standard, step, digits } = setting;
  // What is shown is a round number where what is kept is: 0.07 × 100 is not 7 by itself.
  const shown = (v: number): number => Number((times * v).toFixed(digits + 3));
  return (
    <NumberField
      label={label ?? put(setting.label)}
      value={shown(value)}
      standard={shown(standard)}
      step={step}
      digits={digits}
      unit={put(unitWords(setting))}
      min={shown(min)}
      max={shown(max)}
      slider={slider}
      onChange={(v) => onChange(v / times)}
      onDone={onDone}
    />
  );
}
