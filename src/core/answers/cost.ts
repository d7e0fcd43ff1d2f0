import type { Size, Vec2 } from "../geometry";
import { type CompiledMap, stretchAt } from "../render";
import { BORNE_STRETCH } from "./house-style";
import { worthOf } from "./plane-lattice";
import type { Shown } from "./shown";

/** What is measured of an answer's picture. */
export interface Measured {
  /** Mean angle by which edges that a person sees are out of true, degrees. */
  readonly outOfTrue: number;
  /** Greatest stretch in the frame, times; and its mean beyond SOFT, each place by what it shows. */
  readonly stretch: number;
  readonly soft: number;
  /** Share of the photo's area, and of what it shows, that the frame keeps, 0…1. */
  readonly kept: number;
  readonly content: number;
  /** Share of the frame that the photo does not cover, 0…1. */
  readonly empty: number;
  /** Share of the frame's columns in which a roof or a foot is cut that the photo held whole, 0…1. */
  readonly roof: number;
  readonly foot: number;
}

/** The terms of an answer's cost. Each is about 1 where a photographer begins to hesitate. */
export interface Terms {
  /** One degree by which edges are out of true on the mean: that is seen at a glance. */
  readonly outOfTrue: number;
  /** Detail drawn out beyond what looks sharp, and any place beyond what the picture bears. */
  readonly stretch: number;
  /** A third of what the photo shows; and each fortieth of its area below the least that is kept. */
  readonly lost: number;
  /** A roof, gable, tower or foot cut over a third of the frame's width. */
  readonly cut: number;
  /** A twelfth of the frame empty; beyond the most that is filled it is dear. */
  readonly empty: number;
  /** A wall turned that stood more aslant than is usual, or on which too little of the picture lies. */
  readonly turned: number;
}

/** The least of a photo's area that is kept, and the most of a frame that is filled. */
export const LEAST_KEPT = 0.7;
export const MOST_EMPTY = 0.08;
/** Walls are turned unasked that nearly faced the camera, degrees, and hold most of the level edges. */
export const NEARLY_FACES = 12;
export const MOST_OF_IT = 0.55;
/** A cut in fewer of a frame's columns than this, or less deep as a share of its height, is a twig. */
export const NO_CUT = 0.012;
/** So few of the feet are a post, a door or some chairs. To make up what lies under them would be seen; that they are cut is not. */
export const NO_FEET_CUT = 0.2;
export const NO_DEPTH = 0.003;
/** Stretch that nobody sees. */
const SOFT = 1.3;

/** @param stretchAllowed the greatest stretch that is borne. */
/** What an answer beyond what is delivered costs more than any within: only where none is within does it come first. */
const BEYOND = 8;
const beyond = (by: number, price: number): number => (by > 0 ? BEYOND + price * by : 0);
/** A little beyond what is asked of an answer lies what is asked of a delivery. */
const MOST_STRETCH_OVER = 0.1;

export const termsOf = (
  { outOfTrue, stretch, soft, kept, content, empty, roof, foot }: Measured,
  turned: { readonly heading: number; readonly share: number } | null,
  stretchAllowed: number = BORNE_STRETCH,
): Terms => ({
  outOfTrue,
  stretch: 2 * soft + beyond(stretch - stretchAllowed - MOST_STRETCH_OVER, 4),
  lost: 3 * (1 - content) + beyond(LEAST_KEPT - kept, 40),
  cut: (roof > NO_CUT ? 0.8 + 3 * roof : 0) + (foot > NO_FEET_CUT ? 0.8 + 3 * foot : 0),
  empty: 12 * empty + beyond(empty - MOST_EMPTY, 100),
  turned: turned ? beyond(Math.abs(turned.heading) - NEARLY_FACES, 0.25) + beyond(MOST_OF_IT - turned.share, 6) : 0,
});

export const costOf = (terms: Terms): number => Object.values(terms).reduce((sum: number, v: number) => sum + v, 0);

/** Places across a frame at which its stretch and its emptiness are asked. */
const ACROSS = 36;

/** Stretch, emptiness and content of a frame. @param worth of a place of the photo, all of it together 1. */
export function overFrame(
  map: Pick<CompiledMap, "toRecorded" | "size">,
  [x, y, w, h]: CompiledMap["rect"],
  worth: (p: Vec2) => number,
): Pick<Measured, "stretch" | "soft" | "empty"> {
  const rows = Math.max(2, Math.round((ACROSS * h) / w));
  const out = new Float64Array(3);
  let [stretch, soft, weights, missing, count] = [1, 0, 0, 0, 0];
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= ACROSS; i++) {
      const at: Vec2 = [x + 1 + ((w - 2) * i) / ACROSS, y + 1 + ((h - 2) * j) / rows];
      count++;
      map.toRecorded(at[0], at[1], out);
      const recorded: Vec2 = [out[0]!, out[1]!];
      const inside =
        out[2]! > 0 &&
        recorded[0] >= -1 &&
        recorded[1] >= -1 &&
        recorded[0] <= map.size[0] + 1 &&
        recorded[1] <= map.size[1] + 1;
      if (!inside) missing++;
      const s = inside ? stretchAt(map, at, map.size) : null;
      if (s === null) continue;
      const weight = worth(recorded);
      stretch = Math.max(stretch, s);
      soft += weight * Math.max(0, s - SOFT);
      weights += weight;
    }
  return { stretch, soft: weights > 0 ? soft / weights : 0, empty: missing / count };
}

/** Share of what a photo shows that a frame keeps, 0…1. */
export function contentIn(map: CompiledMap, shown: Shown, size: Size): number {
  const [x, y, w, h] = map.rect;
  const worth = worthOf(shown, size);
  const { columns, rows } = shown.detail;
  let [inside, all] = [0, 0];
  for (let j = 0; j < 2 * rows; j++)
    for (let i = 0; i < 2 * columns; i++) {
      const p: Vec2 = [((i + 0.5) * size[0]) / (2 * columns), ((j + 0.5) * size[1]) / (2 * rows)];
      const weight = worth(p);
      all += weight;
      const at = map.fromRecorded(p);
      if (at && at[0] >= x && at[1] >= y && at[0] <= x + w && at[1] <= y + h) inside += weight;
    }
  return inside / all;
}
