import { type Rect, type Size, radians } from "../../geometry";
import { type Lens, lensTowards } from "../../lens";

/** A flat view of a picture, in which straight things are straight: part of a lens's ideal plane, pixels. */
export interface FlatView {
  readonly lens: Lens;
  readonly part: Rect;
}

/** Flat views of a stitched picture look so far to either side, and lie so far apart, degrees: they overlap by a fifth. */
const ASIDE = 36;
const APART = 60;
/** A level wall beside the middle of a view is seen larger there. */
const TALLER = 0.12;

/** The flat views that together show all of a picture: of what one lens saw, its own ideal plane. */
export function flatViews(lens: Lens, size: Size): FlatView[] {
  if (lens.around === undefined) return [{ lens, part: [0, 0, ...size] }];
  const [width, height] = size;
  const perDegree = width / lens.around;
  const count = Math.ceil(lens.around / APART);
  const half = Math.tan(radians(ASIDE)) * perDegree * (180 / Math.PI);
  return Array.from({ length: count }, (_, i): FlatView => {
    const x = (width * (i + 0.5)) / count;
    return {
      lens: lensTowards(lens, [x, height / 2]),
      part: [x - half, -TALLER * height, 2 * half, (1 + 2 * TALLER) * height],
    };
  });
}
