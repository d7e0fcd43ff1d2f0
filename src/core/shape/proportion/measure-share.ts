import { type Words } from "../../language";
import type { Surface } from "./surfaces";

/** What one measure says. */
export interface MeasureShare {
  readonly id: string;
  /** The factor on heights that gives it its shape, and the deviation of its logarithm; null where it tells none. */
  readonly height: number | null;
  readonly sigma: number | null;
  /** Its share of the weight, 0…1. */
  readonly pull: number;
  /** How far it lies from all the others, deviations; null without others. */
  readonly off: number | null;
  /** Why it may contradict the others, in words; null where it does not, or has none. */
  readonly cause: Words | null;
  /** What it was found to lie on; null where it lies on nothing. */
  readonly surface: Surface | null;
  /** How well its marks make its shape there, pixels (root mean square); null where they make none. */
  readonly missPx: number | null;
  /** Why it cannot count, in words; null: it counts. */
  readonly why: Words | null;
}
