import type { Size } from "../geometry";

/** What tells whether photos were taken through one lens at one setting. */
export interface PhotoSetting {
  readonly width: number;
  readonly height: number;
  readonly camera: string | null;
  readonly lens: string | null;
  readonly focalMm: number | null;
  readonly equivalentMm: number | null;
}

/** Zoom lenses tell their focal length to a tenth of a millimetre or so. */
const SAME_MM = 0.15;

const longFirst = ({ width, height }: PhotoSetting): Size => (width >= height ? [width, height] : [height, width]);

const near = (a: number | null, b: number | null): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) <= SAME_MM;

/**
 * Whether two photos count as of one lens at one setting: the same camera, lens and focal length, as far as they say so, and
 * the same number of pixels, held either way.
 */
export function sameSetting(a: PhotoSetting, b: PhotoSetting): boolean {
  const [one, other] = [longFirst(a), longFirst(b)];
  return (
    a.camera === b.camera &&
    a.lens === b.lens &&
    near(a.focalMm, b.focalMm) &&
    near(a.equivalentMm, b.equivalentMm) &&
    one[0] === other[0] &&
    one[1] === other[1]
  );
}
