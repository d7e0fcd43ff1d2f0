import { type Size, type Vec2, clipToRect, signedArea } from "../geometry";

/**
 * Share of the photo's area that a frame keeps, 0…1.
 *
 * @param frameInPhoto the frame's outline mapped back to pixels of the original.
 */
export function shareKept(size: Size, frameInPhoto: readonly Vec2[]): number {
  const inside = clipToRect(frameInPhoto, [0, 0, size[0], size[1]]);
  return inside.length < 3 ? 0 : Math.min(1, Math.abs(signedArea(inside)) / (size[0] * size[1]));
}
