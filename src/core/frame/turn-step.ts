import { type PlaneStep, homographyStep } from "../course";
import type { Mat3, Rect, Vec2 } from "../geometry";
import type { FrameSettings } from "./recipe-part";

/** As much of a recipe as turning takes. */
export interface TurnRecipe {
  readonly camera: { readonly principal: readonly [number, number] };
  readonly frame: Pick<FrameSettings, "on" | "turn" | "mirror">;
}

/** Quarter turns clockwise as cosine and sine. */
const QUARTERS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** Quarter turns about the principal point, and then the mirror; null where neither is asked for. */
export function turnStep({ camera: { principal }, frame: { on, turn, mirror } }: TurnRecipe): PlaneStep | null {
  if (!on || (!turn && !mirror)) return null;
  const [c, s] = QUARTERS[turn ?? 0]!;
  const [cx, cy] = principal;
  const m = mirror ? -1 : 1;
  const matrix: Mat3 = [m * c, -m * s, cx - m * (c * cx - s * cy), s, c, cy - (s * cx + c * cy), 0, 0, 1];
  return homographyStep(matrix);
}

/** A rectangle after a step that leaves its sides along the axes. */
export function turnedRect([x, y, w, h]: Rect, forward: (p: Vec2) => Vec2 | null): Rect {
  const [a, b] = [forward([x, y]), forward([x + w, y + h])] as [Vec2, Vec2];
  return [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])];
}

/** A rectangle of the turned plane back on the plane before it was turned, where recipes keep it. */
export function rectBeforeTurn(recipe: TurnRecipe, rect: Rect): Rect {
  const step = turnStep(recipe);
  if (!step) return rect;
  const out = new Float64Array(3);
  return turnedRect(rect, ([x, y]) => {
    step.back(x, y, out);
    return [out[0]!, out[1]!];
  });
}
