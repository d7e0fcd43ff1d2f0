import { versionState } from "@/client/version-state";
import type { Vec2 } from "@/core/geometry";

/** A true square or circle laid over the corrected picture; pixels of the plane. */
export interface Reference {
  readonly kind: "square" | "circle";
  readonly centre: Vec2;
  /** Half its side, or its radius. */
  readonly half: number;
}

/** What lies over the picture in Shape and is no part of the recipe. */
interface Measuring {
  /** Which of the selected measure's places the keys move; null: the whole of it. */
  readonly place: number | null;
  readonly reference: Reference | null;
  /** Distances taped off, pixels of the original. */
  readonly tapes: readonly (readonly [Vec2, Vec2])[];
}

const NOTHING: Measuring = { place: null, reference: null, tapes: [] };

export const useMeasuring = versionState("measuring", () => NOTHING);
export const clearMeasuring = (): void => useMeasuring.setState(NOTHING);
