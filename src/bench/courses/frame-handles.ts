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

/**
 * The frame after its handle was dragged by `by`, in whole pixels; with a ratio (width / height) the other
 * side follows, about the opposite corner or side.
 */
export function draggedFrame([x, y, w, h]: Rect, handle: Handle, by: Vec2, ratio: number | null): Rect {
  if (handle.x === 0 && handle.y === 0) return [Math.round(x + by[0]), Math.round(y + by[1]), w, h];
  let width = Math.max(SMALLEST, w + handle.x * by[0]);
  let height = Math.max(SMALLEST, h + handle.y * by[1]);
  if (ratio !== null) {
    if (handle.x === 0) width = height * ratio;
    else if (handle.y === 0 || width / ratio > height) height = width / ratio;
    else width = height * ratio;
  }
  width = Math.round(width);
  height = Math.round(height);
  const left = handle.x < 0 ? x + w - width : handle.x > 0 ? x : x + (w - width) / 2;
  const top = handle.y < 0 ? y + h - height : handle.y > 0 ? y : y + (h - height) / 2;
  return [Math.round(left), Math.round(top), width, height];
}
