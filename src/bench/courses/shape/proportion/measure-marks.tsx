"use client";

import { Circle, Line, Text } from "react-konva";
import { useBench } from "@/client/bench-store";
import { toScreen } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import type { KnownMeasure } from "@/core/shape/proportion";
import { handlePlace } from "../../frame-handles";
import { HEIGHT_GRIPS } from "./tools/hold-reference";
import { useUnits } from "@/ui";
import { tapeReading } from "./tape-reading";
import { useMeasuring } from "./measuring-state";
import type { Derived } from "../../../derived";
import type { SheetColours } from "../../../marks/colours";
import { ReferenceMark, TapeMark } from "./reading-marks";
import { type Projection, onScreen, pathOf } from "../../../marks/projection";
import { FONT } from "../../../marks/ruler";

interface Parts {
  derived: Derived;
  projection: Projection;
  asShot: boolean;
  colours: SheetColours;
}

const flat = (path: readonly Vec2[]): number[] => path.flatMap(([x, y]) => [x, y]);

/** What Shape lays over the picture: known measures, tapes, the true square or circle, and the grips for height and width. */
export function MeasureMarks({ derived, projection, asShot, colours }: Parts) {
  // What a tape reads is written in them.
  useUnits();
  const { selected, recipe } = useBench();
  const { place, reference, tapes } = useMeasuring();
  const { view } = projection;
  return (
    <>
      {!asShot &&
        recipe.proportion.on &&
        HEIGHT_GRIPS.map((h) => {
          const [x, y] = toScreen(view, handlePlace(derived.map.frame, h));
          const points = h.x === 0 ? [x, y - 9, x, y + 9] : [x - 9, y, x + 9, y];
          return [colours.halo, colours.face].map((stroke, n) => (
            <Line
              key={`${h.x}${h.y}${n}`}
              points={points}
              stroke={stroke}
              strokeWidth={n === 0 ? 9 : 5}
              lineCap="round"
              listening={false}
            />
          ));
        })}
      {(recipe.proportion.measures ?? []).map((measure, i) => (
        <MeasureMark
          key={measure.id}
          measure={measure}
          name={`M${i + 1}`}
          selected={measure.id === selected}
          place={measure.id === selected ? place : null}
          projection={projection}
          colours={colours}
        />
      ))}
      {tapes.map((ends, i) => (
        <TapeMark
          key={i}
          ends={ends}
          words={tapeReading(derived, ends).words}
          projection={projection}
          colours={colours}
        />
      ))}
      {reference && !asShot && <ReferenceMark reference={reference} projection={projection} colours={colours} />}
    </>
  );
}

/** A measure: a double outline like a dimensioned thing on a drawing, its places as small crosses. */
function MeasureMark({
  measure,
  name,
  selected,
  place,
  projection,
  colours,
}: {
  measure: KnownMeasure;
  name: string;
  selected: boolean;
  place: number | null;
  projection: Projection;
  colours: SheetColours;
}) {
  const corners = measure.points.map((p) => onScreen(projection, p)).filter((p) => p !== null);
  if (corners.length < 2) return null;
  const open = measure.kind === "length";
  const round = measure.kind === "ellipse";
  const sides = measure.points.map((p, i) => [p, measure.points[(i + 1) % measure.points.length]!] as const);
  // A round thing's places lie around its edge in the order in which they were settled.
  const path = round ? corners : (open ? sides.slice(0, 1) : sides).flatMap((side) => pathOf(projection, side));
  const points = flat(path);
  return (
    <>
      <Line points={points} closed={!open} stroke={colours.halo} strokeWidth={5} opacity={0.65} listening={false} />
      <Line
        points={points}
        closed={!open}
        stroke={colours.face}
        strokeWidth={selected ? 2.4 : 1.6}
        dash={measure.on ? [] : [2, 5]}
        listening={false}
      />
      {measure.kind === "grid" && <GridLines measure={measure} projection={projection} colours={colours} />}
      {!round &&
        corners.map(([x, y], i) => (
          <Circle
            key={i}
            x={x}
            y={y}
            radius={place === i ? 6.5 : 4.5}
            fill={selected ? colours.face : colours.halo}
            stroke={selected ? colours.halo : colours.face}
            strokeWidth={1.6}
            listening={false}
          />
        ))}
      <Text
        x={corners[0]![0] + 9}
        y={corners[0]![1] + 7}
        text={name}
        fontSize={14}
        fontStyle="600"
        fontFamily={FONT}
        fill={colours.face}
        stroke={colours.halo}
        strokeWidth={3}
        fillAfterStrokeEnabled
        listening={false}
      />
    </>
  );
}

/** The joints between tiles, as far as straight lines between the corners show them. */
function GridLines({
  measure: { points, columns, rows },
  projection,
  colours,
}: {
  measure: Extract<KnownMeasure, { kind: "grid" }>;
  projection: Projection;
  colours: SheetColours;
}) {
  const [a, b, c, d] = points.map((p) => onScreen(projection, p)) as (Vec2 | null)[];
  if (!a || !b || !c || !d || columns * rows > 900) return null;
  // A point of the quadrilateral by its homography from the unit square (P. Heckbert, 1989).
  const [sx, sy] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]];
  const [dx1, dy1, dx2, dy2] = [b[0] - c[0], b[1] - c[1], d[0] - c[0], d[1] - c[1]];
  const det = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(det) < 1e-9) return null;
  const [g, h] = [(sx * dy2 - dx2 * sy) / det, (dx1 * sy - sx * dy1) / det];
  // Crossed over, it has no inside to draw joints in.
  if (!(1 + g > 0 && 1 + h > 0 && 1 + g + h > 0)) return null;
  const at = (u: number, v: number): number[] => {
    const w = g * u + h * v + 1;
    return [0, 1].map((k) => ((b[k]! - a[k]! + g * b[k]!) * u + (d[k]! - a[k]! + h * d[k]!) * v + a[k]!) / w);
  };
  const lines = [
    ...Array.from({ length: columns - 1 }, (_, i) => [...at((i + 1) / columns, 0), ...at((i + 1) / columns, 1)]),
    ...Array.from({ length: rows - 1 }, (_, i) => [...at(0, (i + 1) / rows), ...at(1, (i + 1) / rows)]),
  ];
  return lines.map((points, i) => (
    <Line
      key={i}
      points={points}
      stroke={colours.face}
      strokeWidth={1}
      opacity={0.75}
      dash={[3, 3]}
      listening={false}
    />
  ));
}
