import type { Rect, Size } from "../../geometry";
import type { OutputMap } from "../map/compile";

/** Side of the tiles in which the photo comes to where windows are made, pixels; those at the right and the foot are smaller. */
export const TILE = 1024;

/** Part of the plane, to be made from part of the photo alone. */
export interface PlaneWindow {
  /** From the window's pixels to those of the part. */
  readonly map: OutputMap;
  /** What of the photo it needs: whole pixels, x, y, width, height. */
  readonly part: Rect;
}

/** Places across the window at which the map is looked at for what of the photo it shows. */
const LOOKS = 33;
/** Half the widest kernel, source pixels at a scale of 1; and room for what the map does between the places looked at. */
const REACH = 3;
const ROOM = 6;

/**
 * A window onto the plane, made as a delivery is. Pixels further in than the photo's own border depend on nothing
 * outside the part.
 *
 * @param plane the window, plane pixels. @param output its size in pixels to make. @param size of the photo.
 * @returns null where the window shows nothing of the photo.
 */
export function planeWindow(
  map: Pick<OutputMap, "toRecorded" | "optics">,
  plane: Rect,
  output: Size,
  size: Size,
): PlaneWindow | null {
  const part = partUnder(map, plane, output, size);
  if (!part) return null;
  const [left, top] = part;
  const { optics } = map;
  return {
    part,
    map: {
      frame: plane,
      output,
      optics: optics && { ...optics, centre: [optics.centre[0] - left, optics.centre[1] - top] },
      toRecorded: (x, y, out) => {
        map.toRecorded(x, y, out);
        out[0]! -= left;
        out[1]! -= top;
      },
    },
  };
}

function partUnder(
  { toRecorded, optics }: Pick<OutputMap, "toRecorded" | "optics">,
  [x, y, w, h]: Rect,
  output: Size,
  [width, height]: Size,
): Rect | null {
  const out = new Float64Array(3);
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  let [before, widest] = [null as readonly [number, number] | null, 0];
  for (let r = 0; r < LOOKS; r++) {
    before = null;
    for (let c = 0; c < LOOKS; c++) {
      toRecorded(x + (w * c) / (LOOKS - 1), y + (h * r) / (LOOKS - 1), out);
      if (!(out[2]! > 0)) {
        before = null;
        continue;
      }
      const [px, py] = [out[0]!, out[1]!];
      [x0, y0, x1, y1] = [Math.min(x0, px), Math.min(y0, py), Math.max(x1, px), Math.max(y1, py)];
      if (before) widest = Math.max(widest, Math.hypot(px - before[0], py - before[1]));
      before = [px, py];
    }
  }
  // What lies between two places looked at, how far the kernel reaches where the map shrinks, and where red and blue lie.
  const perPixel = (widest * (LOOKS - 1)) / output[0];
  const parted = optics ? partedAtMost(optics) : 0;
  const around = ROOM + widest / 4 + REACH * Math.max(1, perPixel) + parted;
  const [l, t] = [Math.max(0, Math.floor(x0 - around)), Math.max(0, Math.floor(y0 - around))];
  const [rw, rh] = [Math.min(width, Math.ceil(x1 + around)) - l, Math.min(height, Math.ceil(y1 + around)) - t];
  return rw > 0 && rh > 0 ? [l, t, rw, rh] : null;
}

/** How far red or blue lie from green at most, pixels. */
const partedAtMost = ({ red, blue, unit }: NonNullable<OutputMap["optics"]>): number =>
  unit * Math.max(Math.abs(red[0]) + Math.abs(red[1]), Math.abs(blue[0]) + Math.abs(blue[1]));
