import type { Size, Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import { type PlaneMap, compile } from "./compile";
import { PLACE_READS, readAlike } from "../solved/reads";
import { withCamera } from "../solved/settled";

/**
 * The recipe after an edit with its drawn frame where it was on the building: what was in its middle stays there, and its
 * sides reach as far over the building as before. Its ratio stays where one is asked for.
 */
export function withFrameFollowing<R extends Recipe>(before: Recipe, after: R, size: Size): R {
  const { frame } = after;
  if (frame.rule !== "free" || !frame.rect || frame.rect !== before.frame.rect || readAlike(PLACE_READS, before, after))
    return after;
  const bare = (recipe: Recipe): PlaneMap =>
    compile({ ...withCamera(recipe, size), frame: { ...recipe.frame, on: false } }, size);
  const [x, y, w, h] = frame.rect;
  const [from, to] = [bare(before), bare(after)];
  const out = new Float64Array(3);
  const moved = (px: number, py: number): Vec2 | null => {
    from.toRecorded(px, py, out);
    return out[2]! > 0 ? to.fromRecorded([out[0]!, out[1]!]) : null;
  };
  const [cx, cy] = [x + w / 2, y + h / 2];
  const [middle, left, right, up, down] = [
    moved(cx, cy),
    moved(cx - 0.5, cy),
    moved(cx + 0.5, cy),
    moved(cx, cy - 0.5),
    moved(cx, cy + 0.5),
  ];
  if (!middle || !left || !right || !up || !down) return after;
  let [across, along] = [right[0] - left[0], down[1] - up[1]];
  if (!(across > 0 && along > 0)) return after;
  if (frame.ratio !== null) across = along = Math.sqrt(across * along);
  const rect: [number, number, number, number] = [
    middle[0] - (w * across) / 2,
    middle[1] - (h * along) / 2,
    w * across,
    h * along,
  ];
  return { ...after, frame: { ...frame, rect } };
}
