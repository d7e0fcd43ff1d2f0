"use client";

import { keepMarksOf } from "@/core/frame";
import { memo } from "react";
import { Layer, Line, Stage } from "react-konva";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { Rect, Vec2 } from "@/core/geometry";
import type { Line as DrawnLine } from "@/core/recipe";
import type { Derived } from "../derived";
import type { RunningMarks } from "../tools/tool";
import { BendMarks } from "../courses/shape/bend/bend-marks";
import type { SheetColours } from "../marks/colours";
import { FaceMark } from "../courses/lines/face-mark";
import { FoundMarks } from "../courses/lines/found-marks";
import { KeepMarks } from "../courses/frame/keep-marks";
import { FrameMark, ScaleBarMark } from "../courses/frame/frame-mark";
import { OwnMarks } from "../own-edges/own-marks";
import { GaugeMarks } from "../check/gauge-marks";
import { GapMarks } from "../courses/edges/gap-marks";
import { GridMark } from "../check/grid-mark";
import { fieldOf, firstSeen } from "../marks/layout";
import { ClickedMark, LineMark } from "../marks/line-mark";
import { MagnifierHole } from "./magnifier";
import { MaskMarks } from "../courses/finish/masks/mask-marks";
import { type Bubble, Margins } from "./margins";
import { MOST_STRETCH } from "@/core/finish";
import { useGrid, withinLines } from "../check/grid-state";
import { brushInHand } from "../brush/brush-state";
import { useFrameAxis } from "../courses/frame/frame-axis";
import { type Projection, onScreen, pathOf, pathOfLine } from "../marks/projection";
import { Overview } from "./overview";
import { MeasureMarks } from "../courses/shape/proportion/measure-marks";
import { StrokeMarks } from "../courses/edges/stroke-marks";
import { StretchMap } from "../check/stretch-map";

interface Props {
  readonly photo: Photo;
  readonly derived: Derived;
  readonly projection: Projection;
  readonly sheet: Vec2;
  readonly asShot: boolean;
  /** Whether the grid lies over the picture. */
  readonly grid: boolean;
  /** The stroke under the pointer. */
  readonly stroke: NonNullable<RunningMarks["stroke"]> | null;
  /** The outline under the pointer, pixels of the original. */
  readonly area: readonly Vec2[] | null;
  /** Where the magnifier looks through. */
  readonly hole: Rect | null;
  readonly colours: SheetColours;
}

const NO_LINES: ReturnType<typeof withinLines> = [];

/** One array for all pictures without bubbles, so that the margins are not drawn anew. */
const NO_BUBBLES: readonly Bubble[] = [];

/** Everything drawn over the picture: grid, frame, marks, and the margins with their rulers and bubbles. */
export const SheetStage = memo(function SheetStage(props: Props) {
  const { photo, derived, projection, sheet, asShot, grid, stroke, area, hole, colours } = props;
  const { recipe, course, marks, holding, stretch, selected, selectedEnd, places, tool } = useBench();
  const { view } = projection;
  const { at: axis } = useFrameAxis();
  const { within } = useGrid();
  const shown = marks && !holding;
  const onLines = shown && course === "lines";
  const paths = pathsOf(
    shown ? recipe.lines.filter((l) => course === (l.kind === "taut" ? "lens" : "lines")) : [],
    projection,
  );
  const field = fieldOf(sheet);
  const bubbles = bubblesOf(paths, derived, selected, field);
  const [x, y, width, height] = field;
  const inMetres = !asShot && (course === "shape" || course === "frame");
  const perPixel = inMetres ? (derived.measured?.perPixel ?? null) : null;
  return (
    <Stage width={sheet[0]} height={sheet[1]} className="absolute inset-0" listening={false}>
      <Layer listening={false} clip={{ x, y, width, height }}>
        {grid && (
          <GridMark
            projection={projection}
            size={[photo.width, photo.height]}
            sheet={sheet}
            asShot={asShot}
            colours={colours}
          />
        )}
        {!asShot && recipe.frame.on && (
          <FrameMark
            frame={derived.map.frame}
            view={view}
            sheet={sheet}
            active={course === "frame"}
            within={grid ? withinLines(within) : NO_LINES}
            axis={axis && (projection.map.fromRecorded(axis)?.[0] ?? null)}
            colours={colours}
          />
        )}
        {!asShot && recipe.frame.on && recipe.frame.bar && recipe.proportion.perPixel !== undefined && (
          <ScaleBarMark frame={derived.map.frame} perPixel={recipe.proportion.perPixel} view={view} />
        )}
        {stretch && !asShot && (
          <StretchMap
            map={derived.map}
            beyond={recipe.finish?.on && recipe.finish.even > 0 ? MOST_STRETCH : null}
            {...{ view, sheet, colours }}
          />
        )}
        {shown && !["shape", "edges", "finish"].includes(course) && (
          <OwnMarks projection={projection} colours={colours} />
        )}
        {onLines && <FoundMarks projection={projection} colours={colours} />}
        {onLines &&
          recipe.faces.map((face, i) => (
            <FaceMark key={face.id} face={face} name={`F${i + 1}`} projection={projection} colours={colours} />
          ))}
        {onLines && derived.next && (
          <Line
            points={pathOf(projection, derived.next.ends).flatMap(([px, py]) => [px, py])}
            stroke={colours.plumb}
            strokeWidth={2.5}
            dash={[1, 7]}
            lineCap="round"
            listening={false}
          />
        )}
        {shown && course === "frame" && !asShot && (
          <KeepMarks marks={keepMarksOf(recipe)} frame={derived.map.frame} projection={projection} colours={colours} />
        )}
        {shown && course === "edges" && !asShot && (
          <>
            <GapMarks derived={derived} projection={projection} colours={colours} />
            <StrokeMarks
              strokes={recipe.edges.strokes ?? []}
              quiet={brushInHand({ course, tool })}
              {...{ selected, projection, colours }}
            />
          </>
        )}
        {shown && course === "finish" && !asShot && recipe.finish?.masks && (
          <MaskMarks
            masks={recipe.finish.masks}
            quiet={brushInHand({ course, tool })}
            {...{ selected, projection, sheet, colours }}
          />
        )}
        {shown && course === "shape" && (
          <MeasureMarks derived={derived} projection={projection} asShot={asShot} colours={colours} />
        )}
        {shown && course === "shape" && recipe.shape && (
          <BendMarks shape={recipe.shape} {...{ derived, selected, selectedEnd, asShot, projection, colours }} />
        )}
        {shown && <GaugeMarks projection={projection} colours={colours} />}
        {area && (
          <Line
            points={area.flatMap((p) => onScreen(projection, p) ?? [])}
            closed
            stroke={colours.face}
            strokeWidth={2}
            dash={[7, 3]}
            listening={false}
          />
        )}
        {paths.map(({ line, path }) => (
          <LineMark
            key={line.id}
            path={path}
            kind={line.kind}
            on={line.on}
            selected={line.id === selected}
            end={selectedEnd}
            colours={colours}
          />
        ))}
        {stroke && (
          <LineMark
            path={pathOf(projection, stroke.ends)}
            kind={stroke.kind}
            on
            selected
            end={null}
            colours={colours}
          />
        )}
        {places.length > 0 && (
          <ClickedMark path={places.map((p) => onScreen(projection, p)).filter((p) => p !== null)} colours={colours} />
        )}
        {!asShot && (course === "frame" || course === "shape") && (
          <Overview map={derived.map} view={view} sheet={sheet} colours={colours} />
        )}
        {hole && <MagnifierHole place={hole} />}
      </Layer>
      <Layer listening={false}>
        <Margins sheet={sheet} view={view} bubbles={bubbles} perPixel={perPixel} colours={colours} />
        {hole && <MagnifierHole place={hole} />}
      </Layer>
    </Stage>
  );
});

interface LinePath {
  readonly line: DrawnLine;
  /** CSS pixels. */
  readonly path: readonly Vec2[];
}

const pathsOf = (lines: readonly DrawnLine[], projection: Projection): LinePath[] =>
  lines.map((line) => ({ line, path: pathOfLine(projection, line) })).filter(({ path }) => path.length > 1);

/** A bubble for every plumb and sill, at the upper or left end of what the field shows of it. */
function bubblesOf(
  paths: readonly LinePath[],
  derived: Derived,
  selected: string | null,
  field: Rect,
): readonly Bubble[] {
  const found = paths.flatMap(({ line: { id, kind, on }, path }): Bubble[] => {
    if (kind === "taut") return [];
    const ends = [path[0]!, path[path.length - 1]!] as const;
    const axis = kind === "plumb" ? 1 : 0;
    const [first, last] = ends[0][axis] <= ends[1][axis] ? ends : [ends[1], ends[0]];
    const seen = firstSeen(first, last, field);
    const name = derived.names.get(id) ?? "";
    return [{ id, name, kind, end: seen ?? first, inSight: seen !== null, on, selected: id === selected }];
  });
  return found.length > 0 ? found : NO_BUBBLES;
}
