import type { Layer, Raster, Samples } from "../../course";
import type { EdgeJob } from "./edge-job";
import { PieceMaker } from "./piece-maker";

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
  const pieces = new PieceMaker(source, job, only);
  for (let y = part[1]; y < part[1] + height; y += PIECE)
    for (let x = part[0]; x < part[0] + width; x += PIECE) {
      const w = Math.min(PIECE, part[0] + width - x);
      const h = Math.min(PIECE, part[1] + height - y);
      const layer = pieces.make(x, y, w, h, room);
      if (layer) yield layer;
    }
}
