import type { PhotoOnBoard } from "@/client";
import { PHOTO_STATES, type PhotoState } from "@/core/contract";

/** How large photos are shown: with all that is known of them, as pictures alone, or a line each. */
export const DENSITIES = ["large", "small", "lines"] as const;
export type Density = (typeof DENSITIES)[number];

export const ORDERS = ["taken", "name", "state"] as const;
type Order = (typeof ORDERS)[number];

/** What of a visit is shown, and in which order. */
export interface Listing {
  readonly order: Order;
  readonly backwards: boolean;
  /** Words that a photo's name, camera, lens, format or note must hold. */
  readonly text: string;
  readonly state: PhotoState | "all";
}

export const ALL: Listing = { order: "taken", backwards: false, text: "", state: "all" };

const byName = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  a.name.localeCompare(b.name, undefined, { numeric: true }) || a.id.localeCompare(b.id);
/** Photos that do not say when they were taken come last. */
const byTime = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  (a.takenAt ?? "9").localeCompare(b.takenAt ?? "9") || byName(a, b);
const byState = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  PHOTO_STATES.indexOf(stateOf(a)) - PHOTO_STATES.indexOf(stateOf(b)) || byTime(a, b);
const COMPARE = { taken: byTime, name: byName, state: byState } as const;

export const stateOf = (photo: PhotoOnBoard): PhotoState => photo.shown?.state ?? "new";

/** All that a photo is found by. */
const wordsOf = ({ name, camera, lens, format, focalMm, versions }: PhotoOnBoard): string =>
  [name, camera, lens, format, focalMm && `${focalMm} mm`, ...versions.map((v) => v.note)].join(" ").toLowerCase();

/** The photos that a listing shows, in its order. */
export function listed(photos: readonly PhotoOnBoard[], { order, backwards, text, state }: Listing): PhotoOnBoard[] {
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = photos.filter((photo) => {
    if (state !== "all" && stateOf(photo) !== state) return false;
    const words = wordsOf(photo);
    return wanted.every((w) => words.includes(w));
  });
  shown.sort(COMPARE[order]);
  return backwards ? shown.reverse() : shown;
}
