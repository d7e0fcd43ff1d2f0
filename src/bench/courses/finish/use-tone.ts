import { useDeferredValue, useEffect, useMemo, useState } from "react";
import type { Photo } from "@/client";
import { coloursOf } from "@/client/picture/pixels";
import { type Level, NO_FINISH, type ToneHistogram, levelOf, toneHistogram } from "@/core/finish";
import type { CompiledMap } from "@/core/render";
import type { Derived } from "../../derived";

/** Places of the frame that are looked at, across. */
const ACROSS = 96;

/** How bright what is in the frame is, before and after, and what would level it; null until the preview is there. */
export function useTone(photo: Photo, derived: Derived): { histogram: ToneHistogram; level: Level } | null {
  const { recipe } = derived;
  const map = useSamePlane(derived);
  const [preview, setPreview] = useState<Awaited<ReturnType<typeof coloursOf>> | null>(null);
  useEffect(() => {
    let gone = false;
    // Without the preview there is no picture either; that is said elsewhere.
    coloursOf(photo).then((seen) => !gone && setPreview(seen), () => undefined); // prettier-ignore
    return () => void (gone = true);
  }, [photo]);
  const samples = useMemo(() => preview && samplesIn(preview, map), [preview, map]);
  const level = useMemo(() => samples && levelOf(samples), [samples]);
  // The chart follows when there is time; the picture comes first.
  const settings = useDeferredValue(recipe.finish ?? NO_FINISH);
  const histogram = useMemo(() => samples && toneHistogram(samples, settings), [samples, settings]);
  return histogram && level && { histogram, level };
}

/** The very same map as long as nothing has changed that it is made of: light and colour are no part of it. */
function useSamePlane({ map, recipe }: Pick<Derived, "map" | "recipe">): CompiledMap {
  const { finish, edges, lines, ...beneath } = recipe;
  void [finish, edges, lines];
  const key = JSON.stringify(beneath);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the map is what the key says
  return useMemo(() => map, [key]);
}

/** Colours of places all over the frame, where the photo covers it: red, green, blue, side by side. */
function samplesIn({ pixels, scale }: Awaited<ReturnType<typeof coloursOf>>, map: CompiledMap): Uint8Array {
  const [x, y, w, h] = map.frame;
  const down = Math.max(1, Math.round((ACROSS * h) / w));
  const out = new Float64Array(3);
  const found: number[] = [];
  for (let j = 0; j < down; j++)
    for (let i = 0; i < ACROSS; i++) {
      map.toRecorded(x + ((i + 0.5) * w) / ACROSS, y + ((j + 0.5) * h) / down, out);
      const [px, py] = [Math.floor(out[0]! * scale), Math.floor(out[1]! * scale)];
      if (!(out[2]! > 0) || px < 0 || py < 0 || px >= pixels.width || py >= pixels.height) continue;
      const at = (py * pixels.width + px) * pixels.channels;
      found.push(pixels.data[at]!, pixels.data[at + 1]!, pixels.data[at + 2]!);
    }
  return Uint8Array.from(found);
}
