import type { Rect, Vec2 } from "@/core/geometry";

/** Which sides a handle moves: −1 the left or top, 1 the right or bottom, 0 none; both 0 moves the whole. */
export interface Handle {
  readonly x: -1 | 0 | 1;
  readonly y: -1 | 0 | 1;
}

export const HANDLES: readonly Handle[] = [
  { x: -1, y: -1 },
  { x: 0, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
  { x: -1, y: 1 },
  { x: -1, y: 0 },
];

/** Smallest side of a frame, pixels. */
const SMALLEST = 16;

/** Where a handle sits on a frame, plane pixels. */
export const handlePlace = ([x, y, w, h]: Rect, handle: Handle): Vec2 => [
  x + ((handle.x + 1) / 2) * w,
  y + ((handle.y + 1) / 2) * h,
];

/** The handle under a pointer, the frame itself (both 0), or null; `reach` in plane pixels. */
export function handleAt(frame: Rect, p: Vec2, reach: number): Handle | null {
  const near = HANDLES.find((h) => {
    const [x, y] = handlePlace(frame, h);
    return Math.abs(p[0] - x) <= reach && Math.abs(p[1] - y) <= reach;
  });
  if (near) return near;
  const [x, y, w, h] = frame;
  return p[0] >= x && p[0] <= x + w && p[1] >= y && p[1] <= y + h ? { x: 0, y: 0 } : null;
}

/** About what a frame grows. */
export interface About {
  /** From its middle: the opposite side moves as well. */
  readonly centre: boolean;
  /** It stays in the middle of this place across; null: it need not. */
  readonly axis: number | null;
}

const ABOUT_NOTHING: About = { centre: false, axis: null };

/**
 * The frame after its handle was dragged by `by`, in whole pixels; with a ratio (width / height) the other
 * side follows, about the opposite corner or side, or about its middle or an axis.
 */
export function draggedFrame(
  [x, y, w, h]: Rect,
  handle: Handle,
  by: Vec2,
  ratio: number | null,
  { centre, axis }: About = ABOUT_NOTHING,
): Rect {
  if (handle.x === 0 && handle.y === 0)
    return [Math.round(axis === null ? x + by[0] : axis - w / 2), Math.round(y + by[1]), w, h];
  const [across, down] = [centre || axis !== null ? 2 : 1, centre ? 2 : 1];
  // About an axis the width is what its further side asks for.
  const from = axis === null ? w : 2 * Math.abs((handle.x < 0 ? x : x + w) - axis);
  let width = Math.max(SMALLEST, (handle.x === 0 ? w : from) + across * handle.x * by[0]);
  let height = Math.max(SMALLEST, h + down * handle.y * by[1]);
  if (ratio !== null) {
    if (handle.x === 0) width = height * ratio;
    else if (handle.y === 0 || width / ratio > height) height = width / ratio;
    else width = height * ratio;
  }
  width = Math.round(width);
  height = Math.round(height);
  const place = (start: number, length: number, grown: number, side: -1 | 0 | 1, middle: boolean): number =>
    middle || side === 0 ? start + (length - grown) / 2 : side < 0 ? start + length - grown : start;
  const left = axis === null ? place(x, w, width, handle.x, centre) : axis - width / 2;
  return [Math.round(left), Math.round(place(y, h, height, handle.y, centre)), width, height];
}
