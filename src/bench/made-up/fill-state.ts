import { versionState } from "@/client/version-state";
import type { Side } from "@/core/edges";
import type { ShownFill } from "@/client/shown-fill";

/** What of a fill is shown: all of it, the picture without it, or the fill alone. */
export type FillShown = "with" | "without" | "only";

interface FillState {
  readonly fill: ShownFill | null;
  readonly working: boolean;
  /** Why there is none. */
  readonly error: string | null;
  readonly shown: FillShown;
  /** What of it is doubtful is hatched. */
  readonly hatched: boolean;
  /** What the gaps show is marked: sky, what stands, ground. */
  readonly regions: boolean;
  /** A fill was asked for although nothing changed. */
  readonly asked: number;
  /** What was being made when it was stopped: it is not begun again by itself. */
  readonly stopped: string | null;
  /** The gap whose colour is picked next; null: the first that has one. */
  readonly pickFor: Side | null;
}

/** The fill of the open photo's gaps. It is not part of the recipe: it can be made again from it. */
export const useFillState = versionState("fill", (): FillState => ({
  fill: null,
  working: false,
  error: null,
  shown: "with",
  hatched: false,
  regions: false,
  asked: 0,
  stopped: null,
  pickFor: null,
}));
