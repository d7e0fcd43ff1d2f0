import { type Fringe, greenRadius, lightKept, makeLens } from "@/core/lens";
import type { RecordedLens } from "../lens/quarl";
import type { LinearPicture } from "./radiance";

/** How the simulated camera takes a picture. */
export interface Exposure {
  /** Factor on the light of the render. */
  readonly gain: number;
  /** Noise variance per unit of light, and without light; none: 0, 0. */
  readonly noise: readonly [number, number];
  readonly seed: number;
}

const GRID = 8;

/**
 * The picture a lens and a sensor make of an undistorted, wider render of the same focal length in pixels:
 * distortion, lateral fringes, vignetting, noise. Linear light in and out; `size` in pixels.
 */
export function record(
  wide: LinearPicture,
  size: readonly [number, number],
  lens: RecordedLens,
  exposure: Exposure,
): LinearPicture {
  const [width, height] = size;
  const out = new Float32Array(width * height * 3);
  const channels: readonly Fringe[] = [lens.fringes.red, [0, 0], lens.fringes.blue];
  channels.forEach((fringe, c) => recordChannel(wide, size, lens, fringe, c, out));
  darken(out, size, lens, exposure);
  return { width, height, data: out };
}

/** Recorded pixel → pixel of the render, for one channel. */
function sourceOf(size: readonly [number, number], lens: RecordedLens, fringe: Fringe, wide: LinearPicture) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const centre: [number, number] = [size[0] / 2 + lens.offCentre[0] * unit, size[1] / 2 + lens.offCentre[1] * unit];
  const core = makeLens(size, { k: lens.k, p: lens.p, centre, amount: 1 });
  const [ox, oy] = [(wide.width - size[0]) / 2, (wide.height - size[1]) / 2];
  return (x: number, y: number): readonly [number, number] => {
    const [dx, dy] = [x - centre[0], y - centre[1]];
    const r = Math.hypot(dx, dy) / unit;
    const scale = r > 0 ? greenRadius(fringe, r) / r : 1;
    const [ix, iy] = core.undistort([centre[0] + dx * scale, centre[1] + dy * scale]);
    return [ix + ox, iy + oy];
  };
}

function recordChannel(
  wide: LinearPicture,
  size: readonly [number, number],
  lens: RecordedLens,
  fringe: Fringe,
  c: number,
  out: Float32Array,
): void {
  const [width, height] = size;
  const source = sourceOf(size, lens, fringe, wide);
  // The map on a coarse grid, linear between its knots: off by a thousandth of a pixel at most.
  const columns = Math.ceil(width / GRID) + 1;
  const row = (y: number): Float64Array =>
    Float64Array.from({ length: columns * 2 }, (_, i) => source((i >> 1) * GRID, y)[i & 1]!);
  let [above, below] = [row(0), row(GRID)];
  for (let y = 0; y < height; y++) {
    const band = Math.floor(y / GRID);
    if (y > 0 && y % GRID === 0) [above, below] = [below, row((band + 1) * GRID)];
    const v = (y + 0.5 - band * GRID) / GRID;
    for (let x = 0; x < width; x++) {
      const i = Math.floor(x / GRID);
      const u = (x + 0.5 - i * GRID) / GRID;
      const at = (k: number): number =>
        (1 - v) * ((1 - u) * above[2 * i + k]! + u * above[2 * i + 2 + k]!) +
        v * ((1 - u) * below[2 * i + k]! + u * below[2 * i + 2 + k]!);
      out[(y * width + x) * 3 + c] = cubicAt(wide, at(0) - 0.5, at(1) - 0.5, c);
    }
  }
}

/** Catmull–Rom at (x, y), pixel centres at whole numbers; clamped at the borders, never below zero. */
export function cubicAt({ width, height, data }: LinearPicture, x: number, y: number, c: number): number {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - x0, y - y0];
  const wu0 = u * (-0.5 + u * (1 - 0.5 * u));
  const wu1 = 1 + u * u * (-2.5 + 1.5 * u);
  const wu2 = u * (0.5 + u * (2 - 1.5 * u));
  const wu3 = u * u * (-0.5 + 0.5 * u);
  const weights = [
    v * (-0.5 + v * (1 - 0.5 * v)),
    1 + v * v * (-2.5 + 1.5 * v),
    v * (0.5 + v * (2 - 1.5 * v)),
    v * v * (-0.5 + 0.5 * v),
  ];
  const column = (k: number): number => 3 * Math.min(width - 1, Math.max(0, x0 + k - 1)) + c;
  const [c0, c1, c2, c3] = [column(0), column(1), column(2), column(3)];
  let sum = 0;
  for (let k = 0; k < 4; k++) {
    const from = Math.min(height - 1, Math.max(0, y0 + k - 1)) * width * 3;
    sum +=
      weights[k]! * (wu0 * data[from + c0]! + wu1 * data[from + c1]! + wu2 * data[from + c2]! + wu3 * data[from + c3]!);
  }
  return sum < 0 ? 0 : sum;
}

/** Exposure, vignetting and noise, in place. */
function darken(
  data: Float32Array,
  [width, height]: readonly [number, number],
  lens: RecordedLens,
  { gain, noise, seed }: Exposure,
): void {
  const unit = Math.hypot(width, height) / 2;
  const [cx, cy] = [width / 2 + lens.offCentre[0] * unit, height / 2 + lens.offCentre[1] * unit];
  let state = seed >>> 0;
  const random = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
  const noisy = noise[0] > 0 || noise[1] > 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const kept = gain * lightKept(lens.vignetting, Math.hypot(x + 0.5 - cx, y + 0.5 - cy) / unit);
      for (let c = 0; c < 3; c++, i++) {
        const light = data[i]! * kept;
        // Three uniform numbers add up to something near enough to a bell of variance 1/4.
        data[i] = noisy
          ? light + 2 * Math.sqrt(noise[0] * light + noise[1]) * (random() + random() + random() - 1.5)
          : light;
      }
    }
}
