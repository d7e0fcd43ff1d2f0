/** A made-up raw photo for the server's tests; nothing outside tests imports this. */
import { type Entry, ascii, long, short, writeDirectories } from "./image/writing/tiff-directory";

const BLACK = 256;
const WHITE = 16_383;
/** sRGB from XYZ (IEC 61966-2-1), so that the made-up camera's colours are sRGB's. */
const MATRIX = [3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.204, 1.057];

const shorts = (tag: number, values: number[]): Entry => {
  const bytes = Buffer.alloc(2 * values.length);
  values.forEach((v, i) => bytes.writeUInt16LE(v, 2 * i));
  return { tag, type: 3, count: values.length, bytes };
};
const bytesOf = (tag: number, values: number[]): Entry => ({
  tag,
  type: 1,
  count: values.length,
  bytes: Buffer.from(values),
});
const fractions = (tag: number, type: 5 | 10, values: number[]): Entry => {
  const bytes = Buffer.alloc(8 * values.length);
  values.forEach((v, i) => {
    bytes.writeInt32LE(Math.round(v * 10_000), 8 * i);
    bytes.writeInt32LE(10_000, 8 * i + 4);
  });
  return { tag, type, count: values.length, bytes };
};

/**
 * A DNG (1.4) of a sensor with RGGB filters, uncompressed, 16 bits.
 *
 * @param light linear red, green and blue of a place, 0…1. @param orientation as in EXIF. @param opcodes its third list.
 */
export function madeUpDng(
  width: number,
  height: number,
  light: (x: number, y: number) => readonly [number, number, number],
  orientation = 1,
  opcodes: Uint8Array | null = null,
): Buffer {
  const data = Buffer.alloc(width * height * 2);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const filter = (y % 2) + (x % 2);
      data.writeUInt16LE(BLACK + Math.round((WHITE - BLACK) * light(x, y)[filter]!), (y * width + x) * 2);
    }
  const main = [
    long(254, 0),
    long(256, width),
    long(257, height),
    shorts(258, [16]),
    short(259, 1),
    short(262, 32_803),
    ascii(271, "Harrow"),
    ascii(272, "K3"),
    long(273, 8),
    short(274, orientation),
    short(277, 1),
    long(278, height),
    long(279, data.length),
    shorts(33_421, [2, 2]),
    bytesOf(33_422, [0, 1, 1, 2]),
    bytesOf(50_706, [1, 4, 0, 0]),
    bytesOf(50_707, [1, 1, 0, 0]),
    ascii(50_708, "Harrow K3"),
    shorts(50_714, [BLACK]),
    long(50_717, WHITE),
    fractions(50_721, 10, MATRIX),
    fractions(50_728, 5, [1, 1, 1]),
    shorts(50_778, [21]),
    ...(opcodes ? [{ tag: 51_022, type: 7, count: opcodes.length, bytes: Buffer.from(opcodes) }] : []),
  ];
  const exif = [ascii(0xa434, "Quarl 24 mm"), fractions(0x920a, 5, [24])];
  const { bytes, mainAt } = writeDirectories({ main, exif, gps: [] }, 8 + data.length);
  const head = Buffer.from("II*\0\0\0\0\0", "latin1");
  head.writeUInt32LE(mainAt, 4);
  return Buffer.concat([head, data, bytes]);
}

/** The same as a raw photo that is no DNG: it has the version of TIFF/EP instead, and none of what only a DNG says. */
export function madeUpOtherRaw(...asked: Parameters<typeof madeUpDng>): Buffer {
  const file = madeUpDng(...asked);
  const main = file.readUInt32LE(4);
  for (let at = main + 2; at < main + 2 + 12 * file.readUInt16LE(main); at += 12) {
    const tag = file.readUInt16LE(at);
    // Tags that nobody has given a meaning; their order stays.
    if (tag >= 50_706 && tag < 51_100) file.writeUInt16LE(60_000 + (tag - 50_706), at);
  }
  return file;
}
