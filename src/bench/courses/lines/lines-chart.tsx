"use client";

import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { memo, useMemo } from "react";
import { Bar } from "react-chartjs-2";
import { say } from "@/language";
import { STILL, inkOf } from "../../chart-ink";
import type { LineRow } from "../../derived";
import { useRested } from "../../use-rested";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** Bars are drawn anew when nothing has moved for this long, ms. */
const PAUSE_MS = 120;

/** How far each line that is to be true is out of it before and after, side by side, degrees; a wall that runs away slopes by far more. */
export function LinesChart({ rows }: { rows: readonly LineRow[] }) {
  const meant = useMemo(() => rows.filter((r) => r.meant), [rows]);
  return <Drawn rows={useRested(meant, PAUSE_MS)} />;
}

const Drawn = memo(function Drawn({ rows }: { rows: readonly LineRow[] }) {
  const muted = inkOf("--color-base-content");
  return (
    <figure className="px-3.5 py-1.5" aria-label={say("Lines before and after")}>
      <figcaption className="muted text-[0.85rem]">
        {say("Degrees out of true: grey before, coloured after")}
      </figcaption>
      <div className="h-20">
        <Bar
          aria-hidden
          updateMode="none"
          data={{
            labels: rows.map((r) => r.name),
            datasets: [
              { label: say("before"), data: rows.map((r) => r.before), backgroundColor: "#8886" },
              {
                label: say("after"),
                data: rows.map((r) => r.after ?? 0),
                backgroundColor: rows.map((r) => inkOf(r.line.kind === "plumb" ? "--plumb" : "--sill")),
              },
            ],
          }}
          options={{
            ...STILL,
            scales: {
              x: { ticks: { color: muted, autoSkip: true, maxRotation: 0 }, grid: { display: false } },
              y: { beginAtZero: true, ticks: { color: muted, maxTicksLimit: 4 }, grid: { color: "#8883" } },
            },
          }}
        />
      </div>
    </figure>
  );
});
