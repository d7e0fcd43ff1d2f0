import { type Raster, type Samples, colourCount, peak } from "../../course";
import { calmEdge, isCalming } from "./calm";
import { eachCell } from "./cells";
import type { OutputMap } from "../map/compile";
import { EDGE_STEEPNESS } from "../engine/record";
import type { KernelName } from "./kernels";
import { type Optics, gainTable, hasFringes, hasVignetting, relit, relitFloat } from "../map/optics";
import { sumOneOfThree, summation } from "./sums";
import { Taps } from "./taps";

export type { Raster, Samples };

export interface BandRequest {
  readonly map: OutputMap;
  readonly kernel: KernelName;
  /** First row and number of rows of the output to make. */
  readonly y: number;
  readonly rows: number;
  /** Whether the result gets an alpha channel that tells the gaps. */
  readonly alpha: boolean;
}

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
  eachCell(map, firstRow, rows, ({ x, y, w, h, corners, shrinkX, shrinkY, seen }) => {
    const [x00, y00, x10, y10, x01, y01, x11, y11] = corners as unknown as Corners;
    for (let j = 0; j < h; j++) {
      const v = j / h;
      const left = x00 + (x01 - x00) * v;
      const top = y00 + (y01 - y00) * v;
      const dx = (x10 + (x11 - x10) * v - left) / w;
      const dy = (y10 + (y11 - y10) * v - top) / w;
      for (let i = 0; i < w; i++) put((y + j) * width + x + i, left + dx * i, top + dy * i, seen, shrinkX, shrinkY);
    }
  });
}

type Corners = readonly [number, number, number, number, number, number, number, number];
type PutPixel = (index: number, sx: number, sy: number, seen: boolean, shrinkX: number, shrinkY: number) => void;

/**
 * Makes single pixels from recorded places into a target, as resampleBand does.
 *
 * @param whole whether samples are rounded and held between 0 and their peak, as the target's kind asks for unless told.
 */
export function pixelWriter(
  source: Raster,
  request: BandRequest,
  target: Samples,
  channels: number,
  whole = !(target instanceof Float32Array),
): PutPixel {
  const { data, width, height } = source;
  const colours = colourCount(source.channels);
  const full = peak(data);
  const integer = !(data instanceof Float32Array);
  const rounds = integer && whole;
  const across = new Taps(width, request.kernel);
  const down = new Taps(height, request.kernel);
  const sum = summation(source.channels);
  const sums = new Float64Array(4);
  const { optics } = request.map;
  const parted = optics && colours === 3 && hasFringes(optics) ? optics : null;
  const calm = optics && colours === 3 && isCalming(optics.calm) ? optics.calm : null;
  const gainAt = optics && hasVignetting(optics) ? gainTable(optics) : null;
  const [cx, cy] = optics ? optics.centre : [0, 0];
  const perUnit = optics ? 1 / (optics.unit * optics.unit) : 0;
  const other = new Float64Array(4);
  const opaque = source.channels === 3;

  /** Reads red and blue where the lens put them. */
  const partedSums = (sx: number, sy: number, squared: number, { red, blue }: Optics): void => {
    for (let c = 0; c < 3; c += 2) {
      const fringe = c === 0 ? red : blue;
      const by = fringe[0] + fringe[1] * squared;
      across.move(sx + (sx - cx) * by);
      down.move(sy + (sy - cy) * by);
      if (opaque) sums[c] = sumOneOfThree(data, width, height, across, down, c);
      else {
        sum(data, width, height, across, down, other, full);
        sums[c] = other[c]!;
      }
    }
  };

  return (index, sx, sy, seen, shrinkX, shrinkY) => {
    const to = index * channels;
    const insetX = (sx < width - sx ? sx : width - sx) / (shrinkX > 1e-6 ? shrinkX : 1e-6);
    const insetY = (sy < height - sy ? sy : height - sy) / (shrinkY > 1e-6 ? shrinkY : 1e-6);
    const cover = seen ? 0.5 + EDGE_STEEPNESS * (insetX < insetY ? insetX : insetY) : 0;
    if (!(cover > 0)) {
      for (let c = 0; c < channels; c++) target[to + c] = 0;
      return;
    }
    across.prepare(sx, shrinkX);
    down.prepare(sy, shrinkY);
    sum(data, width, height, across, down, sums, full);
    if (optics) {
      const squared = ((sx - cx) * (sx - cx) + (sy - cy) * (sy - cy)) * perUnit;
      if (parted) partedSums(sx, sy, squared, parted);
      if (gainAt) {
        const gain = gainAt(squared);
        for (let c = 0; c < colours; c++)
          sums[c] = integer ? relit(sums[c]! / full, gain) * full : relitFloat(sums[c]!, gain);
      }
      if (calm) calmEdge(sums, full, calm, source, sx, sy);
    }
    for (let c = 0; c < colours; c++) {
      const v = sums[c]!;
      target[to + c] = rounds ? (v <= 0 ? 0 : v >= full ? full : (v + 0.5) | 0) : v;
    }
    if (channels > colours) {
      const alpha = sums[3]! * (cover < 1 ? cover : 1);
      target[to + colours] = rounds ? Math.round(alpha * full) : alpha;
    }
  };
}
