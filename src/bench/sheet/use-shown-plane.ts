import { useEffect, useMemo, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { Rect, Vec2 } from "@/core/geometry";
import { AS_SHOT, planeExtent } from "@/core/render";
import type { Derived } from "../derived";

type Map = Derived["map"];

/** Room around the frame where the view is fitted to it, as a share of its size. */
const ROOM = 0.03;

/** What of the plane a fitted view shows: all that the photo covers, or the frame alone. */
function extentOf(map: Map, onFrame: boolean): Rect {
  if (!onFrame) return planeExtent(map);
  const [x, y, w, h] = map.frame;
  return [x - ROOM * w, y - ROOM * h, w * (1 + 2 * ROOM), h * (1 + 2 * ROOM)];
}

/**
 * Which plane the sheet shows, and what of it a fitted view shows. A gesture on the corrected picture keeps the map it began with, so
 * that nothing moves under the pointer; one that pulls changes the map, which must be seen, but keeps what a fitted view shows.
 */
export function useShownPlane(corrected: Map, asShot: boolean, onFrame: boolean) {
  const size = useBench((s) => s.size);
  const [keptMap, setKeptMap] = useState<Map | null>(null);
  const [keptExtent, setKeptExtent] = useState<Rect | null>(null);
  const map = asShot ? AS_SHOT : (keptMap ?? corrected);
  const whole: Rect = useMemo(() => [0, 0, size[0], size[1]], [size]);
  const extent = useMemo(
    () => keptExtent ?? (asShot ? whole : extentOf(keptMap ?? corrected, onFrame)),
    [keptExtent, asShot, whole, keptMap, corrected, onFrame],
  );
  return {
    map,
    /** The photo as shot. */
    whole,
    extent,
    isKept: keptMap !== null,
    keep(what: "map" | "view"): void {
      if (what === "view") setKeptExtent(extent);
      else setKeptMap(asShot ? null : corrected);
    },
    letGo(): void {
      setKeptMap(null);
      setKeptExtent(null);
    },
  };
}

type Rebase = (carry: (at: Vec2) => Vec2 | null) => void;

/** Going from one plane to the other, the same spot of the photo stays in the middle. */
export function useSameSpot(map: Pick<Map, "toRecorded" | "fromRecorded">, rebase: Rebase): void {
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
}
