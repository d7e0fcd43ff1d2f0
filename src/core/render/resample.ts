import type { CompiledMap } from "./compile";
import { KERNELS, type KernelName, TABLE_STEPS, kernelTable } from "./kernels";

export type Samples = Uint8Array | Uint8ClampedArray | Uint16Array | Float32Array;

/** Pixels in row order, channels side by side; with alpha it is the last channel, not premultiplied. */
export interface Raster<S extends Samples = Samples> {
  readonly data: S;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 2 | 3 | 4;
}

/** Lattice of exact map values between which the map is interpolated, output pixels. */
const CELL = 8;
/** Where interpolation would be off by more than this, each pixel is mapped on its own, source pixels. */
const CELL_TOLERANCE = 0.01;
/** Steepness of the blend at the photo's border; a little over 1 so that a clean frame stays opaque. */
const EDGE_STEEPNESS = 1.1;
/** More source pixels than this per output pixel and axis are not averaged; nobody shrinks that far here. */
const MAX_SHRINK = 64;

export interface BandRequest {
  readonly map: CompiledMap;
  readonly kernel: KernelName;
  /** First row and number of rows of the output to make. */
  readonly y: number;
  readonly rows: number;
  /** Whether the result gets an alpha channel that tells the gaps. */
  readonly alpha: boolean;
}

const peak = (s: Samples): number => (s instanceof Uint16Array ? 65535 : s instanceof Float32Array ? 1 : 255);

/** Channels of the result for a source with these channels. */
export const resultChannels = (source: number, alpha: boolean): 1 | 2 | 3 | 4 =>
  ((source <= 2 ? 1 : 3) + (alpha ? 1 : 0)) as 1 | 2 | 3 | 4;

/**
 * Makes a band of the output by the inverse map: separable kernel in the source, widened where the map
 * shrinks the picture; taps beyond the border repeat it; the border is blended over half an output pixel.
 *
 * @param target rows · output width · resultChannels samples of the source's type.
 * @throws RangeError when the target has not that length.
 */
export function resampleBand(source: Raster, request: BandRequest, target: Samples): void {
  const { map, y: firstRow, rows } = request;
  const width = map.output[0];
  const channels = resultChannels(source.channels, request.alpha);
  if (target.length !== rows * width * channels) throw new RangeError("The band's target has the wrong length.");
  const put = pixelWriter(source, request, target, channels);
  const [fx, fy, fw, fh] = map.frame;
  const [stepX, stepY] = [fw / width, fh / map.output[1]];
  const out = new Float64Array(3);
  // Cell corners in the order top left, top right, bottom left, bottom right, then the middle: x, y, margin.
  const corner = new Float64Array(15);
  const at = (i: number, px: number, py: number): void => {
    map.toRecorded(fx + px * stepX, fy + py * stepY, out);
    corner.set(out, 3 * i);
  };
  for (let y0 = 0; y0 < rows; y0 += CELL)
    for (let x0 = 0; x0 < width; x0 += CELL) {
      const [w, h] = [Math.min(CELL, width - x0), Math.min(CELL, rows - y0)];
      const [left, top] = [x0 + 0.5, firstRow + y0 + 0.5];
      at(0, left, top);
      at(1, left + w, top);
      at(2, left, top + h);
      at(3, left + w, top + h);
      at(4, left + w / 2, top + h / 2);
      const [c0, c1, c2, c3, c4, c5] = [corner[0]!, corner[1]!, corner[3]!, corner[4]!, corner[6]!, corner[7]!];
      const [c6, c7] = [corner[9]!, corner[10]!];
      const missX = Math.abs((c0 + c2 + c4 + c6) / 4 - corner[12]!);
      const missY = Math.abs((c1 + c3 + c5 + c7) / 4 - corner[13]!);
      const inside = Math.min(corner[2]!, corner[5]!, corner[8]!, corner[11]!, corner[14]!) > 0;
      const exact = !inside || Math.max(missX, missY) > CELL_TOLERANCE;
      const shrinkX = Math.hypot((c2 - c0) / w, (c4 - c0) / h);
      const shrinkY = Math.hypot((c3 - c1) / w, (c5 - c1) / h);
      for (let j = 0; j < h; j++)
        for (let i = 0; i < w; i++) {
          if (exact) {
            map.toRecorded(fx + (left + i) * stepX, fy + (top + j) * stepY, out);
            put((y0 + j) * width + x0 + i, out[0]!, out[1]!, out[2]!, shrinkX, shrinkY);
          } else {
            const u = i / w;
            const v = j / h;
            const topX = c0 + (c2 - c0) * u;
            const topY = c1 + (c3 - c1) * u;
            put(
              (y0 + j) * width + x0 + i,
              topX + (c4 + (c6 - c4) * u - topX) * v,
              topY + (c5 + (c7 - c5) * u - topY) * v,
              1,
              shrinkX,
              shrinkY,
            );
          }
        }
    }
}

type PutPixel = (index: number, sx: number, sy: number, margin: number, shrinkX: number, shrinkY: number) => void;

function pixelWriter(source: Raster, request: BandRequest, target: Samples, channels: number): PutPixel {
  const { data, width, height } = source;
  const colours = source.channels <= 2 ? 1 : 3;
  const full = peak(data);
  const integer = !(data instanceof Float32Array);
  const axisX = new Axis(width, request.kernel);
  const axisY = new Axis(height, request.kernel);
  const sum = summation(source.channels);
  const sums = new Float64Array(4);

  return (index, sx, sy, margin, shrinkX, shrinkY) => {
    const to = index * channels;
    const insetX = (sx < width - sx ? sx : width - sx) / (shrinkX > 1e-6 ? shrinkX : 1e-6);
    const insetY = (sy < height - sy ? sy : height - sy) / (shrinkY > 1e-6 ? shrinkY : 1e-6);
    const cover = margin > 0 ? 0.5 + EDGE_STEEPNESS * (insetX < insetY ? insetX : insetY) : 0;
    if (!(cover > 0)) {
      for (let c = 0; c < channels; c++) target[to + c] = 0;
      return;
    }
    const nx = axisX.prepare(sx, shrinkX);
    const ny = axisY.prepare(sy, shrinkY);
    sum(data, width, axisX.index, axisX.weight, nx, axisY.index, axisY.weight, ny, sums, full);
    for (let c = 0; c < colours; c++) {
      const v = sums[c]!;
      target[to + c] = integer ? (v <= 0 ? 0 : v >= full ? full : (v + 0.5) | 0) : v;
    }
    if (channels > colours) {
      const alpha = sums[3]! * (cover < 1 ? cover : 1);
      target[to + colours] = integer ? Math.round(alpha * full) : alpha;
    }
  };
}

/** Sums the weighted taps of one pixel into `sums`: colours at 0…2, alpha (0…1) at 3. */
type Summation = (
  data: Samples,
  width: number,
  indexX: Int32Array,
  weightX: Float64Array,
  nx: number,
  indexY: Int32Array,
  weightY: Float64Array,
  ny: number,
  sums: Float64Array,
  full: number,
) => void;

function summation(channels: Raster["channels"]): Summation {
  if (channels === 3) return sumColour;
  return channels === 1 ? sumGrey : channels === 4 ? sumColourAlpha : sumGreyAlpha;
}

// One plain loop per layout: the engine turns each into tight machine code, which it does not for a general one.
const sumColour: Summation = (data, width, indexX, weightX, nx, indexY, weightY, ny, sums) => {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  for (let j = 0; j < ny; j++) {
    const row = indexY[j]! * width;
    let r0 = 0;
    let r1 = 0;
    let r2 = 0;
    for (let i = 0; i < nx; i++) {
      const p = (row + indexX[i]!) * 3;
      const w = weightX[i]!;
      r0 += w * data[p]!;
      r1 += w * data[p + 1]!;
      r2 += w * data[p + 2]!;
    }
    const w = weightY[j]!;
    s0 += w * r0;
    s1 += w * r1;
    s2 += w * r2;
  }
  sums[0] = s0;
  sums[1] = s1;
  sums[2] = s2;
  sums[3] = 1;
};

const sumGrey: Summation = (data, width, indexX, weightX, nx, indexY, weightY, ny, sums) => {
  let s = 0;
  for (let j = 0; j < ny; j++) {
    const row = indexY[j]! * width;
    let r = 0;
    for (let i = 0; i < nx; i++) r += weightX[i]! * data[row + indexX[i]!]!;
    s += weightY[j]! * r;
  }
  sums[0] = s;
  sums[3] = 1;
};

/** Colours weighted by their alpha, so that what is transparent does not bleed. */
function sumWithAlpha(colours: 1 | 3): Summation {
  const stride = colours + 1;
  return (data, width, indexX, weightX, nx, indexY, weightY, ny, sums, full) => {
    let s0 = 0;
    let s1 = 0;
    let s2 = 0;
    let sa = 0;
    for (let j = 0; j < ny; j++) {
      const row = indexY[j]! * width;
      for (let i = 0; i < nx; i++) {
        const p = (row + indexX[i]!) * stride;
        const w = (weightY[j]! * weightX[i]! * data[p + colours]!) / full;
        sa += w;
        s0 += w * data[p]!;
        if (colours === 3) {
          s1 += w * data[p + 1]!;
          s2 += w * data[p + 2]!;
        }
      }
    }
    const by = sa > 1e-6 ? 1 / sa : 0;
    sums[0] = s0 * by;
    sums[1] = s1 * by;
    sums[2] = s2 * by;
    sums[3] = sa < 0 ? 0 : sa > 1 ? 1 : sa;
  };
}

const sumColourAlpha = sumWithAlpha(3);
const sumGreyAlpha = sumWithAlpha(1);

/** Taps and normalised weights along one axis, for one pixel after the other. */
class Axis {
  readonly index: Int32Array;
  readonly weight: Float64Array;
  private readonly radius: number;
  private readonly table: Float64Array;

  constructor(
    private readonly length: number,
    name: KernelName,
  ) {
    this.radius = KERNELS[name].radius;
    this.table = kernelTable(name);
    const most = 2 * Math.ceil(this.radius * MAX_SHRINK) + 2;
    this.index = new Int32Array(most);
    this.weight = new Float64Array(most);
  }

  /** @returns the number of taps for a pixel at `position`, where the map shrinks by `shrink`. */
  prepare(position: number, shrink: number): number {
    const { index, weight, table, length } = this;
    const scale = shrink <= 1 ? 1 : shrink < MAX_SHRINK ? shrink : MAX_SHRINK;
    const centre = position - 0.5;
    const reach = this.radius * scale;
    const first = Math.ceil(centre - reach);
    const n = Math.floor(centre + reach) - first + 1;
    const perPixel = TABLE_STEPS / scale;
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const tap = first + k;
      const distance = tap - centre;
      const value = table[((distance < 0 ? -distance : distance) * perPixel + 0.5) | 0]!;
      index[k] = tap < 0 ? 0 : tap >= length ? length - 1 : tap;
      weight[k] = value;
      sum += value;
    }
    const by = 1 / sum;
    for (let k = 0; k < n; k++) weight[k] = weight[k]! * by;
    return n;
  }
}
