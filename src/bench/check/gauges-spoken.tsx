"use client";

import { say } from "@/language";
import type { PlaneMap } from "@/core/render";
import { gaugeReading, readingWords } from "./gauge-reading";
import { useGauges } from "./gauge-state";

/** What gauges read, for those who cannot see the canvas. */
export function GaugesSpoken({ map }: { map: PlaneMap }) {
  const { gauges } = useGauges();
  return (
    <ul className="sr-only" aria-live="polite" aria-label={say("Readings of the gauge")} data-testid="gauges">
      {gauges.map((gauge) => {
        const reading = gaugeReading(gauge, map);
        return reading && <li key={gauge.id}>{readingWords(reading)}</li>;
      })}
    </ul>
  );
}
