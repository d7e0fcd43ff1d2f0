import { useMemo } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { distortionPercent, traceSamples } from "@/core/lens";
import { tracesOf } from "@/core/edits";
import { useProfiles } from "../../own-edges/use-profiles";

/** Points to draw beside the lens's curves: [image height, value]. */
export interface LensSamples {
  readonly distortion: readonly (readonly [number, number])[];
  readonly residuals: readonly (readonly [number, number])[];
}

const NONE: LensSamples = { distortion: [], residuals: [] };
/** Points shown at most, so that the chart stays quick. */
const MOST = 400;
const HEIGHTS = [0.2, 0.4, 0.6, 0.8, 1];

const thinned = <T>(all: readonly T[]): T[] =>
  all.filter((_, i) => i % Math.max(1, Math.ceil(all.length / MOST)) === 0);

/** What the lens was measured by: the traces' samples, or the profile's nearest measured focal lengths. */
export function useLensSamples(photo: Photo): LensSamples {
  const { lens, lines } = useBench((s) => s.recipe);
  const size = useBench((s) => s.size);
  const { all } = useProfiles(photo);
  return useMemo(() => {
    if (lens.model !== "brown-conrady") return NONE;
    if (lens.from === "traced") {
      const centre = lens.centre ?? ([size[0] / 2, size[1] / 2] as const);
      const found = traceSamples(tracesOf({ lines }), { k: lens.k, centre }, size, (r) =>
        distortionPercent(lens, r, 1),
      );
      return {
        distortion: thinned(found.flatMap((s) => (s.percent === null ? [] : [[s.r, s.percent] as const]))),
        residuals: thinned(found.map((s) => [s.r, s.missPx] as const)),
      };
    }
    if (lens.from !== "profile" || !photo.focalMm) return NONE;
    const profile = all.find((p) => p.document.name === lens.profile)?.document;
    if (!profile) return NONE;
    const off = (f: number): number => Math.abs(Math.log(f / photo.focalMm!));
    const nearest = [...profile.distortion].sort((a, b) => off(a.focalMm) - off(b.focalMm)).slice(0, 2);
    const measured = nearest.filter((_, i) => i === 0 || off(nearest[0]!.focalMm) > 0.01);
    return {
      distortion: measured.flatMap((e) =>
        HEIGHTS.map((r) => [r, distortionPercent({ ...lens, k: e.k, amount: 1 }, r, 1)] as const),
      ),
      residuals: [],
    };
  }, [lens, lines, size, all, photo.focalMm]);
}
