import { useMemo } from "react";
import type { Photo } from "@/client";
import type { Pane } from "@/client/picture/picture-view";
import { type View, planeUnder } from "@/client/picture/view";
import type { Layer } from "@/core/course";
import type { Vec2 } from "@/core/geometry";
import { useCompared } from "../compare/use-compared";
import type { Derived } from "../derived";
import { useFillState } from "../made-up/fill-state";
import { isShown } from "../made-up/use-fill";
import { fieldOf } from "../marks/layout";
import { MAGNIFIER } from "./magnifier";
import type { Projection } from "../marks/projection";
import { useAnswerPanes } from "./use-answer-panes";

const NO_LAYERS: readonly Layer[] = [];
const NO_STEPS: Derived["map"]["raster"] = [];

interface Parts {
  readonly photo: Photo;
  readonly derived: Derived;
  readonly map: Projection["map"];
  readonly view: View;
  /** CSS pixels. */
  readonly sheet: Vec2;
  readonly asShot: boolean;
  /** Whether the view is fitted to the frame alone. */
  readonly onFrame: boolean;
  /** Whether pictures are shown turned and mirrored as they will be delivered. */
  readonly turned: boolean;
  readonly isFitted: boolean;
  /** What the magnifier shows, pixels of the original, and where it is, CSS pixels; null: it is not there. */
  readonly focus: Vec2 | null;
  readonly magnifier: Pane["screen"] | null;
}

/** The parts of the sheet on which the picture is drawn, and as what: the whole field, two side by side, answers, the magnifier. */
export function usePanes({
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
}: Parts) {
  const optics = asShot ? null : derived.map.optics;
  const raster = asShot ? NO_STEPS : derived.map.raster;
  const { fill: made, shown: fillShown } = useFillState();
  const fill =
    made && !asShot && map === derived.map && fillShown !== "without" && isShown(made, derived, onFrame) ? made : null;
  const layers = useMemo(() => fill?.parts.map(({ fit }) => fit) ?? NO_LAYERS, [fill]);
  const magnified = useMemo((): Pane | null => {
    const centre = focus && map.fromRecorded(focus);
    if (!centre || !magnifier) return null;
    const span = MAGNIFIER.side / MAGNIFIER.scale;
    return {
      map,
      screen: magnifier,
      plane: [centre[0] - span / 2, centre[1] - span / 2, span, span],
      optics,
      raster,
      layers,
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- compared by value
  }, [map, optics, layers, focus?.[0], focus?.[1], magnifier?.[0], magnifier?.[1]]);
  const main = useMemo((): Pane | null => {
    const field = fieldOf(sheet);
    return sheet[0] === 0
      ? null
      : { map, screen: field, plane: planeUnder(view, field), optics, raster, layers, alone: fillShown === "only" };
  }, [sheet, map, view, optics, raster, layers, fillShown]);
  const answers = useAnswerPanes(main, view.scale, isFitted ? derived.map.frame : null);
  const field = useMemo(() => fieldOf(sheet), [sheet]);
  const compared = useCompared(photo, answers ? null : main, field, turned);
  const shownMain = useMemo(
    () => (main && compared ? { ...main, ...compared.first } : main),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- compared by where the first goes
    [main, compared?.way],
  );
  const panes = useMemo(
    () => answers ?? [shownMain, magnified].filter((p): p is Pane => p !== null),
    [shownMain, magnified, answers],
  );
  return { fill, magnified, main, field, compared, answers, shownMain, panes };
}
