import { solveSymmetric } from "../numerics";
import { bestEnds } from "./sky-ends";
import type { SmallPicture } from "./small-picture";

/** Where the sky ends in each column: rows of the small picture from the top that are sky; 0: none. */
export interface Sky {
  readonly ends: Float64Array;
  /** Share of the picture that is sky, 0…1. */
  readonly share: number;
}

/** Neighbours of the sky differ by less than this, levels of 255 in the colour where it is most. */
const SMOOTH = 9;
/** … and from above it to below by less than this. */
const STEEP = 14;
/** The sky is no darker than this at the upper border, levels, and no redder than blue by more than this. */
const LEAST_LIGHT = 70;
const MOST_WARMTH = 22;
/** What lies further from the sky's own colours than so many of their deviations is none. */
const FAR = 3;
/** Deviation of the sky's colours at least, levels: cameras are no smoother. */
const LEAST_SPREAD = 4;
const MOST_SPREAD = 8;
/** The sky is darker than its own colour by no more than this share of what it lacks to white. */
const DARKER = 0.6;
/** Less of the picture is no sky to speak of. */
const LEAST_SHARE = 0.012;
const ROUNDS = 2;

const SUN_IS_SMOOTH = 250;

/**
 * The sky: what is smooth, light, of one slowly changing colour and joined to the upper border.
 *
 * It is grown from the border over smooth neighbours, held to a colour that changes with the place as a polynomial of
 * second degree does, and then ended once in each column: the ends that call the fewest pixels by the wrong name, steps
 * between columns at a price, found exactly by going from column to column (Viterbi).
 */
export function skyOf(picture: SmallPicture): Sky {
  const none: Sky = { ends: new Float64Array(picture.width), share: 0 };
  const begun = bluest(picture, grown(picture, null));
  if (!begun) return none;
  let sky = begun;
  for (let round = 0; round < ROUNDS; round++) {
    const colours = coloursOf(picture, sky);
    if (!colours) return none;
    sky = grown(picture, colours);
  }
  const ends = bestEnds(sky, picture.width, picture.height);
  const share = ends.reduce((sum, v) => sum + v, 0) / (picture.width * picture.height);
  return share < LEAST_SHARE ? none : { ends, share };
}

/**
 * Of the parts of the sky that are joined within themselves the one that is bluest: a smooth wall at the border is warmer.
 * Null where it is neither blue nor as bright as an overcast sky along much of the border: a lintel, a ceiling.
 */
function bluest({ data, width, height }: SmallPicture, sky: Uint8Array): Uint8Array | null {
  const left = Uint8Array.from(sky);
  let best: { members: number[]; blue: number } | null = null;
  for (let x = 0; x < width; x++) {
    if (!left[x]) continue;
    left[x] = 0;
    const members = [x];
    let blue = 0;
    for (let n = 0; n < members.length; n++) {
      const i = members[n]!;
      blue += data[3 * i + 2]! - data[3 * i]!;
      const px = i % width;
      const y = (i - px) / width;
      for (const [dx, dy] of NEIGHBOURS) {
        const [nx, ny] = [px + dx, y + dy];
        const j = ny * width + nx;
        // Joined as it was grown: by smooth steps.
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || !left[j] || !alike(data, i, j)) continue;
        left[j] = 0;
        members.push(j);
      }
    }
    blue /= members.length;
    if (members.length >= LEAST_SHARE * sky.length && (!best || blue > best.blue)) best = { members, blue };
  }
  if (!best) return null;
  const along = best.members.filter((i) => i < width).length / width;
  const light = best.members.reduce((sum, i) => sum + data[3 * i + 1]!, 0) / best.members.length;
  if (along < NARROW || (best.blue < BLUE && (light < OVERCAST || along < BROAD))) return null;
  const only = new Uint8Array(sky.length);
  for (const i of best.members) only[i] = 1;
  return only;
}

/** A sky is bluer than red by this, levels, or as light as this; and as broad at the upper border as this, a grey one broader. */
const BLUE = 6;
const OVERCAST = 205;
const NARROW = 0.05;
const BROAD = 0.4;

/** How far a pixel's colour is from the sky's, in deviations. */
type Distance = (x: number, y: number, at: number) => number;

/** The pixels that are joined to the upper border by smooth steps, and near the sky's colours where those are known. */
function grown({ data, width, height }: SmallPicture, distance: Distance | null): Uint8Array {
  const sky = new Uint8Array(width * height);
  const stack: number[] = [];
  const isSky = (x: number, y: number): boolean => {
    const at = 3 * (y * width + x);
    if (data[at]! - data[at + 2]! > MOST_WARMTH) return false;
    return distance === null ? isFlat(x, y) : distance(x, y, at) < FAR;
  };
  // Along an edge that is nearly level, sky turns into roof by steps too small to tell: from above to below it does not.
  const isFlat = (x: number, y: number): boolean => {
    const [above, below] = [3 * (Math.max(0, y - 1) * width + x), 3 * (Math.min(height - 1, y + 1) * width + x)];
    for (let c = 0; c < 3; c++) if (Math.abs(data[above + c]! - data[below + c]!) >= STEEP) return false;
    return true;
  };
  for (let x = 0; x < width; x++) {
    const [r, g, b] = [data[3 * x]!, data[3 * x + 1]!, data[3 * x + 2]!];
    if ((r + g + b) / 3 < LEAST_LIGHT || !isSky(x, 0)) continue;
    sky[x] = 1;
    stack.push(x);
  }
  while (stack.length > 0) {
    const i = stack.pop()!;
    const x = i % width;
    const y = (i - x) / width;
    for (const [dx, dy] of NEIGHBOURS) {
      const [nx, ny] = [x + dx, y + dy];
      if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
      const j = ny * width + nx;
      if (sky[j] || !alike(data, i, j) || !isSky(nx, ny)) continue;
      sky[j] = 1;
      stack.push(j);
    }
  }
  return sky;
}

const NEIGHBOURS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

function alike(data: SmallPicture["data"], i: number, j: number): boolean {
  let most = 0;
  let least = 255;
  for (let c = 0; c < 3; c++) {
    const v = data[3 * j + c]!;
    most = Math.max(most, Math.abs(data[3 * i + c]! - v));
    least = Math.min(least, v);
  }
  return most < SMOOTH || least >= SUN_IS_SMOOTH;
}

/** Terms of the polynomial at a place, −1…1 either way. */
const termsAt = (u: number, v: number): number[] => [1, u, v, u * u, u * v, v * v];

/** The colours of the sky as they change over the picture; null where there is too little of it to tell. */
function coloursOf({ data, width, height }: SmallPicture, sky: Uint8Array): Distance | null {
  const n = 6;
  const a = Array.from({ length: n }, () => new Float64Array(n));
  const b = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  let count = 0;
  const place = (i: number): number[] => {
    const x = i % width;
    return termsAt((2 * x) / width - 1, (2 * (i - x)) / width / height - 1);
  };
  for (let i = 0; i < sky.length; i++) {
    if (!sky[i]) continue;
    count++;
    const t = place(i);
    for (let p = 0; p < n; p++) {
      for (let q = 0; q < n; q++) a[p]![q]! += t[p]! * t[q]!;
      for (let c = 0; c < 3; c++) b[c]![p]! += t[p]! * data[3 * i + c]!;
    }
  }
  if (count < LEAST_SHARE * sky.length) return null;
  // A little pulls every term but the first to nothing, so that a narrow strip of sky is not carried on into the picture.
  for (let p = 1; p < n; p++) a[p]![p]! += 0.01 * sky.length;
  const found = b.map((right) =>
    solveSymmetric(
      a.map((row) => [...row]),
      [...right],
    ),
  );
  if (found.some((k) => k === null)) return null;
  const k = found as number[][];
  const at = (x: number, y: number, c: number): number => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    const [k0, k1, k2, k3, k4, k5] = k[c] as [number, number, number, number, number, number];
    return k0 + u * (k1 + u * k3 + v * k4) + v * (k2 + v * k5);
  };
  /** How far a pixel is from what lies between the sky's colour and white: clouds lie there, and nothing else does. */
  const beside = (x: number, y: number, i: number): number => {
    const [r, g, b] = [at(x, y, 0), at(x, y, 1), at(x, y, 2)];
    const [dr, dg, db] = [data[i]! - r, data[i + 1]! - g, data[i + 2]! - b];
    const [wr, wg, wb] = [255 - r, 255 - g, 255 - b];
    const share = (dr * wr + dg * wg + db * wb) / (wr * wr + wg * wg + wb * wb + 1e-6);
    const cloud = share > 1 ? 1 : share < -DARKER ? -DARKER : share;
    return Math.max(Math.abs(dr - cloud * wr), Math.abs(dg - cloud * wg), Math.abs(db - cloud * wb));
  };
  let squares = 0;
  for (let i = 0; i < sky.length; i++)
    if (sky[i]) squares += Math.min(MOST_SPREAD, beside(i % width, Math.floor(i / width), 3 * i)) ** 2;
  const spread = Math.max(LEAST_SPREAD, Math.min(MOST_SPREAD, Math.sqrt(squares / count)));
  return (x, y, i) => beside(x, y, i) / spread;
}
