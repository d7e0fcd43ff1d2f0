import type { Vec2 } from "@/core/geometry";
import type { Derived } from "../derived";
import type { SheetColours } from "./colours";
import type { Projection } from "./projection";

/** What marks over the picture are drawn from. */
export interface MarkParts {
  readonly derived: Derived;
  readonly projection: Projection;
  /** CSS pixels. */
  readonly sheet: Vec2;
  /** Whether the picture is shown as it was shot. */
  readonly asShot: boolean;
  /** Whether the grid lies over the picture. */
  readonly grid: boolean;
  readonly colours: SheetColours;
}
