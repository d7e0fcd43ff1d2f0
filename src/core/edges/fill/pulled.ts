import type { Vec2 } from "../../geometry";
import type { Field } from "./field";

/** A border between what a gap shows that was moved, pixels of the field. */
export interface Pull {
  readonly from: Vec2;
  readonly to: Vec2;
}

/** A pull moves what is nearer than about this: so many times its own length, or so many pixels. */
const REACH = { lengths: 0.9, pixels: 12 } as const;

/**
 * What places show once borders between them were moved: each wanted place shows what the place showed that was moved there. A pull
 * moves all of itself where it ends, less and less around, and several add up.
 *
 * @param kinds see kindsOf. @returns the same where nothing is pulled.
 */
export function pulledKinds(
  kinds: Uint8Array,
  { width, height, wanted }: Pick<Field, "width" | "height" | "wanted">,
  pulls: readonly Pull[],
): Uint8Array {
  if (pulls.length === 0) return kinds;
  const out = kinds.slice();
  const weighed = pulls.map(({ from, to }) => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const reach = Math.max(REACH.pixels, REACH.lengths * Math.hypot(dx, dy));
    return { at: to, dx, dy, over: 1 / (2 * reach * reach) };
  });
  for (let i = 0; i < out.length; i++) {
    if (!wanted[i]) continue;
    const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    let [fx, fy] = [x, y];
    for (const { at, dx, dy, over } of weighed) {
      const share = Math.exp(-over * ((x - at[0]) ** 2 + (y - at[1]) ** 2));
      fx -= share * dx;
      fy -= share * dy;
    }
    const column = Math.max(0, Math.min(width - 1, Math.floor(fx)));
    const row = Math.max(0, Math.min(height - 1, Math.floor(fy)));
    out[i] = kinds[row * width + column]!;
  }
  return out;
}
