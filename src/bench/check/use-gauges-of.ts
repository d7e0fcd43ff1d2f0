import { useEffect } from "react";
import { z } from "zod";
import { type Gauge, useGauges } from "./gauge-state";

const place = z.tuple([z.number(), z.number()]);
const kept = z.array(z.object({ id: z.string(), points: z.array(place).min(2), placed: z.number() }));

const keyOf = (photoId: string): string => `flat-stone-gauges ${photoId}`;

/** What was kept for a photo in this window; nothing where that cannot be read. */
function keptOf(photoId: string): readonly Gauge[] {
  try {
    return kept.parse(JSON.parse(sessionStorage.getItem(keyOf(photoId)) ?? "[]"));
  } catch {
    return [];
  }
}

/** A photo's readings are there again after a reload, and when one comes back to it, as long as the window is open. */
export function useGaugesOf(photoId: string): void {
  useEffect(() => {
    useGauges.setState({ gauges: keptOf(photoId) });
    const stop = useGauges.subscribe(({ gauges }) => {
      try {
        sessionStorage.setItem(keyOf(photoId), JSON.stringify(gauges));
      } catch {
        // A browser that keeps nothing forgets them with the page.
      }
    });
    return stop;
  }, [photoId]);
}
