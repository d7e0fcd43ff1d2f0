import { versionState } from "@/client/version-state";
import type { MaskEffect } from "@/core/finish";

/** How masks are worked with. It is no part of the recipe. */
interface MaskState {
  /** What a new mask does: what the last one was set to. */
  readonly effect: MaskEffect;
  /** Whether what the selected mask covers is shown over the picture. */
  readonly covered: boolean;
}

export const useMasks = versionState("masks", (): MaskState => ({ effect: { exposure: -0.5 }, covered: false }));
