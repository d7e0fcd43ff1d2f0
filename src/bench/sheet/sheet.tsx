"use client";

import { say } from "@/core/language";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { Pane } from "@/client/picture/picture-view";
import { toPlane } from "@/client/picture/view";
import type { Rect, Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { type Recipe, endsOf } from "@/core/recipe";
import { AS_SHOT, planeExtent } from "@/core/render";
import { useGaugesOf } from "../check/use-gauges-of";
import { EndsLayer } from "../check/ends/ends-layer";
import { useEnds } from "../check/ends/ends-state";
import { GridBar } from "../check/grid-bar";
import { Guides } from "../check/guides/guides";
import { GaugesSpoken } from "../check/gauges-spoken";
import { CompareBar } from "../compare/compare-bar";
import { CompareLayer, useFirstStyle } from "../compare/compare-layer";
import { CompareNames } from "../compare/compare-names";
import { boxOf } from "../compare/compared-picture";
import { benchCourse } from "../courses";
import { ToolInHand } from "../tools/tool-in-hand";
import type { Derived } from "../derived";
import type { Opened } from "../opened";
import type { RunningMarks } from "../tools/tool";
import { AnswerChoice } from "../made-up/answer-choice";
import { useSheetColours } from "../marks/colours";
import { colourAt } from "./colour-at";
import { MAGNIFIER, MagnifierMark, magnifierPlace } from "./magnifier";
import { type Projection, onScreen, recordedAt } from "../marks/projection";
import { SheetBar } from "./sheet-bar";
import { SheetStage } from "./sheet-stage";
import { SheetNotes } from "./sheet-notes";
import { StaleFill } from "../made-up/stale-fill";
import { useSheetEvents } from "./use-sheet-events";
import { usePanes } from "./use-panes";
import { usePicture } from "../picture/use-picture";
import { useGestures } from "./use-gestures";
import { useSharp } from "../picture/use-sharp";
import { useSize, useView } from "./use-view";

const NO_LENS = makeLens([1, 1], null);

interface SheetParts {
  opened: Opened;
  derived: Derived;
  /** A menu is asked for, CSS pixels of the window. */
  onMenu(at: Vec2): void;
}

/** The picture with its margins, rulers, bubbles and marks, and the pointer on it. */
export function Sheet({ opened, derived, onMenu }: SheetParts) {
  const { photo } = opened;
  const { recipe, course, view: shown, grid, gesture, holding, size, peek, marks: guided } = useBench();
  const colours = useSheetColours();
  const ends = useEnds((s) => s.shown);
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const sharp = useRef<HTMLCanvasElement>(null);
  const pictures = useCallback(() => [canvas.current, sharp.current], []);
  const sheet = useSize(element);
  const asShot = holding || shown === "as-shot";

  // A gesture on the corrected picture keeps the map it began with, so that nothing moves under the pointer.
  const [keptMap, setKeptMap] = useState<Derived["map"] | null>(null);
  const map = asShot ? AS_SHOT : (keptMap ?? derived.map);
  const lens = derived.map.lens;
  const whole: Rect = useMemo(() => [0, 0, size[0], size[1]], [size]);
  // In some courses what lies outside the frame is no longer the matter.
  const manner = benchCourse(course)?.sheet;
  const onFrame = manner?.fitsFrame === true && recipe.frame.on;
  // Pulling changes the map, which must be seen, but a fitted view must not follow it meanwhile.
  const [keptExtent, setKeptExtent] = useState<Rect | null>(null);
  const extent = useMemo(
    () => keptExtent ?? (asShot ? whole : extentOf(keptMap ?? derived.map, onFrame)),
    [keptExtent, asShot, whole, keptMap, derived.map, onFrame],
  );
  const { view, isFitted, fit, zoom, pan, show, rebase } = useView(sheet, extent);
  const projection: Projection = useMemo(
    () => ({ map, lens: holding ? NO_LENS : lens, view }),
    [map, lens, holding, view],
  );

  // Going from one plane to the other, the same spot of the photo stays in the middle.
  const lastMap = useRef(map);
  useEffect(() => {
    const before = lastMap.current;
    lastMap.current = map;
    if (before === map) return;
    const out = new Float64Array(3);
    rebase(([x, y]) => {
      before.toRecorded(x, y, out);
      return out[2]! > 0 ? map.fromRecorded([out[0]!, out[1]!]) : null;
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only the change of plane matters
  }, [map]);

  const { marks, pointer, cursor, hint, tool, selectAt, handlers } = useGestures({
    photo,
    projection,
    frame: derived.map.frame,
    colourAt: (screen) => colourAt(pictures(), screen),
    onPan: pan,
    onZoom: zoom,
    onKeep: (what) => {
      if (what === "view") setKeptExtent(extent);
      else setKeptMap(asShot ? null : derived.map);
    },
    onEnd: () => {
      setKeptMap(null);
      setKeptExtent(null);
    },
  });
  const drawing = marks.stroke?.ends ?? null;
  const focus = drawing && pointer ? recordedAt(projection, pointer) : (marks.at ?? heldPlace(recipe, marks));
  const magnifier = focus && pointer ? magnifierPlace(pointer, sheet) : null;
  const { fill, magnified, main, field, compared, answers, shownMain, panes } = usePanes({
    photo,
    derived,
    map,
    view,
    sheet,
    asShot,
    onFrame,
    turned: manner?.turned === true,
    isFitted,
    focus,
    magnifier,
  });
  const { error, ready, cardless } = usePicture(canvas, photo, panes, magnified ? MAGNIFIER.scale : view.scale);
  const moving = magnified !== null || drawing !== null || gesture !== null || keptMap !== null;
  useSharp(sharp, photo, {
    pane: (moving && !cardless) || answers ? null : shownMain,
    cardless,
    recipe: asShot ? null : derived.recipe,
    scale: view.scale,
    fill,
  });

  useSheetEvents(element, {
    view,
    fit,
    zoom,
    look: (at, scale) => {
      const plane = map.fromRecorded(at);
      if (plane) show(plane, scale);
    },
  });

  const byNumbers = gesture !== null && (manner?.gridWhileMoved === true || gesture.startsWith("angle"));
  const gridShown = grid || byNumbers || marks.grid === true;
  useGaugesOf(photo.id);
  const firstStyle = useFirstStyle(compared?.way ?? null, field);
  const differs = compared?.way === "difference";

  return (
    <div
      ref={setElement}
      className="relative h-full min-w-0 overflow-hidden bg-(--surround) touch-none"
      // A picture has its left and right whatever the language.
      dir="ltr"
      style={{ cursor }}
      role="application"
      aria-label={
        asShot ? say("{name}, as shot", { name: photo.name }) : say("{name}, corrected", { name: photo.name })
      }
      data-testid="sheet"
      data-view={JSON.stringify({ scale: view.scale, shift: view.shift, asShot })}
      {...handlers}
      onContextMenu={(e) => {
        if ((e.target as HTMLElement).closest("input, [role=toolbar]")) return;
        e.preventDefault();
        selectAt(e);
        onMenu([e.clientX, e.clientY]);
      }}
    >
      <div className="absolute inset-0 isolate" style={differs ? { filter: "brightness(4)" } : undefined}>
        {differs && <div className="absolute inset-0 bg-black" />}
        <div className="absolute inset-0" style={firstStyle}>
          <canvas ref={canvas} className="absolute inset-0 h-full w-full" data-testid="picture" />
          <canvas
            ref={sharp}
            hidden
            className="absolute"
            style={boxOf(shownMain?.screen ?? field)}
            data-testid="sharp"
          />
        </div>
        {compared && <CompareLayer photo={photo} compared={compared} field={field} />}
      </div>
      {compared && <CompareNames compared={compared} />}
      {compared && <CompareBar opened={opened} />}
      {sheet[0] > 0 && !answers && !compared && (
        <ToolInHand value={tool}>
          <SheetStage
            photo={photo}
            derived={derived}
            projection={projection}
            sheet={sheet}
            asShot={asShot}
            grid={gridShown}
            stroke={marks.stroke ?? null}
            area={marks.area ?? null}
            hole={magnified?.screen ?? null}
            colours={colours}
          />
        </ToolInHand>
      )}
      {sheet[0] > 0 && !answers && !compared && !asShot && guided && (
        <Guides map={derived.map} view={view} sheet={sheet} />
      )}
      {ends && main && !answers && !compared && (
        <EndsLayer
          pictures={pictures}
          element={element}
          field={main.screen}
          frame={asShot ? whole : derived.map.frame}
          view={view}
          colours={colours}
        />
      )}
      {magnified && (
        <MagnifierMark
          place={magnified.screen}
          colours={colours}
          path={magnifierPath(magnified, projection, drawing)}
        />
      )}
      <GaugesSpoken map={map} />
      {answers && main && <AnswerChoice field={main.screen} />}
      {tool.Overlay && sheet[0] > 0 && !asShot && !answers && !compared && (
        <tool.Overlay {...{ name: tool.name, element, projection, pictures, sheet, colours }} />
      )}
      <SheetNotes {...{ hint, error, cardless }} fetching={!ready} peek={compared ? null : (peek?.words ?? null)} />
      {!asShot && !manner?.makesUp && <StaleFill derived={derived} />}
      {grid && !compared && !answers && <GridBar />}
      <SheetBar scale={view.scale} isFitted={isFitted} onFit={fit} onZoom={zoom} />
    </div>
  );
}

/** Room around the frame where the view is fitted to it, as a share of its size. */
const ROOM = 0.03;

/** What of the plane a fitted view shows: all that the photo covers, or the frame alone. */
function extentOf(map: Derived["map"], onFrame: boolean): Rect {
  if (!onFrame) return planeExtent(map);
  const [x, y, w, h] = map.frame;
  return [x - ROOM * w, y - ROOM * h, w * (1 + 2 * ROOM), h * (1 + 2 * ROOM)];
}

/** Where the end that is held lies, pixels of the original. */
function heldPlace({ lines }: Recipe, { held }: RunningMarks): Vec2 | null {
  const line = held && lines.find((l) => l.id === held.id);
  return line ? endsOf(line)[held.end] : null;
}

/** The stroke being drawn, as it runs through the magnifier. */
function magnifierPath(pane: Pane, projection: Projection, drawing: readonly [Vec2, Vec2] | null): Vec2[] {
  if (!drawing) return [];
  return drawing.flatMap((p) => {
    const screen = onScreen(projection, p);
    if (!screen) return [];
    const [x, y] = toPlane(projection.view, screen);
    return [[(x - pane.plane[0]) * MAGNIFIER.scale, (y - pane.plane[1]) * MAGNIFIER.scale] as const];
  });
}
