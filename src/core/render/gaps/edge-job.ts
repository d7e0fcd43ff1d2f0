import type { FillPlan, Stroke, View } from "../../edges";
import type { Rect } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import type { KernelName } from "../pixels/kernels";
import type { SettledRecipe } from "../solved/settled";

/** A plan and where its pixels lie. It is plain data and may be kept. */
export interface PlacedPlan {
  readonly plan: FillPlan;
  /** The corrected camera at the plan's size. */
  readonly view: View;
  /** Pixels of the plane. */
  readonly at: Rect;
}

/** A stroke and what it is made from: one plan for each of its runs. */
export interface StrokeWork {
  readonly stroke: Stroke;
  /** Enclosing it, pixels of the plane. */
  readonly box: Rect;
  readonly parts: readonly PlacedPlan[];
}

/** What the gaps and strokes of one picture are made from. */
export interface EdgeJob {
  readonly recipe: SettledRecipe;
  readonly map: CompiledMap;
  /** Null where no gap is filled. */
  readonly fill: PlacedPlan | null;
  /** One upon the other. */
  readonly strokes: readonly StrokeWork[];
  readonly kernel: KernelName;
}
