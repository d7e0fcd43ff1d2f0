"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { Layer, Line, Stage } from "react-konva";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { Pane } from "@/client/picture/picture-view";
import { planeUnder, toPlane } from "@/client/picture/view";
import type { Rect, Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { AS_SHOT, planeExtent } from "@/core/render";
import type { Derived } from "../derived";
import { LOOK, type Look } from "../look-at";
import { clingLine } from "../cling-edits";
import { addTaut, addTautThrough } from "../taut-edits";
import { FaceMark } from "./face-mark";
import { FoundMarks, takeAt } from "./found-marks";
import { StretchMap } from "./stretch-map";
import { useSheetColours } from "./colours";
import { FrameMark } from "./frame-mark";
import { fieldOf } from "./layout";
import { GridMark } from "./grid-mark";
import { ClickedMark, LineMark } from "./line-mark";
import { MAGNIFIER, MagnifierHole, MagnifierMark, magnifierPlace } from "./magnifier";
import { type Bubble, Margins } from "./margins";
import { type Projection, onScreen, pathOf, pathOfLine, recordedAt } from "./projection";
import { SheetBar } from "./sheet-bar";
import { usePicture } from "./use-picture";
import { useClickPath } from "./use-click-path";
import { useGestures } from "./use-gestures";
import { useSharp } from "./use-sharp";
import { useSize, useView } from "./use-view";

/** One array for all pictures without bubbles, so that the margins are not drawn anew. */
const NO_BUBBLES: readonly Bubble[] = [];
const NO_LENS = makeLens([1, 1], null);

/** The picture with its margins, rulers, bubbles and marks, and the pointer on it. */
export function Sheet({ photo, derived }: { photo: Photo; derived: Derived }) {
  const {
    recipe,
    course,
    tool,
    view: shown,
    marks,
    grid,
    stretch,
    gesture,
    holding,
    selected,
    selectedEnd,
    size,
  } = useBench();
  const colours = useSheetColours();
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const sharp = useRef<HTMLCanvasElement>(null);
  const sheet = useSize(element);
  const asShot = holding || shown === "as-shot";

  // A gesture on the corrected picture keeps the map it began with, so that nothing moves under the pointer.
  const [held, setHeld] = useState<Derived["map"] | null>(null);
  const map = asShot ? AS_SHOT : (held ?? derived.map);
  const lens = derived.map.lens;
  const whole: Rect = useMemo(() => [0, 0, size[0], size[1]], [size]);
  // Pulling changes the map, which must be seen, but a fitted view must not follow it meanwhile.
  const [heldExtent, setHeldExtent] = useState<Rect | null>(null);
  const extent = useMemo(
    () => heldExtent ?? (asShot ? whole : planeExtent(held ?? derived.map)),
    [heldExtent, asShot, whole, held, derived.map],
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

  const clicked = useClickPath(course === "lens" && tool === "taut" && !holding, (places) =>
    addTautThrough(useBench.getState, photo, places),
  );
  const gestures = useGestures({
    onPlace: clicked.add,
    placing: clicked.places.length > 0,
    projection,
    frame: derived.map.frame,
    ratio: recipe.frame.ratio,
    onPan: pan,
    onTrace: (ends) => void addTaut(useBench.getState, photo, ends),
    onDrawn: (id) => void clingLine(useBench.getState, photo, id, Math.min(4, Math.max(1, 1 / view.scale))),
    onClick: (screen) => takeAt(useBench.getState(), projection, screen),
    onBegin: () => setHeld(asShot ? null : derived.map),
    onEnd: () => {
      setHeld(null);
      setHeldExtent(null);
    },
    onHoldView: () => setHeldExtent(extent),
  });
  const { drawing, kind, heldEnd, pointer, cursor } = gestures;

  const focus = drawing && pointer ? recordedAt(projection, pointer) : heldEnd;
  const magnifier = focus && pointer ? magnifierPlace(pointer, sheet) : null;
  const optics = asShot ? null : derived.map.optics;
  const magnified = useMemo((): Pane | null => {
    const centre = focus && map.fromRecorded(focus);
    if (!centre || !magnifier) return null;
    const span = MAGNIFIER.side / MAGNIFIER.scale;
    return { map, screen: magnifier, plane: [centre[0] - span / 2, centre[1] - span / 2, span, span], optics };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- compared by value
  }, [map, optics, focus?.[0], focus?.[1], magnifier?.[0], magnifier?.[1]]);
  const main = useMemo((): Pane | null => {
    const field = fieldOf(sheet);
    return sheet[0] === 0 ? null : { map, screen: field, plane: planeUnder(view, field), optics };
  }, [sheet, map, view, optics]);
  const panes = useMemo(() => [main, magnified].filter((p): p is Pane => p !== null), [main, magnified]);
  const { error, ready } = usePicture(canvas, photo, panes, magnified ? MAGNIFIER.scale : view.scale);
  const moving = magnified !== null || drawing !== null || gesture !== null || held !== null;
  useSharp(sharp, photo, {
    pane: moving ? null : main,
    recipe: asShot ? null : derived.recipe,
    scale: view.scale,
  });

  useEffect(() => {
    if (!element) return;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const at: Vec2 = [event.clientX - box.left, event.clientY - box.top];
      zoom(view.scale * Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016)), at);
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  });
  useEffect(() => {
    const onKey = (event: Event): void => {
      const { detail } = event as CustomEvent<string>;
      if (detail === "fit") fit();
      else if (detail === "in") zoom(view.scale * 1.4);
      else if (detail === "out") zoom(view.scale / 1.4);
      else if (detail === "actual") zoom(1);
    };
    const onLook = (event: Event): void => {
      const { at, scale } = (event as CustomEvent<Look>).detail;
      const plane = map.fromRecorded(at);
      if (plane) show(plane, scale);
    };
    window.addEventListener("bench-zoom", onKey);
    window.addEventListener(LOOK, onLook);
    return () => {
      window.removeEventListener("bench-zoom", onKey);
      window.removeEventListener(LOOK, onLook);
    };
  });

  const byHand = gesture !== null && (tool === "turn" || gesture.startsWith("angle"));
  const gridShown = grid || (course === "lens" && gesture !== null) || (course === "lines" && byHand);
  const showMarks = marks && !holding && (course === "lines" || course === "lens");
  const paths = showMarks
    ? recipe.lines
        .filter((line) => (line.kind === "taut") === (course === "lens"))
        .map((line) => ({ line, path: pathOfLine(projection, line) }))
        .filter(({ path }) => path.length > 1)
    : [];
  const bubbles = paths.flatMap(({ line, path }): Bubble[] => {
    if (line.kind === "taut") return [];
    const ends = [path[0]!, path[path.length - 1]!] as const;
    const axis = line.kind === "plumb" ? 1 : 0;
    const end = ends[0][axis] <= ends[1][axis] ? ends[0] : ends[1];
    return [
      {
        id: line.id,
        name: derived.names.get(line.id) ?? "",
        kind: line.kind,
        end,
        on: line.on,
        selected: line.id === selected,
      },
    ];
  });
  const [fx, fy, fw, fh] = fieldOf(sheet);

  return (
    <div
      ref={setElement}
      className="relative h-full min-w-0 overflow-hidden bg-(--surround) touch-none"
      style={{ cursor }}
      role="application"
      aria-label={`${photo.name}, ${asShot ? "as shot" : "corrected"}`}
      data-testid="sheet"
      data-view={JSON.stringify({ scale: view.scale, shift: view.shift, asShot })}
      {...gestures.handlers}
    >
      <canvas ref={canvas} className="absolute inset-0 h-full w-full" data-testid="picture" />
      <canvas
        ref={sharp}
        hidden
        className="absolute"
        style={{ left: fx, top: fy, width: fw, height: fh }}
        data-testid="sharp"
      />
      {sheet[0] > 0 && (
        <Stage width={sheet[0]} height={sheet[1]} className="absolute inset-0" listening={false}>
          <Layer listening={false} clip={{ x: fx, y: fy, width: fw, height: fh }}>
            {gridShown && (
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
                colours={colours}
              />
            )}
            {stretch && !asShot && <StretchMap map={derived.map} view={view} sheet={sheet} colours={colours} />}
            {showMarks && course === "lines" && <FoundMarks projection={projection} colours={colours} />}
            {showMarks &&
              course === "lines" &&
              recipe.faces.map((face, i) => (
                <FaceMark key={face.id} face={face} name={`F${i + 1}`} projection={projection} colours={colours} />
              ))}
            {showMarks && course === "lines" && derived.next && (
              <Line
                points={pathOf(projection, derived.next.ends).flatMap(([x, y]) => [x, y])}
                stroke={colours.plumb}
                strokeWidth={2.5}
                dash={[1, 7]}
                lineCap="round"
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
            {drawing && (
              <LineMark path={pathOf(projection, drawing)} kind={kind} on selected end={null} colours={colours} />
            )}
            {clicked.places.length > 0 && (
              <ClickedMark
                path={clicked.places.map((p) => onScreen(projection, p)).filter((p) => p !== null)}
                colours={colours}
              />
            )}
            {magnified && <MagnifierHole place={magnified.screen} />}
          </Layer>
          <Layer listening={false}>
            <Margins sheet={sheet} view={view} bubbles={bubbles.length > 0 ? bubbles : NO_BUBBLES} colours={colours} />
            {magnified && <MagnifierHole place={magnified.screen} />}
          </Layer>
        </Stage>
      )}
      {magnified && (
        <MagnifierMark
          place={magnified.screen}
          colours={colours}
          path={magnifierPath(magnified, projection, drawing)}
        />
      )}
      {!ready && !error && <p className="absolute inset-0 grid place-content-center">Fetching the picture …</p>}
      {clicked.hint && (
        <p
          role="status"
          className="pointer-events-none absolute bottom-16 left-1/2 -translate-x-1/2 whitespace-nowrap rounded bg-base-100 px-3 py-1.5 shadow"
        >
          {clicked.hint}
        </p>
      )}
      {error && (
        <p role="alert" className="absolute inset-x-20 top-24 rounded bg-error p-3 text-error-content">
          {error}
        </p>
      )}
      <SheetBar scale={view.scale} isFitted={isFitted} onFit={fit} onZoom={zoom} />
    </div>
  );
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
