import { versionState } from "@/client/version-state";
import type { Vec2 } from "@/core/geometry";
import type { PlaneMap } from "@/core/render";

/** The axis that the frame stays symmetric about: a place on the building, pixels of the original; null: none. */
export const useFrameAxis = versionState("frame-axis", (): { readonly at: Vec2 | null } => ({ at: null }));

/** Where it stands across the plane; null where there is none, or it cannot be seen. */
export function axisOnPlane(map: Pick<PlaneMap, "fromRecorded">): number | null {
  const { at } = useFrameAxis.getState();
  return at && (map.fromRecorded(at)?.[0] ?? null);
}
