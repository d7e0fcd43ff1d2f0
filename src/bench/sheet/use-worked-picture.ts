import { useCallback, useRef, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { benchCourse } from "../courses";
import type { Derived } from "../derived";
import { type Projection, recordedAt } from "../marks/projection";
import { usePicture } from "../picture/use-picture";
import { useSharp } from "../picture/use-sharp";
import { colourAt } from "./colour-at";
import { MAGNIFIER, magnifierPlace } from "./magnifier";
import { heldPlace } from "./magnifier-path";
import { useGestures } from "./use-gestures";
import { usePanes } from "./use-panes";
import { useSize } from "./use-view";

/** The elements that a sheet is made of, and its size, CSS pixels. */
export function useSheetParts() {
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const sharp = useRef<HTMLCanvasElement>(null);
  const pictures = useCallback(() => [canvas.current, sharp.current], []);
  return { element, setElement, canvas, sharp, pictures, sheet: useSize(element) };
}

interface Worked extends Pick<Parameters<typeof useGestures>[0], "onPan" | "onZoom" | "onKeep" | "onEnd"> {
  photo: Photo;
  derived: Derived;
  parts: ReturnType<typeof useSheetParts>;
  /** Which plane is shown, how, and whether a gesture keeps it. */
  shown: Pick<Parameters<typeof usePanes>[0], "map" | "view" | "asShot" | "onFrame" | "isFitted"> & { isKept: boolean };
  projection: Projection;
}

/** The pointer on the picture, and the picture as it is drawn meanwhile: coarse while something moves, sharp when it rests. */
export function useWorkedPicture({ photo, derived, parts, shown, projection, ...on }: Worked) {
  const { recipe, course, gesture } = useBench();
  const { sheet, canvas, sharp } = parts;
  const { map, view, asShot, onFrame, isFitted, isKept } = shown;
  const turned = benchCourse(course)?.sheet?.turned === true;
  const gestures = useGestures({
    photo,
    projection,
    frame: derived.map.frame,
    colourAt: (screen) => colourAt(parts.pictures(), screen),
    ...on,
  });
  const { marks, pointer } = gestures;
  const drawing = marks.stroke?.ends ?? null;
  const focus = drawing && pointer ? recordedAt(projection, pointer) : (marks.at ?? heldPlace(recipe, marks));
  const magnifier = focus && pointer ? magnifierPlace(pointer, sheet) : null;
  const panes = usePanes({
    photo,
    derived,
    map,
    view,
    sheet,
    asShot,
    onFrame,
    turned,
    isFitted,
    focus,
    magnifier,
  });
  const { magnified, answers } = panes;
  const picture = usePicture(canvas, photo, panes.panes, magnified ? MAGNIFIER.scale : view.scale);
  const moving = magnified !== null || drawing !== null || gesture !== null || isKept;
  useSharp(sharp, photo, {
    pane: (moving && !picture.cardless) || answers ? null : panes.shownMain,
    cardless: picture.cardless,
    recipe: asShot ? null : derived.recipe,
    scale: view.scale,
    fill: panes.fill,
  });
  return { ...gestures, ...panes, ...picture, drawing };
}
