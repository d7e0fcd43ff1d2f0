"use client";

import { Circle, Line, Rect, Text } from "react-konva";
import { useBench } from "@/client/bench-store";
import { toScreen } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import type { KnownMeasure } from "@/core/proportion";
import { handlePlace } from "../courses/frame-handles";
import { HEIGHT_GRIPS } from "../courses/proportion/tools/hold-reference";
import { tapeReading } from "../courses/proportion/tape-reading";
import { useShapeState } from "../courses/proportion/shape-state";
import type { Derived } from "../derived";
import type { SheetColours } from "./colours";
import { type Projection, onScreen, pathOf } from "./projection";
import { FONT } from "./ruler";

interface Parts {
  derived: Derived;
  projection: Projection;
  asShot: boolean;
  colours: SheetColours;
}

const flat = (path: readonly Vec2[]): number[] => path.flatMap(([x, y]) => [x, y]);

/** What Shape lays over the picture: known measures, tapes, the true square or circle, and the grips for height and width. */
export function ShapeMarks({ derived, projection, asShot, colours }: Parts) {
  const { selected, recipe } = useBench();
  const { place, reference, tapes } = useShapeState();
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

function TapeMark({
  ends,
  words,
  projection,
  colours,
}: {
  ends: readonly [Vec2, Vec2];
  words: string;
  projection: Projection;
  colours: SheetColours;
}) {
  const path = pathOf(projection, ends);
  if (path.length < 2) return null;
  const [a, b] = [path[0]!, path.at(-1)!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const d = Math.hypot(dx, dy) || 1;
  const tick = ([x, y]: Vec2): number[] => [x - (dy / d) * 7, y + (dx / d) * 7, x + (dy / d) * 7, y - (dx / d) * 7];
  return (
    <>
      {[colours.halo, colours.ink].map((stroke, n) => (
        <Line key={stroke} points={flat(path)} stroke={stroke} strokeWidth={n === 0 ? 5 : 1.6} listening={false} />
      ))}
      {[a, b].map((end, i) => (
        <Line key={i} points={tick(end)} stroke={colours.ink} strokeWidth={2} listening={false} />
      ))}
      <Text
        x={(a[0] + b[0]) / 2 + 8}
        y={(a[1] + b[1]) / 2 - 18}
        text={words}
        fontSize={15}
        fontStyle="600"
        fontFamily={FONT}
        fill={colours.ink}
        stroke={colours.halo}
        strokeWidth={4}
        fillAfterStrokeEnabled
        listening={false}
      />
    </>
  );
}

function ReferenceMark({
  reference: { kind, centre, half },
  projection: { view },
  colours,
}: {
  reference: NonNullable<ReturnType<typeof useShapeState.getState>["reference"]>;
  projection: Projection;
  colours: SheetColours;
}) {
  const [x, y] = toScreen(view, centre);
  const r = half * view.scale;
  return (
    <>
      {[colours.halo, colours.taut].map((stroke, n) => {
        const shared = { stroke, strokeWidth: n === 0 ? 5 : 2, listening: false };
        return kind === "square" ? (
          <Rect key={stroke} x={x - r} y={y - r} width={2 * r} height={2 * r} {...shared} />
        ) : (
          <Circle key={stroke} x={x} y={y} radius={r} {...shared} />
        );
      })}
      <Line points={[x - 8, y, x + 8, y]} stroke={colours.taut} strokeWidth={1.6} listening={false} />
      <Line points={[x, y - 8, x, y + 8]} stroke={colours.taut} strokeWidth={1.6} listening={false} />
      <Rect
        x={x + r - 6}
        y={y + r - 6}
        width={12}
        height={12}
        fill={colours.halo}
        stroke={colours.taut}
        strokeWidth={2}
        listening={false}
      />
    </>
  );
}
