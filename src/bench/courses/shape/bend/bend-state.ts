import { versionState } from "@/client/version-state";
import type { Taut } from "@/core/shape/bend";

/** How the marks of the shape are worked at; no part of the recipe. */
interface BendState {
  /** Whether joints that are dragged pull the picture; otherwise they are put where they belong. */
  readonly pulling: boolean;
  /** The joint that keys and fields move. */
  readonly joint: string | null;
  /** Whether the mesh lies over the picture. */
  readonly mesh: boolean;
  /** What the next taut line is straightened to. */
  readonly lock: Exclude<Taut["lock"], "parallel">;
}

export const useBend = versionState("bend", (): BendState => ({
  pulling: false,
  joint: null,
  mesh: false,
  lock: "free",
}));

export const switchPulling = (): void => useBend.setState(({ pulling }) => ({ pulling: !pulling }));
export const switchMesh = (): void => useBend.setState(({ mesh }) => ({ mesh: !mesh }));
