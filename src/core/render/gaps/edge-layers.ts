import { type Layer, type Raster, type Samples, colourCount, peak } from "../../course";
import type { EdgeJob } from "./edge-job";
import { FillReader } from "./fill-reader";
import { sideAt } from "./gaps";
import { fromLight } from "../../course";
import { MadeLight } from "./made-light";
import { RecordedCell, SPAN } from "./recorded-cell";

/** Side of the pieces that gaps and strokes are made in, pixels of the delivered picture. */
export const PIECE = 128;

/** Part of a delivered picture, its pixels: left, top, width, height. */
export type Part = readonly [number, number, number, number];

/**
 * Makes the gaps and strokes of a picture, piece by piece, as layers to be laid over it: a filled pixel is the photo resampled
 * at the place it is copied from, its light joined as the plan says; a plain one has its colour. Over the photo's own border,
 * over what of it is made anew, and at a brush's soft edge the two are mixed in light.
 *
 * @param source the photo at full size. @param room makes samples of the source's kind.
 * @param part of the picture to make; the whole of it unless told otherwise.
 * @param only the number of a stroke: nothing is made but where it lies.
 */
export function* edgeLayers(
  source: Raster,
  job: EdgeJob,
  room: (count: number) => Samples,
  part: Part = [0, 0, ...job.map.output],
  only: number | null = null,
): Generator<Layer> {
  const [, , width, height] = part;
  const make = pieceMaker(source, job, only);
  for (let y = part[1]; y < part[1] + height; y += PIECE)
    for (let x = part[0]; x < part[0] + width; x += PIECE) {
      const w = Math.min(PIECE, part[0] + width - x);
      const h = Math.min(PIECE, part[1] + height - y);
      const layer = make(x, y, w, h, room);
      if (layer) yield layer;
    }
}

type MakePiece = (x: number, y: number, w: number, h: number, room: (count: number) => Samples) => Layer | null;

/** Places at which a piece is looked at for whether it has a gap at all, along a side. */
const LOOKS = 9;

function pieceMaker(source: Raster, job: EdgeJob, only: number | null): MakePiece {
  const { map } = job;
  const scale = map.output[0] / map.frame[2];
  const colours = colourCount(source.channels);
  const channels = (colours + 1) as 2 | 4;
  const full = peak(source.data);
  const whole = !(source.data instanceof Float32Array);
  const light = new MadeLight(source, job);
  const { gaps, read } = light;
  const fill = job.fill && new FillReader(map, job.fill, read, null);
  const strokes = job.strokes.map(({ parts, box }, k) => ({
    k,
    box,
    readers: parts.map((placed) => new FillReader(map, placed, read, light.upTo(k))),
  }));
  const out = new Float64Array(3);
  const photo = new Float64Array(3);
  const made = new Float64Array(3);
  const copy = new Float64Array(3);
  const planeX = (i: number): number => map.frame[0] + i / scale;
  const planeY = (j: number): number => map.frame[1] + j / scale;
  const cell = new RecordedCell((i, j, to) => map.toRecorded(planeX(i), planeY(j), to));

  /** Whether any gap of a piece may be made. */
  function hasGap(x: number, y: number, w: number, h: number): boolean {
    if (gaps.works.length === 0) return false;
    const near = Math.max(2, gaps.reach, 2 / scale);
    for (let k = 0; k < LOOKS * LOOKS; k++) {
      const px = planeX(x + (w * (k % LOOKS)) / (LOOKS - 1));
      const py = planeY(y + (h * Math.floor(k / LOOKS)) / (LOOKS - 1));
      if (sideAt(map, px, py, out) !== null) return true;
      if (out[0]! < near || out[1]! < near || out[0]! > map.size[0] - near || out[1]! > map.size[1] - near) return true;
    }
    return false;
  }

  /** The strokes that come to a rectangle of the delivered picture. */
  const strokesIn = (x: number, y: number, w: number, h: number, from = strokes): typeof strokes =>
    from.filter(
      ({ box }) =>
        planeX(x) < box[0] + box[2] && planeX(x + w) > box[0] && planeY(y) < box[1] + box[3] && planeY(y + h) > box[1],
    );

  /** Makes the gap's light of a pixel, mixed with the photo's at its border; false where it stays as it is. */
  function makeGap(i: number, j: number): boolean {
    const share = gaps.at(planeX(i), planeY(j), out, cell.shrinkX, cell.shrinkY);
    const work = gaps.of;
    if (share <= 0 || !work) return false;
    if (work.do === "plain") made.set(work.light);
    else if (!fill?.make(i, j, made)) return false;
    if (share >= 1) return true;
    read(out[0]!, out[1]!, cell.shrinkX, cell.shrinkY, photo);
    for (let c = 0; c < 3; c++) made[c] = share * made[c]! + (1 - share) * photo[c]!;
    return true;
  }

  /** What a stroke brings to a pixel. */
  function copied(readers: readonly FillReader[], i: number, j: number): boolean {
    for (const reader of readers) if (reader.has(i, j) && reader.make(i, j, copy)) return true;
    for (const reader of readers) if (reader.make(i, j, copy)) return true;
    return false;
  }

  /** Makes the light of a pixel; false where it stays as it is. */
  function makePixel(i: number, j: number, near: typeof strokes): boolean {
    cell.read(i, j, out);
    const inGap = makeGap(i, j);
    if (!(out[2]! > 0)) return inGap && only === null;
    let has = inGap;
    let wanted = only === null && inGap;
    for (const { k, readers } of near) {
      const share = light.areas[k]!.share(out[0]!, out[1]!);
      if (share <= 0 || !copied(readers, i, j)) continue;
      if (share < 1 && !has) {
        if (out[0]! < 0 || out[1]! < 0 || out[0]! > map.size[0] || out[1]! > map.size[1]) continue;
        read(out[0]!, out[1]!, cell.shrinkX, cell.shrinkY, made);
      }
      for (let c = 0; c < 3; c++) made[c] = share < 1 ? share * copy[c]! + (1 - share) * made[c]! : copy[c]!;
      has = true;
      wanted ||= only === null || only === k;
    }
    return wanted;
  }

  function put(data: Samples, to: number): void {
    for (let c = 0; c < colours; c++) {
      const v = fromLight(colours === 1 ? 0.2126 * made[0]! + 0.7152 * made[1]! + 0.0722 * made[2]! : made[c]!);
      data[to + c] = whole ? Math.round(full * (v < 0 ? 0 : v > 1 ? 1 : v)) : v * full;
    }
    data[to + colours] = full;
  }

  return (x, y, w, h, room) => {
    const inPiece = strokesIn(x, y, w, h);
    if (only === null ? inPiece.length === 0 && !hasGap(x, y, w, h) : !inPiece.some(({ k }) => k === only)) return null;
    const data = room(w * h * channels);
    let any = false;
    for (let cy = 0; cy < h; cy += SPAN)
      for (let cx = 0; cx < w; cx += SPAN) {
        const near = strokesIn(x + cx, y + cy, SPAN, SPAN, inPiece);
        if (only !== null && !near.some(({ k }) => k === only)) continue;
        cell.move(x + cx, y + cy);
        fill?.move(x + cx, y + cy);
        for (const { readers } of near) for (const reader of readers) reader.move(x + cx, y + cy);
        for (let j = cy; j < Math.min(h, cy + SPAN); j++)
          for (let i = cx; i < Math.min(w, cx + SPAN); i++)
            if (makePixel(x + i + 0.5, y + j + 0.5, near)) {
              put(data, (j * w + i) * channels);
              any = true;
            }
      }
    if (!any) return null;
    return {
      name: `edges ${x} ${y}`,
      rect: [planeX(x), planeY(y), w / scale, h / scale],
      raster: { data, width: w, height: h, channels },
    };
  };
}
