import { type Raster, type Samples, type StepKernel, colourCount, peak, samplesLike } from "../../course";
import { SEEN } from "../light";
import {
  BLOCK,
  type Limits,
  NOTHING,
  type Steepness,
  type SteepnessAt,
  blockBefore,
  gates,
  kernelOf,
} from "./steepness";
import * as record from "./steepen-record";

/** Where the kernel's record lies, and what follows it. */
const RECORD = 1024;
const KERNELS = RECORD + 128;
/** The kernel reads four pixels at once, also where a row ends. */
const SPARE = 64;

const aligned = (n: number): number => Math.ceil(n / 16) * 16;

/** Gaussians, one behind the other where the kernel finds them. */
class Gaussians {
  private readonly at = new Map<Float32Array, number>();
  end = KERNELS;
  /** The furthest that any of them reaches, pixels. */
  reach = 1;

  place(half: Float32Array): number {
    const known = this.at.get(half);
    if (known !== undefined) return known;
    const at = this.end;
    this.at.set(half, at);
    this.end += half.byteLength;
    this.reach = Math.max(this.reach, half.length - 1);
    return at;
  }

  write(buffer: ArrayBufferLike): void {
    for (const [half, at] of this.at) new Float32Array(buffer, at, half.length).set(half);
  }
}

/** As the arguments of `steepened`. */
interface Order {
  readonly raster: Raster;
  readonly target: Samples;
  readonly at: SteepnessAt;
  readonly limits: Limits;
  readonly rows: readonly [number, number];
  readonly origin: readonly [number, number];
}

/**
 * `steepened`, by the kernel: the same within a level. @returns false where it has no room for the raster; nothing is done then.
 */
export function steepenedByKernel(kernel: StepKernel, { raster, target, at, limits, rows, origin }: Order): boolean {
  const { data, width, height, channels } = raster;
  const [firstRow, lastRow] = rows;
  const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
  const wide = Math.ceil((width - offX) / BLOCK);
  const high = Math.ceil((height - offY) / BLOCK);
  const gaussians = new Gaussians();
  const blocks = new ArrayBuffer(wide * high * record.BLOCK_BYTES);
  const [whole, parts] = [new Int32Array(blocks), new Float32Array(blocks)];
  const how: Steepness = { blurX: 0, blurY: 0, gainX: 0, gainY: 0 };
  for (let j = 0, n = 0; j < high; j++) {
    const top = offY + j * BLOCK;
    for (let i = 0; i < wide; i++, n += record.BLOCK_BYTES / 4) {
      if (top + BLOCK <= firstRow || top >= lastRow) continue;
      if (!at(offX + i * BLOCK + BLOCK / 2, top + BLOCK / 2, how)) continue;
      const [kx, ky] = [kernelOf(how.blurX), kernelOf(how.blurY)];
      whole[n + record.KERNEL_X / 4] = gaussians.place(kx);
      whole[n + record.KERNEL_Y / 4] = gaussians.place(ky);
      whole[n + record.REACH_X / 4] = kx.length - 1;
      whole[n + record.REACH_Y / 4] = ky.length - 1;
      parts[n + record.GAIN_X / 4] = how.gainX;
      parts[n + record.GAIN_Y / 4] = how.gainY;
    }
  }
  const pad = gaussians.reach;
  const blocksAt = aligned(gaussians.end);
  const lightAt = aligned(blocksAt + blocks.byteLength);
  const dataAt = aligned(lightAt + (width + 2 * pad + 4) * (height + 2 * pad) * 4 + SPARE);
  const buffer = kernel.memory(dataAt + data.byteLength + SPARE);
  if (!buffer) return false;
  gaussians.write(buffer);
  new Uint8Array(buffer, blocksAt, blocks.byteLength).set(new Uint8Array(blocks));
  const own = samplesLike(data, buffer, dataAt, data.length);
  own.set(data as never);
  const view = new DataView(buffer, RECORD, record.RECORD_BYTES);
  const put = (where: number, value: number): void => view.setInt32(where, value, true);
  put(record.DATA, dataAt);
  put(record.WIDTH, width);
  put(record.HEIGHT, height);
  put(record.CHANNELS, channels);
  put(record.LIGHT, lightAt);
  put(record.PAD, pad);
  put(record.BLOCKS, blocksAt);
  put(record.BLOCKS_WIDE, wide);
  put(record.OFF_X, offX);
  put(record.OFF_Y, offY);
  put(record.FIRST_ROW, firstRow);
  put(record.LAST_ROW, lastRow);
  const full = peak(data);
  const { quiet, still } = gates(limits.noise);
  view.setFloat32(record.QUIET, quiet, true);
  view.setFloat32(record.STILL, still, true);
  view.setFloat32(record.OVERSHOOT, limits.overshoot, true);
  view.setFloat32(record.NOTHING, NOTHING, true);
  const seen = colourCount(channels) === 1 ? [1, 0, 0] : SEEN;
  view.setFloat32(record.SEEN_RED, seen[0]! / full, true);
  view.setFloat32(record.SEEN_GREEN, seen[1]! / full, true);
  view.setFloat32(record.SEEN_BLUE, seen[2]! / full, true);
  const { bright, steepen } = callsFor(kernel, data);
  for (let y = 0; y < height; y += BLOCK) bright(RECORD, y, Math.min(height, y + BLOCK));
  kernel.calls.continueBrightness(RECORD);
  for (let j = 0; j < high; j++) {
    const top = offY + j * BLOCK;
    if (top + BLOCK > firstRow && top < lastRow) steepen(RECORD, j);
  }
  const row = width * channels;
  target.set(own.subarray(firstRow * row, lastRow * row) as never, firstRow * row);
  return true;
}

/** What the kernel does with samples like these. */
function callsFor({ calls }: StepKernel, { BYTES_PER_ELEMENT }: Samples) {
  if (BYTES_PER_ELEMENT === 1) return { bright: calls.brightness8, steepen: calls.steepen8 };
  if (BYTES_PER_ELEMENT === 2) return { bright: calls.brightness16, steepen: calls.steepen16 };
  return { bright: calls.brightness32, steepen: calls.steepen32 };
}
