import { type RasterStep, colourCount, peak } from "../../course";
import { HALF, baseReach, blockSide, brightnessOf, guidedBase, shrunkBrightness } from "./guided-base";
import { LIGHT_SHADER, SEEN, lightOf, numberOf } from "../light";
import { lightTable, wholeOf } from "../light-tables";
import type { FinishRecipe } from "./tone-step";

/** Differences smaller than this, as displayed, are smoothed out of the base. */
const EPS = 0.06 ** 2;
/** Wholly lifted or held back, what is at the very end changes by so many stops. */
const STOPS = 1.6;
/** A base this bright is neither bright nor dark. */
const MIDDLE = 0.5;
/** Places of the table of factors. */
const TABLE = 1024;
/** Taps across on the graphics card, which has no blocks. */
const CARD_TAPS = 3;

/** By how much light changes where the base is so bright, 0…1 as displayed: each end by its own, the middle not at all. */
export function localFactor(base: number, bright: number, dark: number): number {
  const above = Math.max(0, Math.min(1, (base - MIDDLE) / (1 - MIDDLE)));
  const below = Math.max(0, Math.min(1, (MIDDLE - base) / MIDDLE));
  const smooth = (t: number): number => t * t * (3 - 2 * t);
  return 2 ** (STOPS * (bright * smooth(above) + dark * smooth(below)));
}

/**
 * Bright parts held back or lifted, and dark ones, by a base that keeps edges: what is within a part keeps its own contrast, and beside an
 * edge nothing glows. Light is multiplied, all colours alike. @param made pixels of what is made to one of the plane.
 */
export function localLightStep({ finish }: FinishRecipe, made: number): RasterStep | null {
  if (!finish?.on) return null;
  const { bright, dark } = finish;
  if (bright === 0 && dark === 0) return null;
  const factors = Float32Array.from({ length: TABLE + 1 }, (_, i) => localFactor(i / TABLE, bright, dark));
  return {
    name: `local ${bright} ${dark}`,
    reach: baseReach(made),
    run: (source, target, { x, y, scale, rows = [0, source.height] }) => {
      const { data, width, channels } = source;
      const full = peak(data);
      const whole = full !== 1;
      const colours = colourCount(channels);
      const side = blockSide(scale);
      const shown = brightnessOf(source);
      const { shrunk, a, b } = guidedBase(shrunkBrightness(source, shown, { x, y, scale }), HALF, EPS);
      const { width: w, height: h, left, top } = shrunk;
      const light = whole ? lightTable(full) : null;
      const back = wholeOf(full);
      for (let j = rows[0]; j < rows[1]; j++) {
        const v = Math.max(0, Math.min(h - 1, (j + 0.5 - top) / side - 0.5));
        const v0 = Math.min(h - 1, Math.floor(v));
        const v1 = Math.min(h - 1, v0 + 1);
        const fv = v - v0;
        for (let i = 0; i < width; i++) {
          const u = Math.max(0, Math.min(w - 1, (i + 0.5 - left) / side - 0.5));
          const u0 = u | 0;
          const u1 = u0 + 1 < w ? u0 + 1 : u0;
          const fu = u - u0;
          const [n00, n10, n01, n11] = [v0 * w + u0, v0 * w + u1, v1 * w + u0, v1 * w + u1];
          const slope = (1 - fv) * (a[n00]! + (a[n10]! - a[n00]!) * fu) + fv * (a[n01]! + (a[n11]! - a[n01]!) * fu);
          const rest = (1 - fv) * (b[n00]! + (b[n10]! - b[n00]!) * fu) + fv * (b[n01]! + (b[n11]! - b[n01]!) * fu);
          const n = j * width + i;
          const base = slope * shown[n]! + rest;
          const by = factors[base <= 0 ? 0 : base >= 1 ? TABLE : (base * TABLE + 0.5) | 0]!;
          const p = n * channels;
          for (let c = 0; c < colours; c++) {
            const own = data[p + c]!;
            target[p + c] = light ? back(light[own]! * by) : numberOf(lightOf(own) * by);
          }
          if (channels > colours) target[p + colours] = data[p + colours]!;
        }
      }
    },
    shader: { source: SHADER, numbers: { bright, dark } },
  };
}

/** A base by a few taps far apart, weighed by how like they are: near what the delivery does. */
const SHADER = `
float shownAt(ivec2 p) { return dot(texel(p).rgb, vec3(${SEEN.join(", ")})); }
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  vec4 own = texel(at);
  float here = dot(own.rgb, vec3(${SEEN.join(", ")}));
  float apart = max(1.0, ${(HALF * blockSide(1)).toFixed(1)} * scale / ${CARD_TAPS.toFixed(1)});
  float sum = 0.0, weights = 0.0;
  for (int j = -${CARD_TAPS}; j <= ${CARD_TAPS}; j++)
    for (int i = -${CARD_TAPS}; i <= ${CARD_TAPS}; i++) {
      float v = shownAt(at + ivec2(round(vec2(i, j) * apart)));
      float w = ${EPS.toFixed(6)} / (${EPS.toFixed(6)} + (v - here) * (v - here));
      sum += w * v;
      weights += w;
    }
  float base = sum / weights;
  float above = smoothstep(${MIDDLE.toFixed(2)}, 1.0, base);
  float below = 1.0 - smoothstep(0.0, ${MIDDLE.toFixed(2)}, base);
  vec3 rgb = lightOf(own.rgb) * exp2(${STOPS.toFixed(2)} * (bright * above + dark * below));
  return vec4(numberOf(clamp(rgb, 0.0, 1.0)), own.a);
}`;
