import { useEffect, useMemo, useState } from "react";
import type { Photo } from "@/client";
import type { ShownFill } from "@/client/shown-fill";
import type { Derived } from "../derived";
import { fillOf, madeUp } from "../made-up/use-fill";

/** How long a recipe must rest before what it makes up is asked for, ms. */
const REST_MS = 600;

/**
 * What the recipe that is compared with makes up at its edges; null until it is made, where it makes nothing up, and where it cannot be
 * made: then the picture is compared without.
 */
export function useOtherFill(photo: Photo, other: Pick<Derived, "recipe" | "map"> | null): ShownFill | null {
  const wanted = useMemo(() => other && fillOf(other), [other]);
  const [made, setMade] = useState<ShownFill | null>(null);
  useEffect(() => {
    if (!other || wanted === null) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      madeUp(photo, other, stop.signal).then(
        (fill) => stop.signal.aborted || setMade(fill),
        () => undefined,
      );
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only what it depends on matters
  }, [photo, wanted]);
  return made && made.photoId === photo.id && made.of === wanted ? made : null;
}
