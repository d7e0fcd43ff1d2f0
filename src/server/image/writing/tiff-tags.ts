import { type FileHandle, open } from "node:fs/promises";
import { sniff } from "../reading/kinds";

/** TIFF field types' sizes, bytes. */
const SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];
const MOST_ENTRIES = 512;
const SUB_DIRECTORIES = 330;
const MOST_DIRECTORIES = 8;

/** A value of a TIFF's directory that has not been read. */
export interface TiffTag {
  readonly tag: number;
  readonly length: number;
  /** Its bytes, read from the file now. */
  bytes(): Promise<Buffer>;
}

interface Reader {
  readonly big: boolean;
  read(at: number, length: number): Promise<Buffer>;
}

/**
 * Looks at the tags of a TIFF's first directory, and of those within it, without reading more of the file.
 *
 * @param look gets each directory's tags, the first directory's first; values can be read until it is done.
 */
export async function withTiffTags<T>(
  file: string,
  look: (directories: readonly (readonly TiffTag[])[]) => Promise<T>,
): Promise<T> {
  const handle = await open(file, "r");
  try {
    const head = await bytesAt(handle, 0, 8);
    if (head.length < 8 || sniff(head) !== "tiff") return await look([]);
    const big = head[0] === 0x4d;
    const reader: Reader = { big, read: (at, length) => bytesAt(handle, at, length) };
    const first = await directoryAt(reader, u32(reader, head, 4));
    const within = first.find((t) => t.tag === SUB_DIRECTORIES);
    const offsets = within && within.length <= 4 * MOST_DIRECTORIES ? await within.bytes() : Buffer.alloc(0);
    const others: TiffTag[][] = [];
    for (let at = 0; at + 4 <= offsets.length; at += 4)
      others.push(await directoryAt(reader, u32(reader, offsets, at)));
    return await look([first, ...others]);
  } finally {
    await handle.close();
  }
}

async function bytesAt(handle: FileHandle, at: number, length: number): Promise<Buffer> {
  const buffer = Buffer.alloc(length);
  const { bytesRead } = await handle.read(buffer, 0, length, at);
  return bytesRead === length ? buffer : buffer.subarray(0, bytesRead);
}

const u16 = ({ big }: Reader, b: Buffer, at: number): number => (big ? b.readUInt16BE(at) : b.readUInt16LE(at));
const u32 = ({ big }: Reader, b: Buffer, at: number): number => (big ? b.readUInt32BE(at) : b.readUInt32LE(at));

async function directoryAt(reader: Reader, offset: number): Promise<TiffTag[]> {
  const head = await reader.read(offset, 2);
  if (head.length < 2) return [];
  const entries = await reader.read(offset + 2, 12 * Math.min(MOST_ENTRIES, u16(reader, head, 0)));
  return Array.from({ length: Math.floor(entries.length / 12) }, (_, i): TiffTag => {
    const at = 12 * i;
    const length = (SIZES[u16(reader, entries, at + 2)] ?? 0) * u32(reader, entries, at + 4);
    const from = length <= 4 ? offset + 2 + at + 8 : u32(reader, entries, at + 8);
    return { tag: u16(reader, entries, at), length, bytes: () => reader.read(from, length) };
  });
}
