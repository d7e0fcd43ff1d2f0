import { FAR_INSIDE, type PlaneStep } from "../../course";
import { type EdgesSettings, SIDES, type Side, choiceFor, gapSide } from "../../edges";
import type { Rect, Size, Vec2 } from "../../geometry";

/** Places along a side of the frame at which its gap is measured, and steps in which its depth is looked for. */
const ALONG = 192;
const DEPTHS = 48;
const HALVINGS = 16;
/** No gap deeper than this share of the frame is closed by bending. */
const DEEPEST = 0.3;
/** What is shut reaches so many depths of the gap into the picture, or as far as is left of this share of the frame. */
const REACH = 4;
const MOST = 0.6;
/** Nothing is drawn out, at the most, to more than 1 / (1 − this) of its size across the side. */
const STEEPEST = 0.7;
/** Along the side, half of what the depths are smoothed over, as a share of it: its corners leave no crease. */
const SMOOTH = 0.04;
/** The photo's last pixel is not drawn in, pixels. */
const INSIDE = 0.75;

/** How one side is shut: the plane's coordinate across it moves inwards by `depth · falling`. */
interface Shut {
  /** Whether x moves along y, or y along x. */
  readonly moves: "x" | "y";
  /** The frame's border there, and which way is into the picture. */
  readonly border: number;
  readonly inwards: 1 | -1;
  /** How far what is shut reaches, pixels of the plane. */
  readonly reach: number;
  /** The gap's depth at a place along the side. */
  depth(along: number): number;
}

/** Falls from 1 to 0 over 0…1, level at both ends. */
const falling = (u: number): number => (u <= 0 ? 1 : u >= 1 ? 0 : (1 - u) * (1 - u) * (1 + 2 * u));
/** Its steepest slope. */
const STEEP = 1.5;

function shift(shut: Shut, x: number, y: number): number {
  const across = shut.moves === "x";
  const u = (((across ? x : y) - shut.border) * shut.inwards) / shut.reach;
  return u >= 1 ? 0 : shut.inwards * shut.depth(across ? y : x) * falling(u);
}

/**
 * Gaps closed by bending: the part of the picture nearest to a side is drawn out to the frame, less and less inwards, across the
 * side only; further in nothing moves.
 *
 * @param rect the frame, pixels of the plane. @param back plane → recorded, as a plane step's.
 * @returns null where no gap is shut.
 */
export function shutStep(rect: Rect, edges: EdgesSettings, size: Size, back: PlaneStep["back"]): PlaneStep | null {
  const out = new Float64Array(3);
  const all: Shut[] = [];
  /** Where a place came from before the sides shut so far, into `to`: the last comes first from outside. */
  const inside = (x: number, y: number, to: Float64Array): void => {
    for (let k = all.length - 1; k >= 0; k--) {
      const by = shift(all[k]!, x, y);
      if (all[k]!.moves === "x") x += by;
      else y += by;
    }
    to[0] = x;
    to[1] = y;
    to[2] = FAR_INSIDE;
  };
  const beyond = (side: Side, x: number, y: number): boolean => {
    inside(x, y, out);
    back(out[0]!, out[1]!, out);
    return out[2]! > 0 && gapSide(size, out[0]!, out[1]!) === side;
  };
  for (const side of SIDES) {
    if (choiceFor(edges, side).do !== "bend") continue;
    const shut = shutSide(rect, side, (x, y) => beyond(side, x, y));
    if (shut) all.push(shut);
  }
  if (all.length === 0) return null;
  const outside = ([x, y]: Vec2): Vec2 => {
    let p: Vec2 = [x, y];
    for (const shut of all) p = unshifted(shut, p);
    return p;
  };
  return {
    forward: outside,
    back: inside,
    outline: (polygon) => polygon.map(outside),
  };
}

/** The place outside that a shift takes to one inside: along one axis it only grows, so it is found by halving. */
function unshifted(shut: Shut, [x, y]: Vec2): Vec2 {
  const at = shut.moves === "x" ? x : y;
  const most = shut.depth(shut.moves === "x" ? y : x);
  let [low, high] = shut.inwards > 0 ? [at - most, at] : [at, at + most];
  for (let i = 0; i < 48 && high - low > 1e-9; i++) {
    const middle = (low + high) / 2;
    const [px, py] = shut.moves === "x" ? [middle, y] : [x, middle];
    if (middle + shift(shut, px, py) < at) low = middle;
    else high = middle;
  }
  const found = (low + high) / 2;
  return shut.moves === "x" ? [found, y] : [x, found];
}

function shutSide([fx, fy, fw, fh]: Rect, side: Side, beyond: (x: number, y: number) => boolean): Shut | null {
  const moves = side === "left" || side === "right" ? "x" : "y";
  const [from, long, across] = moves === "x" ? [fy, fh, fw] : [fx, fw, fh];
  const inwards = side === "left" || side === "top" ? 1 : -1;
  const border = side === "left" ? fx : side === "top" ? fy : side === "right" ? fx + fw : fy + fh;
  const deepest = DEEPEST * across;
  const isBeyond = (along: number, depth: number): boolean => {
    const at = border + inwards * depth;
    return moves === "x" ? beyond(at, along) : beyond(along, at);
  };
  const depths = Float64Array.from({ length: ALONG + 1 }, (_, i) => {
    const along = from + (i * long) / ALONG;
    if (!isBeyond(along, 0)) return 0;
    let k = 1;
    while (k <= DEPTHS && isBeyond(along, (k * deepest) / DEPTHS)) k++;
    if (k > DEPTHS) return deepest;
    let [low, high] = [((k - 1) * deepest) / DEPTHS, (k * deepest) / DEPTHS];
    for (let n = 0; n < HALVINGS; n++) {
      const middle = (low + high) / 2;
      if (isBeyond(along, middle)) low = middle;
      else high = middle;
    }
    return high + INSIDE;
  });
  const most = depths.reduce((a, b) => Math.max(a, b), 0);
  if (most === 0) return null;
  const reach = Math.min(MOST * across, Math.max(REACH * most, 32));
  const least = Math.min(1, (STEEPEST * reach) / (STEEP * most));
  const smooth = smoothed(depths).map((v) => v * least);
  return {
    moves,
    border,
    inwards,
    reach,
    depth: (along) => {
      const at = Math.max(0, Math.min(ALONG, ((along - from) * ALONG) / long));
      const i = Math.min(ALONG - 1, Math.floor(at));
      return smooth[i]! + (smooth[i + 1]! - smooth[i]!) * (at - i);
    },
  };
}

/** Depths made smooth along the side and nowhere less: the most around each, then its mean twice. */
function smoothed(depths: Float64Array): Float64Array {
  const half = Math.max(2, Math.round(SMOOTH * depths.length));
  const around = (all: Float64Array, reach: number, of: (part: Float64Array) => number): Float64Array =>
    all.map((_, i) => of(all.subarray(Math.max(0, i - reach), Math.min(all.length, i + reach + 1))));
  const mean = (part: Float64Array): number => part.reduce((a, b) => a + b, 0) / part.length;
  const highest = around(depths, 2 * half, (part) => Math.max(...part));
  return around(around(highest, half, mean), half, mean);
}
