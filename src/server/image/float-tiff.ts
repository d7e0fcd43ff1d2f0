import { promisify } from "node:util";
import { type ZlibOptions, deflate } from "node:zlib";
import type { Raster } from "@/core/render";
import { decodeFloats } from "./float-samples";
import { type Entry, directoryBytes, long, short } from "./tiff-directory";

/** Bytes of a strip before it is packed, about. */
const STRIP_BYTES = 1 << 20;
/** Strips packed at the same time, in the threads that zlib works in; and how hard: more takes twice as long for a tenth. */
const TOGETHER = 4;
const LEVEL = 3;
const packed = promisify<Uint8Array, ZlibOptions, Buffer>(deflate);

const several = (tag: number, type: 3 | 4, values: readonly number[]): Entry => {
  const bytes = Buffer.alloc(values.length * (type === 3 ? 2 : 4));
  values.forEach((v, i) => (type === 3 ? bytes.writeUInt16LE(v, 2 * i) : bytes.writeUInt32LE(v, 4 * i)));
  return { tag, type, count: values.length, bytes };
};

/**
 * A TIFF of 32-bit floats, packed by deflate, which the image library does not write: TIFF 6.0 (1992), §§ 7, 18, 19, and
 * its supplement of 2002 on deflate (compression 8).
 *
 * @param raster sRGB's numbers, going on beyond white (see float-samples.ts); light is what is written.
 */
export async function floatTiff({ data, width, height, channels }: Raster<Float32Array>): Promise<Buffer> {
  const row = width * channels;
  const rows = Math.max(1, Math.min(height, Math.floor(STRIP_BYTES / (4 * row))));
  const strips: Buffer[] = [];
  const pack = async (y: number): Promise<void> => {
    const strip = data.slice(y * row, Math.min(height, y + rows) * row);
    decodeFloats(strip, channels);
    const bytes = await packed(new Uint8Array(strip.buffer, strip.byteOffset, strip.byteLength), { level: LEVEL });
    strips[y / rows] = bytes.length % 2 ? Buffer.concat([bytes, Buffer.alloc(1)]) : bytes;
  };
  for (let y = 0; y < height; y += TOGETHER * rows)
    await Promise.all(
      Array.from({ length: TOGETHER }, (_, n) => y + n * rows)
        .filter((at) => at < height)
        .map(pack),
    );
  let end = 8;
  const offsets = strips.map((s) => (end += s.length) - s.length);
  const each = (value: number): number[] => new Array<number>(channels).fill(value);
  const entries = [
    long(0x0100, width),
    long(0x0101, height),
    several(0x0102, 3, each(32)),
    short(0x0103, 8),
    short(0x0106, channels <= 2 ? 1 : 2),
    several(0x0111, 4, offsets),
    short(0x0115, channels),
    long(0x0116, rows),
    several(
      0x0117,
      4,
      strips.map((s) => s.length),
    ),
    short(0x011c, 1),
    // Alpha that colours are not multiplied by.
    ...(channels % 2 === 0 ? [short(0x0152, 2)] : []),
    several(0x0153, 3, each(3)),
  ];
  const head = Buffer.from("II*\0\0\0\0\0", "latin1");
  head.writeUInt32LE(end, 4);
  return Buffer.concat([head, ...strips, directoryBytes(entries, end)]);
}
