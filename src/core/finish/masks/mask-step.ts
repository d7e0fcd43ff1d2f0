import { type Raster, type RasterStep, type Samples, type ShaderField, colourCount, peak } from "../../course";
import type { Rect, Vec2 } from "../../geometry";
import {
  HALF,
  type Shrunk,
  baseReach,
  blockSide,
  blocksOf,
  brightnessOf,
  guidedBy,
  shrunkBrightness,
} from "../tone/guided-base";
import { LIGHT_SHADER, SEEN, lightOf, numberOf } from "../light";
import { lightTable, wholeOf } from "../light-tables";
import { type Lattice, type PlacedMask, effectField, placedMasks } from "./mask-field";
import { masksOn } from "./masks";
import type { FinishRecipe } from "../tone/tone-step";

/** Differences whose square is less, as displayed, are no edges that a mask would cling to. */
const EPS = 0.04 ** 2;
/** Stops that nobody sees. */
const NOTHING = 1e-5;
/** Places of the field for the graphics card, along its longer side. */
const CARD_PLACES = 160;
/** The field for the card goes so far beyond the frame, as a share of its sides. */
const BEYOND = 0.25;
/** Taps to a side on the card where a mask clings. */
const CARD_TAPS = 3;

/** Masks of a recipe that lie on the plane and do something there. @param forward recorded → plane. */
export const masksPlaced = ({ finish }: FinishRecipe, forward: (p: Vec2) => Vec2 | null): PlacedMask[] =>
  finish?.on ? placedMasks(masksOn(finish.masks), forward) : [];

const asLines = (field: Float32Array): { a: Float32Array | null; b: Float32Array } => ({ a: null, b: field });

/** Stops of light and warmth at every block, each as a line in how bright a pixel is. */
interface Stops {
  readonly shrunk: Shrunk;
  readonly exposure: readonly { a: Float32Array | null; b: Float32Array }[];
  readonly warmth: readonly { a: Float32Array | null; b: Float32Array }[];
}

function stopsOf(all: readonly PlacedMask[], shrunk: Shrunk, { x, y, scale }: Place): Stops {
  const { by, left, top, width, height } = shrunk;
  const lattice = {
    x: x + (left + by / 2) / scale,
    y: y + (top + by / 2) / scale,
    apart: by / scale,
    width,
    height,
  };
  const [clinging, plain] = [all.filter((m) => m.mask.clings), all.filter((m) => !m.mask.clings)];
  const of = (effect: "exposure" | "warmth"): Stops["exposure"] => {
    const own = effectField(plain, effect, lattice);
    const laid = effectField(clinging, effect, lattice);
    return [...(own ? [asLines(own)] : []), ...(laid ? [guidedBy(shrunk, laid, HALF, EPS)] : [])];
  };
  return { shrunk, exposure: of("exposure"), warmth: of("warmth") };
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/**
 * Makes parts of the picture lighter and warmer: light is multiplied by the stops of the masks that lie there, warmth as white balance
 * does it. Where masks cling, their edges are the picture's (see guidedBy). @param made pixels of what is made to one of the plane.
 *
 * @param frame pixels of the plane, for the field of the graphics card.
 */
export function maskStep(
  recipe: FinishRecipe,
  { forward, made, frame }: { forward: (p: Vec2) => Vec2 | null; made: number; frame: Rect },
): RasterStep | null {
  const all = masksPlaced(recipe, forward).filter(({ mask }) => (mask.exposure ?? 0) !== 0 || (mask.warmth ?? 0) !== 0);
  if (all.length === 0) return null;
  const clings = all.some(({ mask }) => mask.clings);
  const name = `masks ${JSON.stringify(all.map(({ mask, ends, dabs }) => [mask, ends, dabs?.map((d) => placing(d.way))]))}`;
  return {
    name,
    // Between the blocks it looks at those beside a pixel.
    reach: clings ? baseReach(made) : (2 * blockSide(made)) / made,
    run: (source, target, place) => {
      // Without a mask that clings nothing of the picture is looked at, only where its blocks lie.
      const shown = clings ? brightnessOf(source) : NONE;
      const blocks = clings ? shrunkBrightness(source, shown, place) : blocksOf(source, place);
      const stops = stopsOf(all, blocks, place);
      lit(source, target, shown, stops, place.rows ?? [0, source.height]);
    },
    shader: { source: SHADER, numbers: {}, field: cardField(name, all, frame) },
  };
}

const NONE = new Float32Array();

/** One number for where a way lies: another for another place. */
const placing = (way: Float64Array): number => way.reduce((sum, v, i) => sum + v * Math.sqrt(i + 1), 0);

/** One pixel's light by its stops. */
function lit(
  { data, width, channels }: Raster,
  target: Samples,
  shown: Float32Array,
  { shrunk, exposure, warmth }: Stops,
  [first, last]: readonly [number, number],
): void {
  const full = peak(data);
  const light = full === 1 ? null : lightTable(full);
  const back = wholeOf(full);
  const colours = colourCount(channels);
  const { width: w, height: h, left, top, by } = shrunk;
  const corners = new Int32Array(4);
  const still = (n: number): boolean =>
    [...exposure, ...warmth].every(({ a, b }) => Math.abs(b[n]!) + Math.abs(a?.[n] ?? 0) < NOTHING);
  const touched = Uint8Array.from({ length: w * h }, (_, n) => (still(n) ? 0 : 1));
  target.set(data.subarray(first * width * channels, last * width * channels) as never, first * width * channels);
  for (let j = first; j < last; j++) {
    const v = Math.max(0, Math.min(h - 1, (j + 0.5 - top) / by - 0.5));
    const v0 = Math.min(h - 1, Math.floor(v));
    const v1 = Math.min(h - 1, v0 + 1);
    const fv = v - v0;
    for (let i = 0; i < width; i++) {
      const u = Math.max(0, Math.min(w - 1, (i + 0.5 - left) / by - 0.5));
      const u0 = u | 0;
      const u1 = u0 + 1 < w ? u0 + 1 : u0;
      const fu = u - u0;
      corners[0] = v0 * w + u0;
      corners[1] = v0 * w + u1;
      corners[2] = v1 * w + u0;
      corners[3] = v1 * w + u1;
      if (!(touched[corners[0]]! | touched[corners[1]]! | touched[corners[2]]! | touched[corners[3]]!)) continue;
      const own = shown === NONE ? 0 : shown[j * width + i]!;
      const stops = summed(exposure, corners, fu, fv, own);
      const warmer = summed(warmth, corners, fu, fv, own);
      if (stops === 0 && warmer === 0) continue;
      const times = 2 ** stops;
      const red = warmer === 0 ? 1 : 2 ** (warmer / 2);
      const grey = warmer === 0 ? 1 : SEEN[0] * red + SEEN[1] + SEEN[2] / red;
      const p = (j * width + i) * channels;
      for (let c = 0; c < colours; c++) {
        // A grey picture has no warmth.
        const gain = colours === 1 ? times : (times * (c === 0 ? red : c === 1 ? 1 : 1 / red)) / grey;
        const number = data[p + c]!;
        target[p + c] = light ? back(light[number]! * gain) : numberOf(lightOf(number) * gain);
      }
    }
  }
}

/** Several fields together, between four blocks. */
function summed(fields: Stops["exposure"], at: Int32Array, fu: number, fv: number, own: number): number {
  let sum = 0;
  for (let k = 0; k < fields.length; k++) {
    const { a, b } = fields[k]!;
    sum += between(b, at, fu, fv);
    if (a) sum += own * between(a, at, fu, fv);
  }
  return sum;
}

function between(field: Float32Array, at: Int32Array, fu: number, fv: number): number {
  const [n00, n10, n01, n11] = [field[at[0]!]!, field[at[1]!]!, field[at[2]!]!, field[at[3]!]!];
  return (1 - fv) * (n00 + (n10 - n00) * fu) + fv * (n01 + (n11 - n01) * fu);
}

/** For the card: stops of light and warmth of masks that do not cling, then of those that do. */
function cardField(name: string, all: readonly PlacedMask[], [x, y, w, h]: Rect): ShaderField {
  const rect: Rect = [x - BEYOND * w, y - BEYOND * h, w * (1 + 2 * BEYOND), h * (1 + 2 * BEYOND)];
  const apart = Math.max(rect[2], rect[3]) / CARD_PLACES;
  const [width, height] = [Math.max(1, Math.round(rect[2] / apart)), Math.max(1, Math.round(rect[3] / apart))];
  const lattice: Lattice = { x: rect[0] + apart / 2, y: rect[1] + apart / 2, apart, width, height };
  const data = new Float32Array(4 * width * height);
  [false, true].forEach((clings, k) =>
    (["exposure", "warmth"] as const).forEach((effect, c) => {
      const field = effectField(
        all.filter((m) => (m.mask.clings ?? false) === clings),
        effect,
        lattice,
      );
      field?.forEach((v, n) => (data[4 * n + 2 * k + c] = v));
    }),
  );
  return { name, rect: [rect[0], rect[1], width * apart, height * apart], width, height, data };
}

/** Where masks cling, the fields are weighed by how like the places around are: near what the delivery does. */
const SHADER = `
float shownAt(ivec2 p) { return dot(texel(p).rgb, vec3(${SEEN.join(", ")})); }
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  vec4 own = texel(at);
  vec4 here = field(at);
  vec2 stops = here.xy;
  float apart = max(1.0, ${(HALF * blockSide(1)).toFixed(1)} * scale / ${CARD_TAPS.toFixed(1)});
  vec2 most = abs(here.zw);
  for (int k = 0; k < 4; k++) {
    ivec2 far = ivec2(k < 2 ? 1 : -1, k % 2 == 0 ? 1 : -1) * int(apart * ${CARD_TAPS.toFixed(1)});
    most = max(most, abs(field(at + far).zw));
  }
  if (most.x + most.y > 0.0) {
    float shown = shownAt(at);
    vec2 sum = vec2(0.0);
    float weights = 0.0;
    for (int j = -${CARD_TAPS}; j <= ${CARD_TAPS}; j++)
      for (int i = -${CARD_TAPS}; i <= ${CARD_TAPS}; i++) {
        ivec2 there = at + ivec2(round(vec2(i, j) * apart));
        float v = shownAt(there);
        float w = ${EPS.toFixed(6)} / (${EPS.toFixed(6)} + (v - shown) * (v - shown));
        sum += w * field(there).zw;
        weights += w;
      }
    stops += sum / weights;
  }
  float red = exp2(stops.y / 2.0);
  vec3 gains = vec3(red, 1.0, 1.0 / red);
  gains *= exp2(stops.x) / dot(gains, vec3(${SEEN.join(", ")}));
  return vec4(numberOf(clamp(lightOf(own.rgb) * gains, 0.0, 1.0)), own.a);
}`;
