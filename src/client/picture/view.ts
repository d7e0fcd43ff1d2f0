import { type Rect, type Vec2, clamp } from "@/core/geometry";

/** How the plane lies on the screen: screen = plane · scale + shift, CSS pixels. */
export interface View {
  readonly scale: number;
  readonly shift: Vec2;
}

const SMALLEST_SCALE = 0.02;
const LARGEST_SCALE = 8;

export const toScreen = ({ scale, shift }: View, p: Vec2): Vec2 => [p[0] * scale + shift[0], p[1] * scale + shift[1]];
export const toPlane = ({ scale, shift }: View, s: Vec2): Vec2 => [
  (s[0] - shift[0]) / scale,
  (s[1] - shift[1]) / scale,
];

/** The view in which `extent` of the plane fills `field` of the screen, centred. */
export function fitView([x, y, w, h]: Rect, field: Rect): View {
  const scale = clamp(Math.min(field[2] / w, field[3] / h), SMALLEST_SCALE, LARGEST_SCALE);
  return {
    scale,
    shift: [field[0] + field[2] / 2 - (x + w / 2) * scale, field[1] + field[3] / 2 - (y + h / 2) * scale],
  };
}

/** The view zoomed to `scale` with the plane's point under `pointer` staying where it is. */
export function zoomAt(view: View, pointer: Vec2, scale: number): View {
  const limited = clamp(scale, SMALLEST_SCALE, LARGEST_SCALE);
  const [x, y] = toPlane(view, pointer);
  return { scale: limited, shift: [pointer[0] - x * limited, pointer[1] - y * limited] };
}

export const panBy = (view: View, by: Vec2): View => ({
  ...view,
  shift: [view.shift[0] + by[0], view.shift[1] + by[1]],
});

/** The part of the plane under a rectangle of the screen. */
export function planeUnder(view: View, [x, y, w, h]: Rect): Rect {
  const [px, py] = toPlane(view, [x, y]);
  return [px, py, w / view.scale, h / view.scale];
}
