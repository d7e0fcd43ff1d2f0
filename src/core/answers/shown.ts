import type { Size, Vec2 } from "../geometry";
import { type Detail, type SmallPicture, detailOf, greenOf, skyOf } from "../lines";

/** What a photo shows, as far as that decides how it is corrected and framed. */
export interface Shown {
  /** How much there is to see in each cell; where the sky is, nothing. */
  readonly detail: Detail;
  /** Places along the line where buildings end against the sky, from the left, pixels of the original; none where the photo cut them off. */
  readonly skyline: readonly Vec2[];
  /** Share of the photo that is sky, 0…1. */
  readonly sky: number;
}

/** Places along the skyline. */
const PLACES = 120;
/** A thing that ends nearer to the photo's upper border than this share of its height was cut by it. */
const CUT_BY_PHOTO = 0.012;

/** What a photo shows, from a small picture of it. @param size of the original, pixels. */
export function shownOf(picture: SmallPicture, size: Size): Shown {
  const detail = detailOf(greenOf(picture));
  const { ends, share } = skyOf(picture);
  return {
    detail: withoutSky(detail, ends, picture.height),
    skyline: share > 0 ? skylineOf(ends, picture, size) : [],
    sky: share,
  };
}

/** The weights with those of the sky's cells taken down by as much of them as is sky. */
function withoutSky({ columns, rows, weights }: Detail, ends: Float64Array, height: number): Detail {
  const width = ends.length;
  const scaled = Array.from(weights, (digit, i) => {
    const column = i % columns;
    const [top, bottom] = [Math.floor(i / columns), Math.floor(i / columns) + 1].map((r) => (r * height) / rows) as [
      number,
      number,
    ];
    let sky = 0;
    let count = 0;
    const last = Math.ceil(((column + 1) * width) / columns);
    for (let x = Math.floor((column * width) / columns); x < last; x++) {
      sky += Math.max(0, Math.min(bottom, ends[x]!) - top) / (bottom - top);
      count++;
    }
    return Math.round(Number(digit) * (1 - sky / Math.max(1, count)));
  });
  return { columns, rows, weights: scaled.join("") };
}

/** Of each part of the columns the highest end of the sky: a chimney is narrower than a part. */
function skylineOf(ends: Float64Array, { width, height }: SmallPicture, size: Size): Vec2[] {
  const parts = Math.min(PLACES, width);
  const highest = Array.from({ length: parts }, (_, part): Vec2 => {
    const from = Math.floor((part * width) / parts);
    const to = Math.max(from + 1, Math.floor(((part + 1) * width) / parts));
    let at = from;
    for (let x = from; x < to; x++) if (ends[x]! < ends[at]!) at = x;
    return [at + 0.5, ends[at]!];
  });
  const held = highest.map(([, y]) => y >= CUT_BY_PHOTO * height && y <= (1 - CUT_BY_PHOTO) * height);
  leaving(highest, held, LEAVES * height);
  return highest.filter((_, i) => held[i]).map(([x, y]): Vec2 => [(x * size[0]) / width, (y * size[1]) / height]);
}

/** Where a roof leaves the photo at its upper border, what of it lies within this share of the height below that was not held whole. */
const LEAVES = 0.16;

/** Lets go of what runs out of the photo above, from there on either way. */
function leaving(highest: readonly Vec2[], held: boolean[], below: number): void {
  const out = highest.map(([, y], i) => !held[i] && y < below);
  for (const step of [1, -1])
    for (let i = step > 0 ? 0 : highest.length - 1; i >= 0 && i < highest.length; i += step) {
      if (!out[i]) continue;
      for (let j = i + step; held[j] && highest[j]![1] < below; j += step) held[j] = false;
    }
}
