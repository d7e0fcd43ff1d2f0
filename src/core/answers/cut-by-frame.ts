import type { Rect, Vec2 } from "../geometry";
import type { CompiledMap } from "../render";
import { NO_DEPTH } from "./cost";
import { AIR, FEWEST_FEET } from "./frame-search";

/** Where roofs meet the sky and things meet the ground, pixels of the original. */
export interface Standing {
  readonly skyline: readonly Vec2[];
  readonly feet: readonly Vec2[];
}

/** Shares of a frame's columns in which a roof or a foot is cut. */
export interface CutShares {
  readonly roof: number;
  readonly foot: number;
}

/** The highest roof and the lowest foot within a frame of a plane, as keep marks; with a little air. */
export function marksIn(plane: CompiledMap, [x, y, w, h]: Rect, { skyline, feet }: Standing) {
  const out = new Float64Array(3);
  const marked = (id: string, places: readonly Vec2[], sign: 1 | -1) => {
    const inside = places
      .map((p) => plane.fromRecorded(p))
      .filter((p): p is Vec2 => p !== null && p[0] >= x && p[0] <= x + w && p[1] >= y && p[1] <= y + h)
      .sort((a, b) => sign * (b[1] - a[1]))[0];
    if (!inside) return [];
    plane.toRecorded(inside[0], inside[1] + sign * AIR * h, out);
    return out[2]! > 0 && out[0]! > 0 && out[1]! > 0 ? [{ id, at: [out[0]!, out[1]!] as [number, number] }] : [];
  };
  return [...marked("roof", skyline, -1), ...marked("foot", feet, 1)];
}

/** What a map's frame cuts. */
export function cutBy(map: CompiledMap, { skyline, feet }: Standing): CutShares {
  const [x, y, w, h] = map.rect;
  const share = (places: readonly Vec2[], beyond: (p: Vec2) => boolean): number => {
    const within = places
      .map((p) => map.fromRecorded(p))
      .filter((p): p is Vec2 => p !== null && p[0] >= x && p[0] <= x + w);
    return within.length === 0 ? 0 : within.filter(beyond).length / Math.max(within.length, FEWEST_FEET);
  };
  return {
    roof: share(skyline, ([, py]) => py < y - NO_DEPTH * h),
    foot: share(feet, ([, py]) => py > y + h + NO_DEPTH * h),
  };
}

/** All that is cut, as one number: the less, the better. */
export const cutInAll = ({ roof, foot }: CutShares): number => roof + foot;
