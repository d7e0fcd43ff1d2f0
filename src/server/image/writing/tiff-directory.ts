/**
 * TIFF image file directories, as EXIF uses them: read into entries, written anew.
 * TIFF 6.0 (1992), §2; EXIF 2.32 (CIPA DC-008), §4.6. Classic TIFF only, not BigTIFF.
 */
export interface Entry {
  readonly tag: number;
  /** TIFF field type: 1 byte, 2 ASCII, 3 short, 4 long, 5 rational, 7 undefined, 9 slong, 10 srational … */
  readonly type: number;
  readonly count: number;
  /** The values, little-endian. */
  readonly bytes: Buffer;
}

export interface Directories {
  readonly main: readonly Entry[];
  readonly exif: readonly Entry[];
  readonly gps: readonly Entry[];
}

const EXIF_POINTER = 0x8769;
const GPS_POINTER = 0x8825;
const TYPE_SIZE = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];
/** Width of the numbers inside a value, for turning big-endian ones round. */
const WORD_SIZE = [0, 1, 1, 2, 4, 4, 1, 1, 2, 4, 4, 4, 8];

function littleEndian(bytes: Buffer, type: number): Buffer {
  const copy = Buffer.from(bytes);
  const word = WORD_SIZE[type] ?? 1;
  if (word === 2) copy.swap16();
  else if (word === 4) copy.swap32();
  else if (word === 8) copy.swap64();
  return copy;
}

/** Reads the main, EXIF and GPS directories; anything that does not hold together is left out, never invented. */
export function readDirectories(tiff: Buffer): Directories {
  const big = tiff.subarray(0, 2).toString("latin1") === "MM";
  if (tiff.length < 8 || (!big && tiff.subarray(0, 2).toString("latin1") !== "II"))
    return { main: [], exif: [], gps: [] };
  const u16 = (at: number): number => (big ? tiff.readUInt16BE(at) : tiff.readUInt16LE(at));
  const u32 = (at: number): number => (big ? tiff.readUInt32BE(at) : tiff.readUInt32LE(at));
  const read = (offset: number): Entry[] => {
    if (offset < 8 || offset + 2 > tiff.length) return [];
    const entries: Entry[] = [];
    for (let i = 0, n = u16(offset); i < n && offset + 14 + 12 * i <= tiff.length; i++) {
      const at = offset + 2 + 12 * i;
      const [tag, type, count] = [u16(at), u16(at + 2), u32(at + 4)];
      const length = (TYPE_SIZE[type] ?? 0) * count;
      const from = length <= 4 ? at + 8 : u32(at + 8);
      if (length === 0 || from + length > tiff.length) continue;
      const bytes = tiff.subarray(from, from + length);
      entries.push({ tag, type, count, bytes: big ? littleEndian(bytes, type) : Buffer.from(bytes) });
    }
    return entries;
  };
  const main = read(u32(4));
  const follow = (tag: number): Entry[] => {
    const pointer = main.find((e) => e.tag === tag);
    return pointer && pointer.bytes.length === 4 ? read(pointer.bytes.readUInt32LE(0)) : [];
  };
  return { main, exif: follow(EXIF_POINTER), gps: follow(GPS_POINTER) };
}

export const short = (tag: number, value: number): Entry => {
  const bytes = Buffer.alloc(2);
  bytes.writeUInt16LE(value);
  return { tag, type: 3, count: 1, bytes };
};

export const long = (tag: number, value: number): Entry => {
  const bytes = Buffer.alloc(4);
  bytes.writeUInt32LE(value);
  return { tag, type: 4, count: 1, bytes };
};

export const ascii = (tag: number, value: string): Entry => {
  const bytes = Buffer.from(`${value}\0`, "latin1");
  return { tag, type: 2, count: bytes.length, bytes };
};

export const rational = (tag: number, numerator: number, denominator: number): Entry => {
  const bytes = Buffer.alloc(8);
  bytes.writeUInt32LE(numerator);
  bytes.writeUInt32LE(denominator, 4);
  return { tag, type: 5, count: 1, bytes };
};

/** One directory with its values behind it, to stand at `offset` of a little-endian TIFF. */
function directoryBytes(entries: readonly Entry[], offset: number): Buffer {
  const sorted = [...entries].sort((a, b) => a.tag - b.tag);
  const head = Buffer.alloc(2 + 12 * sorted.length + 4);
  head.writeUInt16LE(sorted.length);
  const values: Buffer[] = [];
  let end = offset + head.length;
  sorted.forEach((entry, i) => {
    const at = 2 + 12 * i;
    head.writeUInt16LE(entry.tag, at);
    head.writeUInt16LE(entry.type, at + 2);
    head.writeUInt32LE(entry.count, at + 4);
    if (entry.bytes.length <= 4) entry.bytes.copy(head, at + 8);
    else {
      head.writeUInt32LE(end, at + 8);
      const padded = entry.bytes.length % 2 ? Buffer.concat([entry.bytes, Buffer.alloc(1)]) : entry.bytes;
      values.push(padded);
      end += padded.length;
    }
  });
  return Buffer.concat([head, ...values]);
}

/** Main directory entries with pointers to the EXIF and GPS ones, and the bytes of all three, for `offset`. */
export function writeDirectories({ main, exif, gps }: Directories, offset: number): { bytes: Buffer; mainAt: number } {
  const own = main.filter((e) => e.tag !== EXIF_POINTER && e.tag !== GPS_POINTER);
  const parts: Buffer[] = [];
  let at = offset;
  const add = (entries: readonly Entry[]): number => {
    const bytes = directoryBytes(entries, at);
    parts.push(bytes);
    const began = at;
    at += bytes.length;
    return began;
  };
  const pointers: Entry[] = [];
  if (exif.length > 0) pointers.push(long(EXIF_POINTER, add(exif)));
  if (gps.length > 0) pointers.push(long(GPS_POINTER, add(gps)));
  const mainAt = add([...own, ...pointers]);
  return { bytes: Buffer.concat(parts), mainAt };
}

/** A free-standing little-endian TIFF structure, as EXIF blocks are. */
export function exifBlock(directories: Directories): Buffer {
  const { bytes, mainAt } = writeDirectories(directories, 8);
  const head = Buffer.from("II*\0\0\0\0\0", "latin1");
  head.writeUInt32LE(mainAt, 4);
  return Buffer.concat([head, bytes]);
}
