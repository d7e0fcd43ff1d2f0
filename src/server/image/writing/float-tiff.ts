import { open } from "node:fs/promises";
import { promisify } from "node:util";
import { type ZlibOptions, deflate } from "node:zlib";
import type { Size } from "@/core/geometry";
import type { Raster } from "@/core/render";
import type { Carried } from "./carried-metadata";
import { directoriesWith } from "./embed";
import { decodeFloats } from "../reading/float-samples";
import { type Entry, long, short, writeDirectories } from "./tiff-directory";

/** How hard strips are packed: more takes twice as long for a tenth. */
const LEVEL = 3;
/** Strips packed at the same time, in the threads that zlib works in. */
const TOGETHER = 4;
const packed = promisify<Uint8Array, ZlibOptions, Buffer>(deflate);
/** Classic TIFF has offsets of 32 bits. */
const MOST_BYTES = 2 ** 32 - 2 ** 20;

const several = (tag: number, type: 3 | 4, values: readonly number[]): Entry => {
  const bytes = Buffer.alloc(values.length * (type === 3 ? 2 : 4));
  values.forEach((v, i) => (type === 3 ? bytes.writeUInt16LE(v, 2 * i) : bytes.writeUInt32LE(v, 4 * i)));
  return { tag, type, count: values.length, bytes };
};

/** One strip of such a TIFF, packed. @param raster sRGB's numbers, going on beyond white; light is what is packed. */
export async function floatStrip({ data, channels }: Raster<Float32Array>): Promise<Buffer> {
  const strip = new Float32Array(data);
  decodeFloats(strip, channels);
  const bytes = await packed(new Uint8Array(strip.buffer), { level: LEVEL });
  return bytes.length % 2 ? Buffer.concat([bytes, Buffer.alloc(1)]) : bytes;
}

/** All strips of a picture, of so many rows each. */
export async function floatStrips(raster: Raster<Float32Array>, rows: number): Promise<Buffer[]> {
  const { data, width, height, channels } = raster;
  const row = width * channels;
  const strips: Buffer[] = [];
  for (let y = 0; y < height; y += TOGETHER * rows)
    await Promise.all(
      Array.from({ length: TOGETHER }, (_, n) => y + n * rows)
        .filter((at) => at < height)
        .map(async (at) => {
          const part = data.subarray(at * row, Math.min(height, at + rows) * row);
          const strip = { data: part, width, height: part.length / row, channels };
          strips[at / rows] = await floatStrip(strip);
        }),
    );
  return strips;
}

/**
 * Writes a TIFF of 32-bit floats, packed by deflate, which the image library does not write: TIFF 6.0 (1992), §§ 7, 18,
 * 19, and its supplement of 2002 on deflate (compression 8).
 *
 * @param strips from top to bottom, of `rows` rows each but for the last; they are written one by one.
 * @throws Error beyond 4 GB, which such a file cannot hold.
 */
export async function writeFloatTiff(
  file: string,
  strips: readonly Buffer[],
  { size: [width, height], channels, rows }: { size: Size; channels: 1 | 2 | 3 | 4; rows: number },
  carried: Carried,
): Promise<void> {
  let end = 8;
  const offsets = strips.map((s) => (end += s.length) - s.length);
  if (end > MOST_BYTES) throw new Error("The picture is too large for a TIFF.");
  const each = (value: number): number[] => new Array<number>(channels).fill(value);
  const main = [
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
  const { bytes, mainAt } = writeDirectories(directoriesWith(main, carried), end);
  const head = Buffer.from("II*\0\0\0\0\0", "latin1");
  head.writeUInt32LE(mainAt, 4);
  const handle = await open(file, "w");
  try {
    for (const part of [head, ...strips, bytes]) await handle.writeFile(part);
  } finally {
    await handle.close();
  }
}
