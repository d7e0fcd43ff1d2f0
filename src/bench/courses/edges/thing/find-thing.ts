import type { Photo } from "@/client";
import { compute } from "@/client/compute";
import { colourPartOf } from "@/client/picture/pixels";
import { type Vec2, bounds, signedArea } from "@/core/geometry";

/** What is looked at around a press, as shares of the photo's longer side: more where the thing goes on beyond it. */
const LOOKS = [0.1, 0.2, 0.4, 0.8] as const;
/** Longer side of what is looked at, pixels. */
const MOST = 440;
/** The same for a rough look, and for how large the thing is taken there, steps. */
const ROUGH = 200;
const ROUGHLY = -2;
/** How large a thing is taken for, steps, that would be a wall otherwise. */
const SMALLEST = -7;

/** Its outline lies so far outside of it, pixels of what is looked at and of the photo: an edge is blurred over some. */
const ROUND = { found: 2.5, photo: 4 } as const;
/** What covers more of the photo than this is no thing. */
const LARGEST = 0.15;

/** A thing on the photo. */
export interface SeenThing {
  /** Pixels of the original. */
  readonly outline: readonly Vec2[];
  readonly presses: readonly Vec2[];
  /** How much larger or smaller it was taken for, and which of the looks it was found in. */
  readonly steps: number;
  readonly look: number;
}

/**
 * The thing at some places of the photo.
 *
 * @param presses pixels of the original. @param again what was found before, to be taken for larger or smaller by so many steps; null: anew.
 * @returns null where there is none that could be told from what is around it. @throws Error when the photo cannot be fetched.
 */
export async function findThing(
  photo: Photo,
  presses: readonly Vec2[],
  again: { readonly look: number; readonly steps: number } | null = null,
): Promise<SeenThing | null> {
  if (again) return (await lookedFor(photo, presses, again.look, again.steps)).thing;
  let best: SeenThing | null = null;
  for (let look = 0; look < LOOKS.length; look++) {
    // Roughly first: what goes on beyond what is looked at is looked at from further away.
    const rough = look < LOOKS.length - 1 ? await lookedFor(photo, presses, look, ROUGHLY, ROUGH) : null;
    if (rough?.goesOn) continue;
    const { thing, goesOn } = await lookedFor(photo, presses, look, null);
    best = thing ?? best;
    if (thing && !goesOn) return thing;
  }
  if (best) return best;
  // What runs into a wall like itself is begun with small; from there it is made larger.
  for (let look = 0; look < LOOKS.length; look++) {
    const { thing, goesOn } = await lookedFor(photo, presses, look, SMALLEST);
    if (thing && !goesOn) return thing;
  }
  return null;
}

/** Looks for the thing once. @param goesOn it does beyond what was looked at, or would be most of it. */
async function lookedFor(
  photo: Photo,
  presses: readonly Vec2[],
  look: number,
  steps: number | null,
  most = MOST,
): Promise<{ thing: SeenThing | null; goesOn: boolean }> {
  // All presses with as much around them.
  const [x, y, w, h] = bounds(presses);
  const half = (LOOKS[look]! * Math.max(photo.width, photo.height)) / 2;
  const side = Math.max(w, h) + 2 * half;
  const { picture, from, scale } = await colourPartOf(
    photo,
    [x + w / 2 - side / 2, y + h / 2 - side / 2, side, side],
    most,
  );
  const at = presses.map((p): Vec2 => [(p[0] - from[0]) * scale, (p[1] - from[1]) * scale]);
  const found = await compute().foundThing(picture, at, steps, Math.max(ROUND.found, ROUND.photo * scale));
  if (!found) return { thing: null, goesOn: false };
  // A wall is no thing.
  const area = Math.abs(signedArea(found.outline)) / scale ** 2;
  if (area > LARGEST * photo.width * photo.height) return { thing: null, goesOn: false };
  const { left, top, right, bottom } = found.touches;
  return {
    thing: {
      outline: found.outline.map(([x, y]): Vec2 => [from[0] + x / scale, from[1] + y / scale]),
      ...{ presses, steps: found.steps, look },
    },
    goesOn:
      (left && from[0] > 0) ||
      (top && from[1] > 0) ||
      (right && from[0] + picture.width / scale < photo.width - 1) ||
      (bottom && from[1] + picture.height / scale < photo.height - 1),
  };
}
