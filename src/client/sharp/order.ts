import type { Rect, Size } from "@/core/geometry";
import type { Layer } from "@/core/course";
import type { SettledRecipe } from "@/core/render";

/** A window to be made sharp: from the original's own pixels, by the engine that makes deliveries. */
export interface SharpOrder {
  readonly photo: { readonly sha256: string; readonly width: number; readonly height: number };
  /** Null: as shot. */
  readonly recipe: SettledRecipe | null;
  /** Laid over what is resampled. */
  readonly layers?: readonly Layer[];
  /** Plane pixels. */
  readonly plane: Rect;
  /** Pixels to make. */
  readonly output: Size;
}

/** Rows of a strip: worth a thread of its own. A multiple of the engine's cells. */
const LEAST_ROWS = 192;

/** A window cut into strips from top to bottom, for as many threads at most. */
export function stripsOf(order: SharpOrder, threads: number): SharpOrder[] {
  const [width, height] = order.output;
  const [x, y, w, h] = order.plane;
  const count = Math.max(1, Math.min(threads, Math.floor(height / LEAST_ROWS)));
  const rows = Math.ceil(height / count / 16) * 16;
  return Array.from({ length: Math.ceil(height / rows) }, (_, i) => {
    const own = Math.min(rows, height - i * rows);
    const plane: Rect = [x, y + (h * i * rows) / height, w, (h * own) / height];
    return { ...order, plane, output: [width, own] };
  });
}
