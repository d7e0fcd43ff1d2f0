"use client";

import { Group, Line, Path, Rect } from "react-konva";
import { type View, toScreen } from "@/client/picture/view";
import { INK, scaleBar } from "@/core/frame";
import type { Rect as Area, Vec2 } from "@/core/geometry";
import { useBench } from "@/client/bench-store";
import { useGrid, withinLines } from "../../check/grid-state";
import type { MarkParts } from "../../marks/mark-parts";
import { useFrameAxis } from "./frame-axis";
import { HANDLES, handlePlace } from "../frame-handles";
import type { SheetColours } from "../../marks/colours";

/** The frame over the picture, whichever course is open, and the scale bar in it. */
export function FrameMark({ derived, projection, sheet, asShot, grid, open, colours }: MarkParts & { open: boolean }) {
  const { frame, proportion } = useBench((s) => s.recipe);
  const { at: axis } = useFrameAxis();
  const { within } = useGrid();
  if (asShot || !frame.on) return null;
  const { map } = derived;
  const { view } = projection;
  return (
    <>
      <Frame
        frame={map.frame}
        view={view}
        sheet={sheet}
        active={open}
        within={grid ? withinLines(within) : NO_LINES}
        axis={axis && (projection.map.fromRecorded(axis)?.[0] ?? null)}
        colours={colours}
      />
      {frame.bar && proportion.perPixel !== undefined && (
        <ScaleBarMark frame={map.frame} perPixel={proportion.perPixel} view={view} />
      )}
    </>
  );
}

const NO_LINES: ReturnType<typeof withinLines> = [];

interface Props {
  frame: Area;
  view: View;
  sheet: Vec2;
  /** Whether the frame can be taken hold of: it shows its handles. */
  active: boolean;
  /** Lines within it, shares of its sides: see withinLines. */
  within: readonly (readonly [number, number, number, number])[];
  /** Where its axis stands across the plane; null: it has none. */
  axis: number | null;
  colours: SheetColours;
}

/** The frame, with what it cuts off veiled but still to be seen. */
function Frame({ frame, view, sheet, active, within, axis, colours }: Props) {
  const [x0, y0] = toScreen(view, [frame[0], frame[1]]);
  const [x1, y1] = toScreen(view, [frame[0] + frame[2], frame[1] + frame[3]]);
  const outside = `M0 0H${sheet[0]}V${sheet[1]}H0ZM${x0} ${y0}V${y1}H${x1}V${y0}Z`;
  return (
    <Group listening={false}>
      <Path data={outside} fill={colours.veil} fillRule="evenodd" opacity={active ? 1 : 0.75} />
      <Rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} stroke={colours.halo} strokeWidth={3} opacity={0.6} />
      <Rect x={x0} y={y0} width={x1 - x0} height={y1 - y0} stroke={colours.ink} strokeWidth={active ? 1.6 : 1} />
      {within.map((ends, i) => {
        const points = ends.map((v, k) => (k % 2 === 0 ? x0 + v * (x1 - x0) : y0 + v * (y1 - y0)));
        return [
          <Line key={`${i}h`} points={points} stroke={colours.halo} strokeWidth={3} opacity={0.5} />,
          <Line key={i} points={points} stroke={colours.ink} strokeWidth={1} opacity={0.8} />,
        ];
      })}
      {active && axis !== null && (
        <Line
          points={[axis * view.scale + view.shift[0], 0, axis * view.scale + view.shift[0], sheet[1]]}
          stroke={colours.sill}
          strokeWidth={1.5}
          dash={[14, 4, 3, 4]}
        />
      )}
      {active &&
        HANDLES.map((h) => {
          const [x, y] = toScreen(view, handlePlace(frame, h));
          return <Grip key={`${h.x}${h.y}`} x={x} y={y} dx={h.x} dy={h.y} colours={colours} />;
        })}
    </Group>
  );
}

/** The scale bar as the delivery will have it. */
function ScaleBarMark({ frame, perPixel, view }: { frame: Area; perPixel: number; view: View }) {
  return scaleBar(frame, perPixel).map(({ rect: [x, y, w, h], ink }, i) => {
    const [px, py] = toScreen(view, [x, y]);
    const level = Math.round(255 * (ink ? INK : 1));
    return (
      <Rect
        key={i}
        x={px}
        y={py}
        width={w * view.scale}
        height={h * view.scale}
        fill={`rgb(${level},${level},${level})`}
        listening={false}
      />
    );
  });
}

/** A grip like a setting-out mark: a short bar along the side, an angle at a corner. */
function Grip({ x, y, dx, dy, colours }: { x: number; y: number; dx: number; dy: number; colours: SheetColours }) {
  const arm = 12;
  const points =
    dx !== 0 && dy !== 0
      ? [x - dx * arm, y, x, y, x, y - dy * arm]
      : dx === 0
        ? [x - arm, y, x + arm, y]
        : [x, y - arm, x, y + arm];
  return (
    <>
      <Line points={points} stroke={colours.halo} strokeWidth={7} />
      <Line points={points} stroke={colours.ink} strokeWidth={4} />
    </>
  );
}
