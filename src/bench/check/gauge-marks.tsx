"use client";

import { Circle, Line } from "react-konva";
import { gaugeReading, readingWords } from "./gauge-reading";
import { useGauges } from "./gauge-state";
import type { SheetColours } from "../marks/colours";
import { MarkLabel } from "../marks/mark-label";
import { type Projection, onScreen } from "../marks/projection";

/** What gauges read, along their edges, in the picture that is shown. */
export function GaugeMarks({ projection, colours }: { projection: Projection; colours: SheetColours }) {
  const { gauges } = useGauges();
  return gauges.map((gauge) => {
    const path = gauge.points.map((p) => onScreen(projection, p)).filter((p) => p !== null);
    const reading = gaugeReading(gauge, projection.map);
    if (path.length < 2 || !reading) return null;
    const flat = path.flatMap(([x, y]) => [x, y]);
    const [a, b] = [path[0]!, path.at(-1)!];
    return [
      <Line key={`${gauge.id}h`} points={flat} stroke={colours.halo} strokeWidth={4.5} opacity={0.75} />,
      <Line key={gauge.id} points={flat} stroke={colours.ink} strokeWidth={1.6} />,
      ...[a, b].map(([x, y], i) => (
        <Circle
          key={`${gauge.id}${i}`}
          x={x}
          y={y}
          radius={3.4}
          fill={colours.halo}
          stroke={colours.ink}
          strokeWidth={1.5}
        />
      )),
      <MarkLabel
        key={`${gauge.id}w`}
        x={(a[0] + b[0]) / 2 + 9}
        y={(a[1] + b[1]) / 2 - 9}
        text={readingWords(reading)}
        colour={colours.ink}
        halo={colours.halo}
        size={14}
      />,
    ];
  });
}
