import { type Raster, type RasterStep, type Samples, colourCount, peak } from "../../course";
import { LIGHT_SHADER, SEEN, lightOf, numberOf } from "../light";
import { FINE, byteOfLight, lightTable, wholeOf } from "../light-tables";
import { type FinishSettings, tones } from "../recipe-part";
import { type Tone, toneOf, toned } from "./tone";
import { tonedByKernel } from "./tone-by-kernel";

/** As much of a recipe as Finish takes. */
export interface FinishRecipe {
  readonly finish?: FinishSettings | undefined;
}

/** Places of the curve's table, evenly over the root of light: in the shadows it is steep. */
const TABLE = 4096;
/** Places of the curve on the graphics card. */
const CARD = 48;

const rooted = new WeakMap<object, Float64Array>();
/** What a curve makes of light, as a factor, over the root of light; made once for a curve. */
function factorTable(curve: (light: number) => number): Float64Array {
  const known = rooted.get(curve);
  if (known) return known;
  const made = Float64Array.from({ length: TABLE + 2 }, (_, i) => {
    // Nothing has no factor: the one just above it stands for it.
    const light = (Math.max(0.5, i) / TABLE) ** 2;
    return curve(light) / light;
  });
  rooted.set(curve, made);
  return made;
}

/**
 * Tone on pixels: numbers are taken to light, worked on there and taken back, in whole numbers or floats. Greys stay grey of one
 * channel. The same at every place: it looks at nothing around itself.
 */
export function toneStep({ finish }: FinishRecipe): RasterStep | null {
  if (!finish?.on || !tones(finish)) return null;
  const tone = toneOf(finish);
  return {
    name: `tone ${JSON.stringify([tone.gains, finish.black, finish.white, finish.contrast, finish.mid, finish.curve, tone.saturation])}`,
    reach: 0,
    run: (all, target, { rows = [0, all.height], kernel }) => {
      const row = all.width * all.channels;
      const source = { ...all, data: all.data.subarray(rows[0] * row, rows[1] * row) };
      const into = target.subarray(rows[0] * row, rows[1] * row);
      if (source.data instanceof Float32Array) runFloats(source, into, tone);
      else if (source.data instanceof Uint16Array || source.channels < 3) runWhole(source, into, tone);
      else if (!kernel || !tonedByKernel(kernel, source, into, tone, 2 ** finish.exposure))
        runBytes(source, into, tone);
    },
    shader: { source: SHADER, numbers: cardNumbers(tone) },
  };
}

function runFloats({ data, channels }: Raster, target: Samples, tone: Tone): void {
  const colours = colourCount(channels);
  const rgb = new Float64Array(3);
  for (let i = 0; i < data.length; i += channels) {
    for (let c = 0; c < 3; c++) rgb[c] = lightOf(data[i + Math.min(c, colours - 1)]!);
    toned(rgb, tone, false);
    if (colours === 1) rgb[0] = SEEN[0] * rgb[0]! + SEEN[1] * rgb[1]! + SEEN[2] * rgb[2]!;
    for (let c = 0; c < colours; c++) target[i + c] = numberOf(rgb[c]!);
    if (channels > colours) target[i + colours] = data[i + colours]!;
  }
}

/** As `toned` does, by tables: this runs for every pixel of a delivery. */
function runWhole({ data, channels }: Raster, target: Samples, tone: Tone): void {
  const colours = colourCount(channels);
  const full = peak(data);
  const light = lightTable(full);
  const [gr, gg, gb] = tone.gains;
  const factors = tone.curve && factorTable(tone.curve);
  const { curve, saturation } = tone;
  const [wr, wg, wb] = SEEN;
  const back = wholeOf(full);
  for (let i = 0; i < data.length; i += channels) {
    let r = light[data[i]!]! * gr;
    let g = (colours === 1 ? light[data[i]!]! : light[data[i + 1]!]!) * gg;
    let b = (colours === 1 ? light[data[i]!]! : light[data[i + 2]!]!) * gb;
    let seen = wr * r + wg * g + wb * b;
    if (factors && seen > 0) {
      let by: number;
      if (seen < 1) {
        const at = Math.sqrt(seen) * TABLE;
        const n = at | 0;
        by = factors[n]! + (factors[n + 1]! - factors[n]!) * (at - n);
      } else by = curve!(seen) / seen;
      r *= by;
      g *= by;
      b *= by;
      seen *= by;
    }
    let most = r > g ? (r > b ? r : b) : g > b ? g : b;
    if (saturation !== 0) {
      const least = r < g ? (r < b ? r : b) : g < b ? g : b;
      const by = saturation < 0 ? 1 + saturation : 1 + saturation * (most > 0 ? least / most : 1);
      r = seen + (r - seen) * by;
      g = seen + (g - seen) * by;
      b = seen + (b - seen) * by;
      most = r > g ? (r > b ? r : b) : g > b ? g : b;
    }
    if (most > 1) {
      const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
      const held = seen < 1 ? seen : 1;
      r = held + (r - seen) * by;
      g = held + (g - seen) * by;
      b = held + (b - seen) * by;
    }
    if (colours === 1) target[i] = back(wr * r + wg * g + wb * b);
    else {
      target[i] = back(r);
      target[i + 1] = back(g);
      target[i + 2] = back(b);
    }
    if (channels > colours) target[i + colours] = data[i + colours]!;
  }
}

const fine = new WeakMap<object, Float32Array>();
/** What a curve makes of light, as a factor; made once for a curve. */
function fineFactors(curve: (light: number) => number): Float32Array {
  const known = fine.get(curve);
  if (known) return known;
  const made = Float32Array.from({ length: FINE + 1 }, (_, i) => {
    const light = Math.max(0.25, i) / FINE;
    return curve(light) / light;
  });
  fine.set(curve, made);
  return made;
}

/** As runWhole, for colours in bytes: without a root or a step between places. */
function runBytes({ data, channels }: Raster, target: Samples, tone: Tone): void {
  const light = lightTable(255);
  const byte = byteOfLight();
  const [gr, gg, gb] = tone.gains;
  const { curve, saturation } = tone;
  const factors = curve && fineFactors(curve);
  const [wr, wg, wb] = SEEN;
  const weaker = Math.min(0, saturation);
  const stronger = Math.max(0, saturation);
  const end = data.length;
  for (let i = 0; i < end; i += channels) {
    let r = light[data[i]!]! * gr;
    let g = light[data[i + 1]!]! * gg;
    let b = light[data[i + 2]!]! * gb;
    let seen = wr * r + wg * g + wb * b;
    if (factors) {
      const by = seen < 1 ? factors[(seen * FINE) | 0]! : curve!(seen) / seen;
      r *= by;
      g *= by;
      b *= by;
      seen *= by;
    }
    let most = r > g ? r : g;
    if (b > most) most = b;
    if (saturation !== 0) {
      let least = r < g ? r : g;
      if (b < least) least = b;
      const by = 1 + weaker + (most > 0 ? (stronger * least) / most : 0);
      r = seen + (r - seen) * by;
      g = seen + (g - seen) * by;
      b = seen + (b - seen) * by;
      most = seen + (most - seen) * by;
    }
    if (most > 1) {
      const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
      const held = seen < 1 ? seen : 1;
      r = held + (r - seen) * by;
      g = held + (g - seen) * by;
      b = held + (b - seen) * by;
    }
    target[i] = byte[r > 0 ? (r * FINE + 0.5) | 0 : 0]!;
    target[i + 1] = byte[g > 0 ? (g * FINE + 0.5) | 0 : 0]!;
    target[i + 2] = byte[b > 0 ? (b * FINE + 0.5) | 0 : 0]!;
    if (channels === 4) target[i + 3] = data[i + 3]!;
  }
}

const cardName = (i: number): string => `f${i}`;

function cardNumbers({ gains, curve, saturation }: Tone): Record<string, number> {
  const numbers: Record<string, number> = { gainR: gains[0], gainG: gains[1], gainB: gains[2], saturation };
  for (let i = 0; i <= CARD; i++) {
    const light = (Math.max(0.25, i) / CARD) ** 2;
    numbers[cardName(i)] = curve ? curve(light) / light : 1;
  }
  return numbers;
}

const SHADER = `
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  float f[${CARD + 1}] = float[](${Array.from({ length: CARD + 1 }, (_, i) => cardName(i)).join(", ")});
  vec4 own = texel(at);
  vec3 rgb = lightOf(own.rgb) * vec3(gainR, gainG, gainB);
  const vec3 weights = vec3(${SEEN.join(", ")});
  float seen = dot(rgb, weights);
  float place = clamp(sqrt(seen), 0.0, 1.0) * ${CARD.toFixed(1)};
  int n = min(int(place), ${CARD - 1});
  float by = mix(f[n], f[n + 1], place - float(n));
  rgb *= by;
  seen *= by;
  float most = max(rgb.r, max(rgb.g, rgb.b));
  float least = min(rgb.r, min(rgb.g, rgb.b));
  float stronger = saturation < 0.0 ? 1.0 + saturation : 1.0 + saturation * (most > 0.0 ? least / most : 1.0);
  rgb = vec3(seen) + (rgb - seen) * stronger;
  most = max(rgb.r, max(rgb.g, rgb.b));
  if (most > 1.0) rgb = vec3(min(seen, 1.0)) + (rgb - seen) * (seen >= 1.0 ? 0.0 : (1.0 - seen) / (most - seen));
  return vec4(numberOf(clamp(rgb, 0.0, 1.0)), own.a);
}`;
