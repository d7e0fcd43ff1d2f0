"use client";

import { say } from "@/core/language";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useEffect, useRef } from "react";
import type { LineRow } from "../../derived";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** Bars are drawn anew when nothing has moved for this long, ms. */
const PAUSE_MS = 120;

/** How far every line is out of true before and after, side by side, degrees. */
export function LinesChart({ rows }: { rows: readonly LineRow[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart | null>(null);
  useEffect(() => () => chart.current?.destroy(), []);
  useEffect(() => {
    const later = setTimeout(() => {
      if (!canvas.current) return;
      const style = getComputedStyle(canvas.current);
      const ink = (name: string): string => style.getPropertyValue(name).trim() || "#555";
      const data = {
        labels: rows.map((r) => r.name),
        datasets: [
          { label: say("before"), data: rows.map((r) => r.before), backgroundColor: "#8886" },
          {
            label: say("after"),
            data: rows.map((r) => (r.meant ? (r.after ?? 0) : 0)),
            backgroundColor: rows.map((r) => ink(r.line.kind === "plumb" ? "--plumb" : "--sill")),
          },
        ],
      };
      if (chart.current) {
        chart.current.data = data;
        chart.current.update("none");
        return;
      }
      Chart.defaults.font.family = style.fontFamily;
      const muted = ink("--color-base-content");
      chart.current = new Chart(canvas.current, {
        type: "bar",
        data,
        options: {
          animation: false,
          responsive: true,
          maintainAspectRatio: false,
          events: [],
          scales: {
            x: { ticks: { color: muted, autoSkip: true, maxRotation: 0 }, grid: { display: false } },
            y: { beginAtZero: true, ticks: { color: muted, maxTicksLimit: 4 }, grid: { color: "#8883" } },
          },
        },
      });
    }, PAUSE_MS);
    return () => clearTimeout(later);
  }, [rows]);
  return (
    <figure className="px-3.5 py-1.5" aria-label={say("Lines before and after")}>
      <figcaption className="muted text-[0.85rem]">
        {say("Degrees out of true: grey before, coloured after")}
      </figcaption>
      <div className="h-20">
        <canvas ref={canvas} aria-hidden />
      </div>
    </figure>
  );
}
