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
            const [u, v] = [i / w, j / h];
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
  const stride = source.channels;
  const colours = stride <= 2 ? 1 : 3;
  const hasAlpha = stride === 2 || stride === 4;
  const full = peak(data);
  const integer = !(data instanceof Float32Array);
  const axisX = axis(width, request.kernel);
  const axisY = axis(height, request.kernel);
  const sums = new Float64Array(4);

  return (index, sx, sy, margin, shrinkX, shrinkY) => {
    const to = index * channels;
    const inset = Math.min(
      Math.min(sx, width - sx) / Math.max(shrinkX, 1e-6),
      Math.min(sy, height - sy) / Math.max(shrinkY, 1e-6),
    );
    const cover = margin > 0 ? Math.min(1, Math.max(0, 0.5 + EDGE_STEEPNESS * inset)) : 0;
    if (!(cover > 0)) {
      for (let c = 0; c < channels; c++) target[to + c] = 0;
      return;
    }
    axisX.prepare(sx, shrinkX);
    axisY.prepare(sy, shrinkY);
    const [nx, ny] = [axisX.count, axisY.count];
    let [s0, s1, s2, sa] = [0, 0, 0, 0];
    for (let j = 0; j < ny; j++) {
      const row = axisY.index[j]! * width * stride;
      const wy = axisY.weight[j]!;
      let [r0, r1, r2, ra] = [0, 0, 0, 0];
      if (!hasAlpha && colours === 3) {
        for (let i = 0; i < nx; i++) {
          const p = row + axisX.index[i]! * 3;
          const wx = axisX.weight[i]!;
          r0 += wx * data[p]!;
          r1 += wx * data[p + 1]!;
          r2 += wx * data[p + 2]!;
        }
      } else if (!hasAlpha) {
        for (let i = 0; i < nx; i++) r0 += axisX.weight[i]! * data[row + axisX.index[i]!]!;
      } else {
        for (let i = 0; i < nx; i++) {
          const p = row + axisX.index[i]! * stride;
          const wa = (axisX.weight[i]! * data[p + stride - 1]!) / full;
          ra += wa;
          r0 += wa * data[p]!;
          if (colours === 3) {
            r1 += wa * data[p + 1]!;
            r2 += wa * data[p + 2]!;
          }
        }
      }
      s0 += wy * r0;
      s1 += wy * r1;
      s2 += wy * r2;
      sa += wy * ra;
    }
    let alpha = 1;
    if (hasAlpha) {
      alpha = Math.min(1, Math.max(0, sa));
      const by = sa > 1e-6 ? 1 / sa : 0;
      s0 *= by;
      s1 *= by;
      s2 *= by;
    }
    sums[0] = s0;
    sums[1] = s1;
    sums[2] = s2;
    for (let c = 0; c < colours; c++) {
      const v = sums[c]!;
      target[to + c] = integer ? (v <= 0 ? 0 : v >= full ? full : (v + 0.5) | 0) : v;
    }
    if (channels > colours) target[to + colours] = integer ? Math.round(alpha * cover * full) : alpha * cover;
  };
}

/** Taps and normalised weights along one axis, for one pixel after the other. */
function axis(length: number, name: KernelName) {
  const { radius } = KERNELS[name];
  const table = kernelTable(name);
  const most = 2 * Math.ceil(radius * MAX_SHRINK) + 2;
  const index = new Int32Array(most);
  const weight = new Float64Array(most);
  const self = {
    index,
    weight,
    count: 0,
    prepare(position: number, shrink: number): void {
      const scale = shrink <= 1 ? 1 : Math.min(shrink, MAX_SHRINK);
      const centre = position - 0.5;
      const first = Math.ceil(centre - radius * scale);
      const last = Math.floor(centre + radius * scale);
      const perPixel = TABLE_STEPS / scale;
      const n = last - first + 1;
      let sum = 0;
      for (let k = 0; k < n; k++) {
        const tap = first + k;
        const value = table[(Math.abs(tap - centre) * perPixel + 0.5) | 0]!;
        index[k] = tap < 0 ? 0 : tap >= length ? length - 1 : tap;
        weight[k] = value;
        sum += value;
      }
      const by = 1 / sum;
      for (let k = 0; k < n; k++) weight[k]! *= by;
      self.count = n;
    },
  };
  return self;
}
