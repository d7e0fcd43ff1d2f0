import type { SegmentGroup } from "@/core/attitude";
import type { Segment } from "@/core/lines";

/** Lines found in a photo, sorted by direction; points are pixels of the original. */
export interface FoundLines {
  readonly segments: readonly Segment[];
  readonly groups: readonly SegmentGroup[];
  /** Whether they tell how the camera was held. */
  readonly told: boolean;
}
