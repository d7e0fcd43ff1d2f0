import type { KnownMeasure, MeasuredProportion } from "@/core/proportion";

/** What the core says of measures, each by the number that its row has. */
export function measureMessages(measures: readonly KnownMeasure[], told: MeasuredProportion | null): string[] {
  return (told?.messages ?? []).map((words) =>
    measures.reduce((now, { id }, i) => now.split(id).join(`M${i + 1}`), words),
  );
}
