import type { FillPlan, View } from "../../edges";
import type { CompiledMap } from "../compile";
import type { KernelName } from "../kernels";
import type { SettledRecipe } from "../settled";

/** What the gaps of one picture are made from. */
export interface EdgeJob {
  readonly recipe: SettledRecipe;
  readonly map: CompiledMap;
  /** Null where nothing is filled. */
  readonly plan: FillPlan | null;
  /** The corrected camera at the plan's size. */
  readonly view: View;
  readonly kernel: KernelName;
}
