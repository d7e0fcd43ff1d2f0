import { type Rect, type Vec2, bounds, clipToRect, signedArea } from "../geometry";
import { type WeighedPlace, weighedFrame } from "./weighed-frame";

/** A spot that must stay inside the frame, or a small area, where it lies on the plane; null: it has no place there. */
export interface PlacedMark {
  readonly id: string;
  readonly at: Vec2 | null;
  /** The other corners of an area. */
  readonly corners?: readonly Vec2[];
}

const placesOf = ({ at, corners = [] }: PlacedMark): readonly Vec2[] => (at ? [at, ...corners] : []);

/** A clean frame, and the marks that it had to leave out. */
export interface KeptFrame {
  readonly rect: Rect;
  readonly missed: readonly string[];
}

const bounding = (marks: readonly PlacedMark[]): Rect | null =>
  marks.length === 0 ? null : bounds(marks.flatMap(placesOf));

/** How far a mark lies outside a frame, the larger of both ways, at its furthest corner. */
const outside = ([x, y, w, h]: Rect, mark: PlacedMark): number =>
  Math.max(0, ...placesOf(mark).map(([px, py]) => Math.max(x - px, px - x - w, y - py, py - y - h)));

/**
 * The clean frame with all marks in it that keeps most of what the photo shows, or the largest where nothing is weighed. Where there is none, those are left out one by one that lie furthest outside
 * the frame that would be without them.
 *
 * @param places what the photo shows, weighed; these and `quick` as weighedFrame has them. @returns null when the outline has no inside.
 */
export function cleanFrameKeeping(
  outline: readonly Vec2[],
  ratio: number | null,
  marks: readonly PlacedMark[],
  places: readonly WeighedPlace[] = [],
  quick = false,
): KeptFrame | null {
  const free = weighedFrame(outline, ratio, places, null, quick);
  if (!free) return null;
  const missed = marks.filter((m) => m.at === null).map((m) => m.id);
  let wanted = marks.filter((m) => m.at !== null).sort((a, b) => outside(free, a) - outside(free, b));
  while (wanted.some((m) => outside(free, m) > 0)) {
    const rect = weighedFrame(outline, ratio, places, bounding(wanted), quick);
    if (rect) return { rect, missed };
    missed.push(wanted.at(-1)!.id);
    wanted = wanted.slice(0, -1);
  }
  return { rect: free, missed };
}

/** How much a mark lies outside a frame, plane units; 0 inside, null where it has no place. */
export const missedBy = (frame: Rect, mark: PlacedMark): number | null => mark.at && outside(frame, mark);

/**
 * The smallest widening of a clean frame that takes in all marks, of its ratio where one is asked for, and the share of it
 * that the photo does not cover.
 */
export function frameWithGaps(
  outline: readonly Vec2[],
  clean: Rect,
  ratio: number | null,
  marks: readonly PlacedMark[],
): { readonly rect: Rect; readonly gapShare: number } {
  const [x, y, w, h] = clean;
  const places = marks.flatMap(placesOf);
  let rect = bounds([[x, y], [x + w, y + h], ...places]);
  if (ratio !== null) {
    const width = Math.max(rect[2], rect[3] * ratio);
    const height = width / ratio;
    rect = [grownFrom(rect[0], rect[2], width, x, w), grownFrom(rect[1], rect[3], height, y, h), width, height];
  }
  const covered = Math.abs(signedArea(clipToRect(outline, rect)));
  return { rect, gapShare: Math.max(0, 1 - covered / (rect[2] * rect[3])) };
}

/** Where a side begins that grows to a length: about the middle of what it was, as far as it still holds what it must. */
function grownFrom(from: number, length: number, to: number, was: number, wide: number): number {
  const middle = was + wide / 2 - to / 2;
  return Math.min(from, Math.max(from + length - to, middle));
}
