import type { Vec2 } from "../../geometry";
import type { ThingPicture } from "./colours";
import { grown } from "./masks";
import { outlineOf } from "./outline";
import { thingAt } from "./thing";

/** Its outline lies so far outside of it where nobody says, pixels: the edge itself is blurred. */
const ROUND = 2;
/** It has so many corners at most: as many as an area holds. */
const CORNERS = 100;
/** What covers more of the picture than this is no thing in it. */
const MOST = 0.6;

/** A border across which the colour changes by less, in the mean, is none that anybody sees: lightness is 0…1. */
const CLEAR = 0.07;

/** A thing that was found in a picture. */
export interface FoundThing {
  /** Pixels of the picture. */
  readonly outline: readonly Vec2[];
  /** How much larger or smaller it was taken for, steps. */
  readonly steps: number;
  /** It goes on beyond a side of the picture. */
  readonly touches: {
    readonly left: boolean;
    readonly top: boolean;
    readonly right: boolean;
    readonly bottom: boolean;
  };
}

/**
 * The thing that is seen at places of a picture, outlined; null where it would be most of the picture, or has no border to be seen. See thingAt.
 *
 * @param round how far outside of it its outline lies, pixels.
 */
export function foundThing(
  picture: ThingPicture,
  presses: readonly Vec2[],
  steps: number | null = null,
  round = ROUND,
): FoundThing | null {
  const { width, height } = picture;
  const { mask, steps: taken, clear } = thingAt(picture, presses, steps);
  let area = 0;
  const touches = { left: false, top: false, right: false, bottom: false };
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue;
    area++;
    const [x, y] = [i % width, (i / width) | 0];
    if (x === 0) touches.left = true;
    if (y === 0) touches.top = true;
    if (x === width - 1) touches.right = true;
    if (y === height - 1) touches.bottom = true;
  }
  if (area > MOST * mask.length || clear < CLEAR) return null;
  const all = grown(joinedUp(mask, width, presses), width, height, round);
  return { outline: outlineOf(all, width, height, CORNERS), steps: taken, touches };
}

/** A mask with a way from each press to the next, so that parts that lie apart are one. */
function joinedUp(mask: Uint8Array, width: number, presses: readonly Vec2[]): Uint8Array {
  const out = mask.slice();
  presses.slice(1).forEach(([bx, by], k) => {
    const [ax, ay] = presses[k]!;
    const steps = Math.ceil(2 * Math.hypot(bx - ax, by - ay));
    for (let i = 0; i <= steps; i++) {
      const t = i / Math.max(1, steps);
      out[Math.floor(ay + t * (by - ay)) * width + Math.floor(ax + t * (bx - ax))] = 1;
    }
  });
  return out;
}
