"use client";

import { say } from "@/language";
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
} from "chart.js";
import { useEffect, useRef } from "react";
import type { ToneHistogram } from "@/core/finish";

Chart.register(BarController, BarElement, CategoryScale, LineController, LineElement, LinearScale, PointElement);

/** Peaks higher than so many times the mean are cut off, so that a white sky does not flatten all else. */
const MOST = 5;

/** How bright the frame's places are: before as bars, after as a line. */
export function ToneChart({ histogram }: { histogram: ToneHistogram }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart | null>(null);
  const drawn = useRef<ToneHistogram | null>(null);
  useEffect(
    () => () => {
      chart.current?.destroy();
      chart.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!canvas.current) return;
    const most = MOST / histogram.before.length;
    const held = (shares: readonly number[]): number[] => shares.map((v) => Math.min(most, v));
    const shown = chart.current;
    if (shown) {
      shown.data.datasets[0]!.data = held(histogram.after);
      shown.data.datasets[1]!.data = held(histogram.before);
      // The axes stay, and mostly the bars, too: all of it settled anew would take as long as the rest of the panel.
      const isSame = histogram.before.every((v, i) => v === drawn.current?.before[i]);
      for (const { controller } of isSame ? [shown.getDatasetMeta(0)] : shown.getSortedVisibleDatasetMetas()) {
        controller.buildOrUpdateElements();
        controller.update("none");
      }
      shown.draw();
      drawn.current = histogram;
      return;
    }
    drawn.current = histogram;
    const style = getComputedStyle(canvas.current);
    const ink = style.getPropertyValue("--color-base-content").trim() || "#555";
    const data = {
      labels: histogram.before.map((_, i) => Math.round((100 * i) / histogram.before.length)),
      datasets: [
        {
          type: "line" as const,
          label: say("after"),
          data: held(histogram.after),
          borderColor: ink,
          borderWidth: 1.5,
          pointRadius: 0,
        },
        {
          type: "bar" as const,
          label: say("before"),
          data: held(histogram.before),
          backgroundColor: "#8886",
          categoryPercentage: 1,
          barPercentage: 1,
        },
      ],
    };
    chart.current = new Chart(canvas.current, {
      type: "bar",
      data,
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        events: [],
        scales: {
          x: { ticks: { color: ink, maxTicksLimit: 6, maxRotation: 0 }, grid: { display: false } },
          y: { display: false, min: 0, max: most },
        },
      },
    });
  }, [histogram]);
  return (
    <figure className="px-3.5 py-1.5" aria-label={say("How bright the frame is, before and after")}>
      <figcaption className="muted text-[0.85rem]">
        {say("From black to white: before grey, after as a line")}
      </figcaption>
      <div className="h-20">
        <canvas ref={canvas} aria-hidden />
      </div>
    </figure>
  );
}
