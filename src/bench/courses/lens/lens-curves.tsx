"use client";

import { say } from "@/language";
import {
  type ChartConfiguration,
  Chart,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
} from "chart.js";
import { memo, useMemo, useState } from "react";
import { Line } from "react-chartjs-2";
import { cornerBow, distortionPercent, stopsLost } from "@/core/lens";
import type { Recipe } from "@/core/recipe";
import { fixed } from "@/ui";
import { STILL, inkOf } from "../../chart-ink";
import { useRested } from "../../use-rested";
import type { LensSamples } from "./use-lens-samples";

Chart.register(LineController, LineElement, PointElement, LinearScale, Filler);

type Lens = Recipe["lens"];
type Curve = "distortion" | "fringes" | "light" | "residuals";
/** Curves are drawn anew when nothing has moved for this long, ms. */
const PAUSE_MS = 90;
const STEPS = 40;
const heights = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);

interface Series {
  readonly colour: string;
  readonly dash?: number[];
  readonly values: readonly number[];
}

function seriesOf(curve: Curve, lens: Lens, unit: number, focal: number, ink: Ink): Series[] {
  if (curve === "residuals") return [];
  if (curve === "distortion")
    return [{ colour: ink("--plumb"), values: heights.map((r) => distortionPercent(lens, r, focal)) }];
  if (curve === "light")
    return [
      {
        colour: ink("--color-base-content"),
        values: heights.map((r) => -lens.vignetting.amount * stopsLost(lens.vignetting.v, r)),
      },
    ];
  return (["red", "blue"] as const).map((c) => ({
    colour: c === "red" ? "#c0392b" : "#2e6fbf",
    ...(c === "blue" ? { dash: [5, 3] } : {}),
    values: heights.map((r) => unit * r * (lens.fringes[c][0] + lens.fringes[c][1] * r * r)),
  }));
}

const pointsOf = (curve: Curve, { distortion, residuals }: LensSamples): (readonly (readonly [number, number])[])[] =>
  curve === "distortion" ? [distortion] : curve === "residuals" ? [residuals] : [];

const UNITS: Record<Curve, string> = {
  distortion: "%",
  fringes: "px",
  light: say("stops"),
  residuals: say("px from straight"),
};
const WORDS: Record<Curve, string> = {
  distortion: say("Distortion"),
  fringes: say("Fringes"),
  light: say("Fall-off"),
  residuals: say("Residuals"),
};

type Ink = (name: string) => string;

interface Shown {
  readonly curve: Curve;
  readonly lens: Lens;
  readonly unit: number;
  readonly focal: number;
  readonly samples: LensSamples;
}

/** A curve's lines, and the points that were measured for it. */
function chartData(
  curve: Curve,
  lens: Lens,
  unit: number,
  focal: number,
  samples: LensSamples,
  ink: Ink,
): ChartConfiguration<"line">["data"] {
  return {
    datasets: [
      ...seriesOf(curve, lens, unit, focal, ink).map(({ colour, dash, values }) => ({
        data: values.map((y, i) => ({ x: heights[i]!, y })),
        borderColor: colour,
        borderWidth: 2,
        pointRadius: 0,
        ...(dash ? { borderDash: dash } : {}),
      })),
      ...pointsOf(curve, samples).map((data) => ({
        data: data.map(([x, y]) => ({ x, y })),
        showLine: false,
        pointRadius: 1.8,
        pointBackgroundColor: ink("--taut"),
        pointBorderWidth: 0,
        borderColor: ink("--taut"),
      })),
    ],
  };
}

/** @param muted colour of the numbers. */
const optionsIn = (muted: string): ChartConfiguration<"line">["options"] => ({
  ...STILL,
  scales: {
    x: { type: "linear", min: 0, max: 1, ticks: { color: muted, maxTicksLimit: 5 }, grid: { color: "#8883" } },
    y: {
      type: "linear",
      grace: "8%",
      suggestedMin: -0.1,
      suggestedMax: 0.1,
      ticks: { color: muted, maxTicksLimit: 5 },
      grid: { color: "#8883" },
    },
  },
});

/** Curves over image height, centre to corner: distortion, fringes of red and blue, fall-off; with measured points. */
export function LensCurves({
  lens,
  unit,
  focal,
  samples,
}: {
  lens: Lens;
  unit: number;
  focal: number;
  /** What was measured: points on the distortion curve, and what is left over. */
  samples: LensSamples;
}) {
  const [curve, setCurve] = useState<Curve>("distortion");
  const shown = useMemo(() => ({ curve, lens, unit, focal, samples }), [curve, lens, unit, focal, samples]);
  const rested = useRested(shown, PAUSE_MS);
  return (
    <figure
      className="mb-2"
      aria-label={say("Distortion {bow} % at the corner", { bow: fixed(cornerBow(lens.k, lens.amount), 2) })}
    >
      <div className="flex flex-wrap" role="tablist" aria-label={say("Curves")}>
        {(Object.keys(WORDS) as Curve[])
          .filter((c) => c !== "residuals" || samples.residuals.length > 0)
          .map((c) => (
            <button
              key={c}
              role="tab"
              aria-selected={c === curve}
              className="min-h-[24px] rounded px-2 py-0.5 text-[0.9rem] whitespace-nowrap aria-selected:bg-base-300 aria-selected:font-semibold"
              onClick={() => setCurve(c)}
            >
              {WORDS[c]}
            </button>
          ))}
      </div>
      <span className="muted text-[0.85rem]">{say("{unit}, centre to corner", { unit: UNITS[curve] })}</span>
      <div className="h-28">
        <Drawn shown={rested} />
      </div>
    </figure>
  );
}

const Drawn = memo(function Drawn({ shown: { curve, lens, unit, focal, samples } }: { shown: Shown }) {
  return (
    <Line
      aria-hidden
      updateMode="none"
      data={chartData(curve, lens, unit, focal, samples, inkOf)}
      options={optionsIn(inkOf("--color-base-content"))}
    />
  );
});
