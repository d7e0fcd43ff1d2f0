import { CALM_EDGE, CALM_TAPS, isCalming } from "../pixels/calm";
import type { Cell } from "../pixels/cell";
import { eachCell } from "../pixels/cells";
import type { OutputMap } from "../map/compile";
import type { KernelName } from "../pixels/kernels";
import { CellOptics } from "./cell-optics";
import type { Kernel } from "./kernel";
import * as RECORD from "./record";
import type { MemoryPlan } from "./memory-plan";
import { type WeightTable, WeightTables } from "./weight-tables";

/** Inside the border by more than this many output pixels a pixel is fully covered. */
const COVERED = 0.47;

export interface EngineJob {
  readonly map: OutputMap;
  readonly kernel: KernelName;
  readonly alpha: boolean;
}

/**
 * One lane of the WebAssembly engine: makes bands of one picture by the same cells and weights as resampleBand, its
 * reference. The source must have been written (writeSource, writeSharedTables).
 */
export class Engine {
  private readonly f64: Float64Array;
  private readonly f32: Float32Array;
  private readonly i32: Int32Array;
  private readonly bytes: Uint8Array;
  private readonly record: number;
  private readonly weights: WeightTables;
  private readonly optics: CellOptics | null;
  /** Flags that all cells have. */
  private readonly flags: number;
  /** Where the band's first row goes, and which row that is. */
  private out = 0;

  constructor(
    private readonly kernel: Kernel,
    buffer: ArrayBufferLike,
    private readonly plan: MemoryPlan,
    private readonly job: EngineJob,
    lane: number,
  ) {
    const own = plan.lanes[lane];
    if (!own) throw new RangeError(`There is no lane ${lane}.`);
    this.record = own.record;
    this.f64 = new Float64Array(buffer, own.record, RECORD.RECORD_BYTES / 8);
    this.f32 = new Float32Array(buffer, own.record, RECORD.RECORD_BYTES / 4);
    this.i32 = new Int32Array(buffer, own.record, RECORD.RECORD_BYTES / 4);
    this.bytes = new Uint8Array(buffer);
    this.weights = new WeightTables(job.kernel, buffer, own.tables, own.tableBytes);
    const { optics } = job.map;
    const colour = plan.channels === 3;
    this.optics = optics && new CellOptics(optics, colour);
    this.flags =
      (job.alpha ? RECORD.ALPHA : 0) |
      (colour ? 0 : RECORD.GREY) |
      (plan.sourceAlpha ? RECORD.SOURCE_ALPHA : 0) |
      (this.optics?.relights ? RECORD.RELIGHT : 0) |
      (colour && optics && isCalming(optics.calm) ? RECORD.CALM : 0);
    this.describe(buffer);
  }

  /**
   * Makes rows y … y + rows of the picture.
   *
   * @param y a multiple of the cells' side. @param out address of the band's first pixel.
   */
  band(y: number, rows: number, out: number): void {
    this.out = out;
    eachCell(this.job.map, y, rows, (cell) => this.make(cell));
  }

  /** What is the same for all cells. */
  private describe(buffer: ArrayBufferLike): void {
    const { plan, i32, f64 } = this;
    const { optics } = this.job.map;
    const i64 = new BigInt64Array(buffer, this.record, RECORD.RECORD_BYTES / 8);
    i64[RECORD.MOST_X / 8] = BigInt(plan.size[0] + RECORD.OUTSIDE) << 20n;
    i64[RECORD.MOST_Y / 8] = BigInt(plan.size[1] + RECORD.OUTSIDE) << 20n;
    f64[RECORD.SOURCE_W / 8] = plan.size[0];
    f64[RECORD.SOURCE_H / 8] = plan.size[1];
    i32[RECORD.OUT_STRIDE / 4] = plan.output[0] * plan.resultChannels * plan.sampleBytes;
    i32[RECORD.CHANNELS / 4] = plan.resultChannels;
    i32[RECORD.GREEN / 4] = plan.planes[plan.channels === 3 ? 1 : 0]!;
    i32[RECORD.ALPHA_PLANE / 4] = plan.sourceAlpha ? plan.planes[plan.channels]! : 0;
    i32[RECORD.STRIDE / 4] = plan.stride;
    i32[RECORD.DECODE / 4] = plan.decode;
    i32[RECORD.ENCODE / 4] = plan.encode;
    i32[RECORD.TAPS / 4] = plan.taps;
    i32[RECORD.TAP_COUNT / 4] = CALM_TAPS.length;
    f64[RECORD.ALPHA_FULL / 8] = alphaFull(plan);
    f64[RECORD.PURPLE / 8] = optics?.calm.purple ?? 0;
    f64[RECORD.GREEN_AMOUNT / 8] = optics?.calm.green ?? 0;
    f64[RECORD.EDGE_FROM / 8] = CALM_EDGE[0];
    f64[RECORD.EDGE_TO / 8] = CALM_EDGE[1];
  }

  private make(cell: Cell): void {
    const { plan, f64, i32, optics } = this;
    const { corners, w, h, shrinkX, shrinkY } = cell;
    if (optics && w > 1 && h > 1 && cell.seen && !optics.isStraight(corners)) return this.quarter(cell);
    const border = !(leastInset(cell, plan.size[0], plan.size[1]) > COVERED);
    for (let i = 0; i < 8; i++) f64[i] = corners[i]!;
    f64[RECORD.SHRINK_X / 8] = shrinkX;
    f64[RECORD.SHRINK_Y / 8] = shrinkY;
    i32[RECORD.WIDTH / 4] = w;
    i32[RECORD.HEIGHT / 4] = h;
    i32[RECORD.FLAGS / 4] = this.flags | (border ? RECORD.BORDER : 0);
    i32[RECORD.OUT / 4] = this.out + (cell.y * plan.output[0] + cell.x) * plan.resultChannels * plan.sampleBytes;
    if (!cell.seen || (border && isOutside(cell, plan.size[0], plan.size[1]))) return this.leaveEmpty();
    if (optics?.relights) optics.writeGains(this.f32, corners);
    this.gather(cell, border ? 1 : 0);
    const { kernel, record } = this;
    if (plan.sampleBytes === 1) kernel.finish8(record);
    else if (plan.sampleBytes === 2) kernel.finish16(record);
    else kernel.finish32(record);
  }

  private gather(cell: Cell, border: 0 | 1): void {
    const { plan, kernel, record, optics } = this;
    const { planes, stride, planeBytes, sourceAlpha } = plan;
    const [x, y] = this.weights.pair(cell.shrinkX, cell.shrinkY);
    const sums = record + RECORD.SUMS;
    const plane = (corners: number, from: number, to: number): void => {
      const gather = planeBytes === 1 ? kernel.gather8 : planeBytes === 2 ? kernel.gather16 : kernel.gather32;
      gather(record, corners, from, stride, x.across, x.blocks, x.count, y.down, y.count, to, border);
    };
    const one = (corners: number, c: 0 | 1 | 2): void => {
      const to = sums + c * RECORD.SUM_PLANE_BYTES;
      plane(corners, planes[c]!, to);
      if (!sourceAlpha) return;
      plane(corners, planes[plan.channels]!, record + RECORD.ALPHA_SUMS);
      kernel.divide(record, to, FULL[plan.sampleBytes]);
    };
    if (plan.channels === 1) return one(record, 0);
    if (!optics?.parts && !sourceAlpha) return this.gatherAll(x, y, border);
    if (!optics?.parts) {
      for (const c of [0, 1, 2] as const) one(record, c);
      return;
    }
    for (const [c, colour] of [[0, "red"] as const, [2, "blue"] as const]) {
      this.f64.set(optics.partedCorners(colour, cell.corners), RECORD.PARTED / 8);
      one(record + RECORD.PARTED, c);
    }
    // Last, so that the alpha left is that of the pixel's own place.
    one(record, 1);
  }

  private gatherAll(x: WeightTable, y: WeightTable, border: 0 | 1): void {
    const { plan, kernel, record } = this;
    const { planes, stride, planeBytes } = plan;
    const gather = planeBytes === 1 ? kernel.gatherAll8 : planeBytes === 2 ? kernel.gatherAll16 : kernel.gatherAll32;
    const [first, step] = [planes[0]!, planes[1]! - planes[0]!];
    const sums = record + RECORD.SUMS;
    gather(record, first, step, stride, x.across, x.blocks, x.count, y.down, y.count, sums, border);
  }

  /** Makes a cell over which gain or fringes bend too much in four parts. */
  private quarter({ corners, x, y, w, h, shrinkX, shrinkY, seen }: Cell): void {
    const own = corners.slice();
    const at = (u: number, v: number, n: 0 | 1): number =>
      own[n]! * (1 - u) * (1 - v) + own[2 + n]! * u * (1 - v) + own[4 + n]! * (1 - u) * v + own[6 + n]! * u * v;
    const [w0, h0] = [w >> 1, h >> 1];
    for (const [left, wide] of [[0, w0] as const, [w0, w - w0] as const])
      for (const [top, high] of [[0, h0] as const, [h0, h - h0] as const]) {
        const part = new Float64Array(8);
        for (let i = 0; i < 4; i++)
          for (const n of [0, 1] as const)
            part[2 * i + n] = at((left + (i & 1 ? wide : 0)) / w, (top + (i & 2 ? high : 0)) / h, n);
        this.make({ corners: part, x: x + left, y: y + top, w: wide, h: high, shrinkX, shrinkY, seen });
      }
  }

  /** Nothing was recorded here. */
  private leaveEmpty(): void {
    const { plan, i32, bytes } = this;
    const stride = i32[RECORD.OUT_STRIDE / 4]!;
    const length = i32[RECORD.WIDTH / 4]! * plan.resultChannels * plan.sampleBytes;
    const out = i32[RECORD.OUT / 4]! >>> 0;
    for (let j = 0; j < i32[RECORD.HEIGHT / 4]!; j++) bytes.fill(0, out + j * stride, out + j * stride + length);
  }
}

/** What full cover comes to in the plane of alpha: 8 bits are multiplied by 255, as the colours are by them. */
const alphaFull = ({ sampleBytes }: MemoryPlan): number => (sampleBytes === 1 ? 255 * 255 : FULL[sampleBytes]);

/** The brightest sample, by its bytes. */
const FULL = { 1: 255, 2: 65535, 4: 1 } as const;

/** How far inside the photo's border the outermost corner of a cell lies, output pixels. */
function leastInset({ corners, shrinkX, shrinkY }: Cell, width: number, height: number): number {
  let leastX = Infinity;
  let leastY = Infinity;
  for (let i = 0; i < 8; i += 2) {
    const x = corners[i]!;
    const y = corners[i + 1]!;
    leastX = Math.min(leastX, x, width - x);
    leastY = Math.min(leastY, y, height - y);
  }
  return Math.min(leastX / shrinkX, leastY / shrinkY);
}

/** Whether a cell lies beyond one side of the photo altogether, further than the border's blend reaches. */
function isOutside({ corners, shrinkX, shrinkY }: Cell, width: number, height: number): boolean {
  const beyond = (axis: 0 | 1, from: number, sign: 1 | -1, reach: number): boolean => {
    for (let i = axis; i < 8; i += 2) if (sign * (corners[i]! - from) < reach) return false;
    return true;
  };
  const [x, y] = [COVERED * shrinkX, COVERED * shrinkY];
  return beyond(0, 0, -1, x) || beyond(0, width, 1, x) || beyond(1, 0, -1, y) || beyond(1, height, 1, y);
}
