/** A made-up chart of slanted edges, recorded, corrected and measured, for tests and benchmarks; nothing of the product imports this. */
import { NO_FINISH, asShot } from "../../finish";
import { sharpnessOf } from "../../finish/slanted-edge.testing";
import type { Size, Vec2 } from "../../geometry";
import { type Recipe, emptyRecipe } from "../../recipe";
import { normalFrom, randomFrom } from "../../testing";
import { compile } from "./compile";
import { type Raster, resampleBand } from "../pixels/resample";
import { withCamera } from "../solved/settled";
import { scaleOf, worked } from "../pixels/work-band";

const SIZE: Size = [1500, 1000];
/** Squares of the chart are so far apart, and so far turned, pixels. */
const PERIOD = 100;
const LEAN = 0.08;
/** Part of a picture that one edge is measured in. */
const PATCH: Size = [56, 36];

export interface MeasuredEdge {
  /** How many times larger it is drawn across. */
  readonly stretch: number;
  /** Frequency at half contrast over that as shot: without Finish, and with. */
  readonly without: number;
  readonly with: number;
  readonly overshoot: number;
}

export interface EvenChart {
  readonly edges: readonly MeasuredEdge[];
  /** How many times larger noise is than without Finish, on the plain part of a square that is stretched twice. */
  readonly noise: number;
}

/** Turned squares as a lens of some blur shows them, 16 bits of grey with noise. */
function chart(blur: number, noise: number, seed: number): Raster {
  const random = normalFrom(randomFrom(seed));
  const [width, height] = SIZE;
  // The logistic curve that is nearest to a Gaussian's integral (Bowling and others (2009)).
  const rise = (d: number): number => 1 / (1 + Math.exp((-1.702 * d) / blur));
  const wave = (t: number): number => {
    const at = ((t % PERIOD) + PERIOD) % PERIOD;
    return rise(at - PERIOD / 4) - rise(at - (3 * PERIOD) / 4);
  };
  const data = new Uint16Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = 0.25 + 0.45 * wave(x + LEAN * y) * wave(y - LEAN * x) + noise * random();
      data[y * width + x] = Math.max(0, Math.min(65535, Math.round(65535 * v)));
    }
  return { data, width, height, channels: 1 };
}

function cropped({ data, width }: Raster, [cx, cy]: Vec2, [w, h]: Size = PATCH): Raster {
  const [left, top] = [Math.round(cx) - w / 2, Math.round(cy) - h / 2];
  const part = new Uint16Array(w * h);
  for (let j = 0; j < h; j++) for (let i = 0; i < w; i++) part[j * w + i] = data[(top + j) * width + left + i]!;
  return { data: part, width: w, height: h, channels: 1 };
}

function deviation({ data }: Raster): number {
  const mean = (data as Uint16Array).reduce((s, v) => s + v, 0) / data.length;
  return Math.sqrt((data as Uint16Array).reduce((s, v) => s + (v - mean) ** 2, 0) / data.length);
}

/** Plane → recorded pixels: see CompiledMap.toRecorded. */
type ToRecorded = (x: number, y: number, out: Float64Array) => void;

/** Recorded pixels to a pixel of what is made, along its columns and its rows; false where nothing was recorded. */
function recordedPerPixel(
  toRecorded: ToRecorded,
  x: number,
  y: number,
  half: number,
  out: { x: number; y: number },
): boolean {
  const at = scratch;
  const long = (dx: number, dy: number): number => {
    toRecorded(x - dx, y - dy, at);
    if (!(at[2]! > 0)) return NaN;
    const [px, py] = [at[0]!, at[1]!];
    toRecorded(x + dx, y + dy, at);
    return at[2]! > 0 ? Math.hypot(at[0]! - px, at[1]! - py) : NaN;
  };
  out.x = long(half, 0);
  out.y = long(0, half);
  return Number.isFinite(out.x + out.y) && out.x > 0 && out.y > 0;
}
const scratch = new Float64Array(3);

/** Edges all over a chart shot tipped by 20° and turned by 25°, with even sharpness by what the picture says of itself. */
export function evenChart(blur: number, noise: number, seed = 1): EvenChart {
  const source = chart(blur, noise, seed);
  const [width, height] = SIZE;
  const seen = asShot({ data: Float32Array.from(source.data, (v) => v / 257), width, height });
  const recipe: Recipe = emptyRecipe();
  recipe.camera = { focalPx: 1100, focalFrom: "stated", principal: null };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 20, yaw: 25 });
  Object.assign(recipe.frame, { rule: "free", rect: [-600, -900, 3600, 3000] });
  recipe.finish = { ...NO_FINISH, even: 1, ...seen };
  const map = compile(withCamera(recipe, SIZE), SIZE);
  const [x0, y0] = map.frame;
  const [w, h] = map.output;
  const data = new Uint16Array(w * h);
  resampleBand(source, { map, kernel: "lanczos3", alpha: false, y: 0, rows: h }, data);
  const plain: Raster = { data, width: w, height: h, channels: 1 };
  const done = worked(plain, map.raster, [], { x: x0, y: y0, scale: scaleOf(map) });
  const edges: MeasuredEdge[] = [];
  const grown: number[] = [];
  const per = { x: 0, y: 0 };
  const placeOf = (u: number, v: number): Vec2 => [(u - LEAN * v) / (1 + LEAN ** 2), (v + LEAN * u) / (1 + LEAN ** 2)];
  const onPlane = (p: Vec2): Vec2 | null => {
    const at = p[0] > 60 && p[1] > 60 && p[0] < width - 60 && p[1] < height - 60 ? map.fromRecorded(p) : null;
    const place: Vec2 | null = at && [at[0] - x0, at[1] - y0];
    return place && place[0] > 60 && place[1] > 60 && place[0] < w - 60 && place[1] < h - 60 ? place : null;
  };
  for (let k = 0; k < width / PERIOD; k++)
    for (let j = -1; j < height / PERIOD; j++) {
      const shot = placeOf(PERIOD * (k + 0.25), PERIOD * (j + 0.5));
      const at = onPlane(shot);
      if (!at || !recordedPerPixel(map.toRecorded, at[0] + x0, at[1] + y0, 0.5, per)) continue;
      const stretch = 1 / per.x;
      const own = sharpnessOf(cropped(source, shot)).half;
      const [before, after] = [sharpnessOf(cropped(plain, at)), sharpnessOf(cropped(done, at))];
      edges.push({ stretch, without: before.half / own, with: after.half / own, overshoot: after.overshoot });
      const middle = onPlane(placeOf(PERIOD * (k + 0.5), PERIOD * (j + 0.5)));
      if (middle && stretch > 1.5 && stretch < 2.5)
        grown.push(deviation(cropped(done, middle, [16, 16])) / deviation(cropped(plain, middle, [16, 16])));
    }
  return { edges, noise: grown.reduce((s, v) => s + v, 0) / Math.max(1, grown.length) };
}

export const middleOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;
