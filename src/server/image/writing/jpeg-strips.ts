/**
 * A JPEG put together from strips that were encoded each on its own, in parallel: a strip's entropy-coded data become
 * one restart interval (ITU-T T.81, B.2.4.4 and E.1.4), since at its start the coder is at its beginning too.
 */

/** Most units a restart interval may have. */
const MOST_UNITS = 65535;

interface Parts {
  /** From the start of the image up to the frame header, the frame header, and the rest before the coded data. */
  readonly before: Buffer;
  readonly frame: Buffer;
  readonly after: Buffer;
  readonly coded: Buffer;
}

const START = 0xd8;
const SCAN = 0xda;
const BASELINE = 0xc0;

/** @throws Error when it is not a baseline JPEG of one scan. */
function partsOf(jpeg: Buffer): Parts {
  if (jpeg[0] !== 0xff || jpeg[1] !== START) throw new Error("A strip is no JPEG.");
  let at = 2;
  let frame: readonly [number, number] | null = null;
  while (at < jpeg.length) {
    const marker = jpeg[at + 1]!;
    const end = at + 2 + jpeg.readUInt16BE(at + 2);
    if (marker === BASELINE) frame = [at, end];
    if (marker === SCAN) {
      if (!frame) break;
      return {
        before: jpeg.subarray(0, frame[0]),
        frame: jpeg.subarray(...frame),
        after: jpeg.subarray(frame[1], end),
        coded: jpeg.subarray(end, jpeg.length - 2),
      };
    }
    at = end;
  }
  throw new Error("A strip is not a baseline JPEG.");
}

/** Rows of pixels in one row of units, and pixels across one: 8 or 16 by the subsampling of the first component. */
function unitSize(frame: Buffer): readonly [number, number] {
  const components = frame[9]!;
  if (components === 1) return [8, 8];
  const sampling = frame[11]!;
  return [8 * (sampling >> 4), 8 * (sampling & 15)];
}

/** How many rows a strip may have so that its units fit into one restart interval: a multiple of `step`, or 0. */
export const mostStripRows = (width: number, step: number): number =>
  Math.floor(MOST_UNITS / Math.ceil(width / 8) / (step / 8)) * step;

/**
 * @param strips baseline JPEGs of the same width, tables and sampling, from top to bottom; all but the last of the same
 *   height, a multiple of 16 rows.
 * @param height of the whole picture, pixels.
 * @throws Error when they do not fit together.
 */
export function joinStrips(strips: readonly Buffer[], height: number): Buffer {
  const parts = strips.map(partsOf);
  const [first] = parts;
  if (!first) throw new Error("There are no strips.");
  const rows = first.frame.readUInt16BE(5);
  const [across, down] = unitSize(first.frame);
  for (const p of parts) {
    const same = p.before.equals(first.before) && p.after.equals(first.after);
    if (!same || p.frame.readUInt16BE(7) !== first.frame.readUInt16BE(7)) throw new Error("The strips differ.");
  }
  const units = Math.ceil(first.frame.readUInt16BE(7) / across) * (rows / down);
  if (parts.length > 1 && (rows % down !== 0 || units > MOST_UNITS)) throw new Error("A strip has the wrong height.");
  const frame = Buffer.from(first.frame);
  frame.writeUInt16BE(height, 5);
  const pieces = [first.before, frame];
  if (parts.length > 1) {
    const interval = Buffer.from([0xff, 0xdd, 0, 4, 0, 0]);
    interval.writeUInt16BE(units, 4);
    pieces.push(interval);
  }
  pieces.push(first.after);
  for (const [i, { coded }] of parts.entries()) {
    if (i > 0) pieces.push(Buffer.from([0xff, 0xd0 + ((i - 1) % 8)]));
    pieces.push(coded);
  }
  return Buffer.concat([...pieces, Buffer.from([0xff, 0xd9])]);
}
