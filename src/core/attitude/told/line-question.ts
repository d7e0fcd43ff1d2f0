import { type Value } from "../../language";
import type { Intrinsics } from "../../camera";
import type { Size } from "../../geometry";
import type { Lens } from "../../lens";
import type { LineInput } from "../line-model";
import type { LineSolution } from "../solve-lines";

/** What the sentences are about. */
export interface LineQuestion {
  readonly camera: Intrinsics;
  readonly lens: Lens;
  readonly inputs: readonly LineInput[];
  /** What each line is called on the sheet, by id ("1", "2", …, "A", "B", …). */
  readonly names: ReadonlyMap<string, Value>;
  /** Of the photo, pixels, where it is known. */
  readonly size?: Size;
  /** Whether the focal length is only assumed. */
  readonly assumedFocal: boolean;
  /** Solves other lines under the same conditions. */
  solve(inputs: readonly LineInput[]): LineSolution;
}
