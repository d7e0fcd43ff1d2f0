import { useEffect } from "react";
import { type Photo, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { byItself } from "../../../own-edges/use-own-edges";

/**
 * Straight edges keep a bend from bowing them, so they are looked for once Shape is open, unless own edges are looked at only when
 * asked. What the photo proposed by them is known
 * already where it has not been worked on yet.
 */
export function useStraightEdges(photo: Photo): void {
  const { versionId } = useBench();
  useEffect(() => {
    const { straight, own, recipe } = useBench.getState();
    // While own edges are looked at for the answers, these come with them.
    const isKnown = straight !== null || own.state === "found" || own.state === "looking" || recipe.shape?.edges;
    if (!byItself() || isKnown) return;
    const stop = new AbortController();
    void api
      .proposed(photo.id, recipe.camera, stop.signal)
      .then(({ found }) => {
        const now = useBench.getState();
        if (found && now.versionId === versionId) now.knowStraight(found.proposal.segments);
      })
      // Without them marks bend as they always have, which is no error.
      .catch(() => undefined);
    return () => stop.abort();
  }, [photo, versionId]);
}
