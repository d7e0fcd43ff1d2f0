import type { Size } from "../../geometry";
import { RECORD_BYTES } from "./record";

/** How far each plane of the source is continued beyond its border, samples: twice as far as the widest kernel reaches. */
export const PAD = 112;
/** Room for one lane's tables of weights; once full they are made anew. */
const TABLE_BYTES = 8 << 20;
const PAGE = 65536;
/** Memory of WebAssembly ends here. */
const MOST_BYTES = 65536 * PAGE;
/** Positions are kept in 64 bits, but a longer side than this has no use and would strain them. */
const LONGEST = 1 << 20;

/** Whole numbers of 8 or 16 bits, or floats, of which 1 is the brightest. */
export type EngineSamples = Uint8Array | Uint16Array | Float32Array;
export type SampleBytes = 1 | 2 | 4;

/** Samples of a size in a buffer. */
export function samplesIn(bytes: SampleBytes, buffer: ArrayBufferLike, at: number, length: number): EngineSamples {
  if (bytes === 1) return new Uint8Array(buffer, at, length);
  return bytes === 2 ? new Uint16Array(buffer, at, length) : new Float32Array(buffer, at, length);
}

/** Where everything lies in the kernel's memory, bytes. Threads that share the memory work in lanes of their own. */
export interface MemoryPlan {
  readonly size: Size;
  /** Bytes per sample of source and result. */
  readonly sampleBytes: SampleBytes;
  /** Colours of the source, whether it has an alpha channel beside them, and channels of the result. */
  readonly channels: 1 | 3;
  readonly sourceAlpha: boolean;
  readonly resultChannels: 1 | 2 | 3 | 4;
  readonly output: Size;
  /** Tables that all lanes read: light over value, value over light, taps of the calming. */
  readonly decode: number;
  readonly encode: number;
  readonly taps: number;
  /**
   * First pixel of each plane, bytes per sample and samples per row. With alpha its plane is the last, and the colours
   * are multiplied by it, in 16 bits or as floats: what is transparent then has no weight.
   */
  readonly planes: readonly number[];
  readonly planeBytes: SampleBytes;
  readonly stride: number;
  /** One interleaved row of the source on its way into the planes. */
  readonly staging: number;
  readonly lanes: readonly {
    readonly record: number;
    readonly tables: number;
    readonly tableBytes: number;
    /** Room for bands on their way out of this lane; none where the whole picture has its room. */
    readonly slots: readonly number[];
    /** Room for a band that is worked on once it is resampled; 0 where none is. */
    readonly scratch: number;
  }[];
  /** The finished picture, rows · width · resultChannels samples; 0 where bands go out one by one. */
  readonly out: number;
  readonly pages: number;
}

const aligned = (n: number): number => Math.ceil(n / 16) * 16;

/**
 * Lays out the memory for one picture; null when it does not fit into what WebAssembly can reach.
 *
 * @param bands rows of a band and how many each lane has room for, where bands go out one by one.
 * @param scratchRows rows of a band that is worked on once it is resampled, its margin included; 0: none is.
 */
export function planMemory(
  parts: Pick<MemoryPlan, "size" | "sampleBytes" | "channels" | "resultChannels" | "output"> & {
    readonly sourceAlpha?: boolean;
  },
  lanes: number,
  bands: { readonly rows: number; readonly slots: number } | null = null,
  scratchRows = 0,
): MemoryPlan | null {
  const { size, sampleBytes, channels, output, sourceAlpha = false } = parts;
  const planeCount = channels + (sourceAlpha ? 1 : 0);
  const planeBytes = sourceAlpha && sampleBytes === 1 ? 2 : sampleBytes;
  const outRow = output[0] * parts.resultChannels * sampleBytes;
  let end = 1024;
  const take = (bytes: number): number => {
    const at = end;
    end = aligned(end + bytes);
    return at;
  };
  const tables = 4 * 8194;
  const decode = take(tables);
  const encode = take(tables);
  const taps = take(16 * 64);
  const laneParts = Array.from({ length: lanes }, () => ({
    record: take(RECORD_BYTES),
    tables: take(TABLE_BYTES),
    tableBytes: TABLE_BYTES,
    slots: Array.from({ length: bands?.slots ?? 0 }, () => take(outRow * bands!.rows + 64)),
    scratch: scratchRows > 0 ? take(outRow * scratchRows + 64) : 0,
  }));
  const staging = take(size[0] * planeCount * sampleBytes + 64);
  const stride = aligned(size[0] + 2 * PAD);
  const rows = size[1] + 2 * PAD;
  const planes = Array.from(
    { length: planeCount },
    () => take(stride * rows * planeBytes + 64) + (PAD * stride + PAD) * planeBytes,
  );
  const out = bands ? 0 : take(outRow * output[1] + 64);
  if (end > MOST_BYTES || Math.max(...size, ...output) > LONGEST) return null;
  return {
    ...parts,
    sourceAlpha,
    planeBytes,
    decode,
    encode,
    taps,
    planes,
    stride,
    staging,
    lanes: laneParts,
    out,
    pages: Math.ceil(end / PAGE),
  };
}
