import { create } from "zustand";
import type { ShownFill } from "@/client/fill";

/** What of a fill is shown: all of it, the picture without it, or the fill alone. */
export type FillShown = "with" | "without" | "only";

interface FillState {
  /** What the fill that is there, or is being made, depends on; see core/render/gaps. */
  readonly of: string | null;
  readonly fill: ShownFill | null;
  readonly working: boolean;
  /** Why there is none. */
  readonly error: string | null;
  readonly shown: FillShown;
  /** A fill was asked for although nothing changed. */
  readonly asked: number;
}

/** The fill of the open photo's gaps. It is not part of the recipe: it can be made again from it. */
export const useFillState = create<FillState>()(() => ({
  of: null,
  fill: null,
  working: false,
  error: null,
  shown: "with",
  asked: 0,
}));
