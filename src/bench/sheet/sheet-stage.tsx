"use client";

import { memo } from "react";
import { Layer, Line, Stage } from "react-konva";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { Rect, Vec2 } from "@/core/geometry";
import type { Line as DrawnLine } from "@/core/recipe";
import type { Derived } from "../derived";
import type { RunningMarks } from "../tools/tool";
import type { SheetColours } from "../marks/colours";
import { OwnMarks } from "../own-edges/own-marks";
import { GaugeMarks } from "../check/gauge-marks";
import { GridMark } from "../check/grid-mark";
import { fieldOf, firstSeen } from "../marks/layout";
import { ClickedMark, LineMark } from "../marks/line-mark";
import { MagnifierHole } from "./magnifier";
import { type Bubble, Margins } from "./margins";
import { MOST_STRETCH } from "@/core/finish";
import { BENCH_COURSES, benchCourse } from "../courses";
import type { SheetManner } from "../courses/bench-course";
import { Loaded } from "../courses/loaded";
import type { MarkParts } from "../marks/mark-parts";
import { type Projection, onScreen, pathOf, pathOfLine } from "../marks/projection";
import { Overview } from "./overview";
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

const NO_MANNER: SheetManner = {};

const ALWAYS = BENCH_COURSES.filter(({ always }) => always !== undefined);

/** One array for all pictures without bubbles, so that the margins are not drawn anew. */
const NO_BUBBLES: readonly Bubble[] = [];

/** Everything drawn over the picture: grid, frame, marks, and the margins with their rulers and bubbles. */
export const SheetStage = memo(function SheetStage(props: Props) {
  const { photo, derived, projection, sheet, asShot, grid, stroke, area, hole, colours } = props;
  const { recipe, course, marks, holding, stretch, selected } = useBench();
  const { view } = projection;
  const shown = marks && !holding;
  const open = benchCourse(course);
  const manner = open?.sheet ?? NO_MANNER;
  const own = open?.lines;
  const paths = pathsOf(shown && own ? recipe.lines.filter(own) : [], projection);
  const parts: MarkParts = { derived, projection, sheet, asShot, grid, colours };
  const field = fieldOf(sheet);
  const bubbles = bubblesOf(paths, derived, selected, field);
  const [x, y, width, height] = field;
  const perPixel = !asShot && manner.inMetres ? (derived.measured?.perPixel ?? null) : null;
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
        {ALWAYS.map(({ key, always }) => (
          <Loaded key={key} load={always} parts={{ ...parts, open: course === key }} />
        ))}
        {stretch && !asShot && (
          <StretchMap
            map={derived.map}
            beyond={recipe.finish?.on && recipe.finish.even > 0 ? MOST_STRETCH : null}
            {...{ view, sheet, colours }}
          />
        )}
        {shown && manner.ownEdges && <OwnMarks projection={projection} colours={colours} />}
        {shown && <Loaded load={open?.marks} parts={parts} />}
        {shown && <GaugeMarks projection={projection} colours={colours} />}
        <LinesAtWork {...{ paths, stroke, area, projection, colours }} />
        {!asShot && manner.overview && <Overview map={derived.map} view={view} sheet={sheet} colours={colours} />}
        {hole && <MagnifierHole place={hole} />}
      </Layer>
      <Layer listening={false}>
        <Margins sheet={sheet} view={view} bubbles={bubbles} perPixel={perPixel} colours={colours} />
        {hole && <MagnifierHole place={hole} />}
      </Layer>
    </Stage>
  );
});

interface AtWorkParts extends Pick<Props, "stroke" | "area" | "projection" | "colours"> {
  readonly paths: readonly LinePath[];
}

/** The lines that are shown, and what is being drawn. */
function LinesAtWork({ paths, stroke, area, projection, colours }: AtWorkParts) {
  const { selected, selectedEnd, places } = useBench();
  return (
    <>
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
        <LineMark path={pathOf(projection, stroke.ends)} kind={stroke.kind} on selected end={null} colours={colours} />
      )}
      {places.length > 0 && (
        <ClickedMark path={places.map((p) => onScreen(projection, p)).filter((p) => p !== null)} colours={colours} />
      )}
    </>
  );
}

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
