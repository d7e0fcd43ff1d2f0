"use client";

import { say } from "@/language";
import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { useGaugesOf } from "../check/use-gauges-of";
import { GridBar } from "../check/grid-bar";
import { GaugesSpoken } from "../check/gauges-spoken";
import { CompareBar } from "../compare/compare-bar";
import { CompareNames } from "../compare/compare-names";
import { benchCourse } from "../courses";
import type { Derived } from "../derived";
import type { Opened } from "../opened";
import { AnswerChoice } from "../made-up/answer-choice";
import { useSheetColours } from "../marks/colours";
import { AtWork } from "./at-work";
import { MagnifierMark } from "./magnifier";
import type { Projection } from "../marks/projection";
import { magnifierPath } from "./magnifier-path";
import { Pictures } from "./pictures";
import { SheetBar } from "./sheet-bar";
import { SheetNotes } from "./sheet-notes";
import { StaleFill } from "../made-up/stale-fill";
import { useSheetEvents } from "./use-sheet-events";
import { useSameSpot, useShownPlane } from "./use-shown-plane";
import { useView } from "./use-view";
import { useSheetParts, useWorkedPicture } from "./use-worked-picture";

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
  const { grid, gesture, peek } = useBench();
  const colours = useSheetColours();
  const { parts, asShot, manner, map, whole, view, isFitted, fit, zoom, projection, worked } = useOnSheet(
    photo,
    derived,
  );
  const { setElement, element, canvas, sharp, pictures, sheet } = parts;
  const { marks, tool, drawing, magnified, main, field, compared, answers, shownMain } = worked;
  const byNumbers = gesture !== null && (manner?.gridWhileMoved === true || gesture.startsWith("angle"));
  const gridShown = grid || byNumbers || marks.grid === true;
  useGaugesOf(photo.id);
  // Beside what is compared or chosen from nothing is worked on.
  const works = sheet[0] > 0 && !answers && !compared;

  return (
    <div
      ref={setElement}
      className="relative h-full min-w-0 overflow-hidden bg-(--surround) touch-none"
      // A picture has its left and right whatever the language.
      dir="ltr"
      style={{ cursor: worked.cursor }}
      role="application"
      aria-label={
        asShot ? say("{name}, as shot", { name: photo.name }) : say("{name}, corrected", { name: photo.name })
      }
      data-testid="sheet"
      data-view={JSON.stringify({ scale: view.scale, shift: view.shift, asShot })}
      {...worked.handlers}
      onContextMenu={(e) => {
        if ((e.target as HTMLElement).closest("input, [role=toolbar]")) return;
        e.preventDefault();
        worked.selectAt(e);
        onMenu([e.clientX, e.clientY]);
      }}
    >
      <Pictures {...{ photo, compared, field, canvas, sharp }} sharpAt={shownMain?.screen ?? field} />
      {compared && <CompareNames compared={compared} />}
      {compared && <CompareBar opened={opened} />}
      {works && (
        <AtWork
          {...{ photo, derived, projection, sheet, asShot, marks, colours, tool, element, pictures }}
          grid={gridShown}
          hole={magnified?.screen ?? null}
          field={main?.screen ?? null}
          frame={asShot ? whole : derived.map.frame}
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
      <SheetNotes
        hint={worked.hint}
        error={worked.error}
        cardless={worked.cardless}
        fetching={!worked.ready}
        peek={compared ? null : (peek?.words ?? null)}
      />
      {!asShot && !manner?.makesUp && <StaleFill derived={derived} />}
      {grid && !compared && !answers && <GridBar />}
      <SheetBar scale={view.scale} isFitted={isFitted} onFit={fit} onZoom={zoom} />
    </div>
  );
}

/** What of the picture is shown, where, and the pointer on it. */
function useOnSheet(photo: Opened["photo"], derived: Derived) {
  const { recipe, course, view: shown, holding } = useBench();
  const parts = useSheetParts();
  const asShot = holding || shown === "as-shot";
  // In some courses what lies outside the frame is no longer the matter.
  const manner = benchCourse(course)?.sheet;
  const onFrame = manner?.fitsFrame === true && recipe.frame.on;
  const { map, whole, extent, isKept, keep, letGo } = useShownPlane(derived.map, asShot, onFrame);
  const { lens } = derived.map;
  const { view, isFitted, fit, zoom, pan, show, rebase } = useView(parts.sheet, extent);
  const projection: Projection = useMemo(
    () => ({ map, lens: holding ? NO_LENS : lens, view }),
    [map, lens, holding, view],
  );
  useSameSpot(map, rebase);
  const worked = useWorkedPicture({
    ...{ photo, derived, parts, projection },
    shown: { map, view, asShot, onFrame, isFitted, isKept },
    ...{ onPan: pan, onZoom: zoom, onKeep: keep, onEnd: letGo },
  });
  useSheetEvents(parts.element, {
    view,
    fit,
    zoom,
    look: (at, scale) => {
      const plane = map.fromRecorded(at);
      if (plane) show(plane, scale);
    },
    lookOn: show,
  });
  return { parts, asShot, manner, map, whole, view, isFitted, fit, zoom, projection, worked };
}
