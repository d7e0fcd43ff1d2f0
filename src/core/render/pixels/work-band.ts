import {
  type Layer,
  type Raster,
  type RasterPlace,
  type RasterStep,
  type Samples,
  colourCount,
  peak,
  samplesLike,
} from "../../course";
import type { OutputMap } from "../map/compile";

/** Pixels of the picture to one of the plane. */
export const scaleOf = ({ output, frame }: Pick<OutputMap, "output" | "frame">): number => output[0] / frame[2];

/** Rows, or columns, beyond a part that its steps look at, pixels of the picture. */
export const marginOf = (steps: readonly RasterStep[], scale: number): number =>
  steps.reduce((sum, { reach }) => sum + Math.ceil(reach * scale), 0);

/** Part of a picture to be made, with as much around it as its steps look at. */
export interface Widened {
  /** First row to make, and how many. */
  readonly y: number;
  readonly rows: number;
  /** Rows of those above the part itself. */
  readonly above: number;
}

/** A band widened by its margin, within the picture. @param unit the first row is a multiple of it: the cells' side. */
export function widened(y: number, rows: number, height: number, margin: number, unit: number): Widened {
  const first = Math.floor(Math.max(0, y - margin) / unit) * unit;
  return { y: first, rows: Math.min(height, y + rows + margin) - first, above: y - first };
}

/** Room in which steps work, kept from one raster to the next: two, since a step reads one and writes the other. */
export class WorkRooms {
  private readonly kept: [ArrayBuffer, ArrayBuffer] = [new ArrayBuffer(0), new ArrayBuffer(0)];

  /** So many samples like these; what is in them is anything. */
  take(which: number, like: Samples, length: number): Samples {
    const at = which & 1;
    const bytes = length * like.BYTES_PER_ELEMENT;
    if (this.kept[at]!.byteLength < bytes) this.kept[at] = new ArrayBuffer(bytes);
    return samplesLike(like, this.kept[at]!, 0, length);
  }
}

/**
 * Lays the layers over a raster, then runs the steps on it.
 *
 * @param rooms kept by whoever works on many. @returns the raster worked on: the same one, written to, where there are only layers;
 * otherwise it lies in the rooms, and is good until they are used again.
 */
export function worked(
  raster: Raster,
  steps: readonly RasterStep[],
  layers: readonly Layer[],
  place: RasterPlace,
  rooms = new WorkRooms(),
): Raster {
  for (const layer of layers) layOver(raster, layer, place);
  let from = raster;
  steps.forEach((step, i) => {
    const data = rooms.take(i, from.data, from.data.length);
    // What the steps after this one look at is kept as well.
    const more = marginOf(steps.slice(i + 1), place.scale);
    const { rows } = place;
    const kept = rows && ([Math.max(0, rows[0] - more), Math.min(raster.height, rows[1] + more)] as const);
    step.run(from, data, kept ? { ...place, rows: kept } : place);
    from = { ...from, data };
  });
  return from;
}

/**
 * Lays one layer over a raster, in the values as displayed: where the raster is a gap the layer shows, and beneath what of
 * the layer is transparent the raster stays. Between the layer's pixels it is read bilinearly, so pixel on pixel exactly.
 */
export function layOver(raster: Raster, layer: Layer, { x, y, scale }: RasterPlace): void {
  const { data, width, height, channels } = raster;
  const own = layer.raster;
  const [lx, ly, lw, lh] = layer.rect;
  const [perX, perY] = [own.width / (lw * scale), own.height / (lh * scale)];
  const [first, last] = span((lx - x) * scale, lw * scale, width);
  const [top, bottom] = span((ly - y) * scale, lh * scale, height);
  const colours = colourCount(channels);
  const grey = colourCount(own.channels) === 1;
  const full = peak(data);
  const whole = full !== 1;
  const pixel = new Float64Array(4);
  for (let j = top; j < bottom; j++) {
    const v = (j + 0.5 - (ly - y) * scale) * perY - 0.5;
    for (let i = first; i < last; i++) {
      between(own, (i + 0.5 - (lx - x) * scale) * perX - 0.5, v, pixel);
      const over = pixel[3]!;
      if (over <= 0) continue;
      const at = (j * width + i) * channels;
      const under = channels > colours ? data[at + colours]! / full : 1;
      const alpha = over + under * (1 - over);
      for (let c = 0; c < colours; c++) {
        const mixed = (pixel[grey ? 0 : c]! * full + data[at + c]! * under * (1 - over)) / alpha;
        data[at + c] = whole ? Math.round(mixed) : mixed;
      }
      if (channels > colours) data[at + colours] = whole ? Math.round(alpha * full) : alpha;
    }
  }
}

/** Whole pixels whose middles lie in a span, within 0 … length. */
const span = (from: number, long: number, length: number): [number, number] => [
  Math.max(0, Math.ceil(from - 0.5)),
  Math.min(length, Math.ceil(from + long - 0.5)),
];

/** A layer between its pixels, bilinear; colours multiplied by alpha at 0…2, alpha at 3, all 0…1. */
function between({ data, width, height, channels }: Raster, x: number, y: number, out: Float64Array): void {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - x0, y - y0];
  const colours = colourCount(channels);
  const full = peak(data);
  out.fill(0);
  for (let k = 0; k < 4; k++) {
    const weight = (k & 1 ? u : 1 - u) * (k & 2 ? v : 1 - v);
    if (weight === 0) continue;
    const px = Math.min(width - 1, Math.max(0, x0 + (k & 1)));
    const py = Math.min(height - 1, Math.max(0, y0 + (k >> 1)));
    const at = (py * width + px) * channels;
    const alpha = (weight * data[at + colours]!) / full;
    for (let c = 0; c < colours; c++) out[c]! += (alpha * data[at + c]!) / full;
    out[3]! += alpha;
  }
}
