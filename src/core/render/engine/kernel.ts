/** What the WebAssembly kernel (src/kernel) exports; addresses are bytes in the memory it was given. */
export interface Kernel {
  split8(from: number, count: number, channels: number, red: number, green: number, blue: number): void;
  split32(from: number, count: number, channels: number, red: number, green: number, blue: number): void;
  split16(from: number, count: number, channels: number, red: number, green: number, blue: number): void;
  premultiply8: Premultiply;
  premultiply16: Premultiply;
  premultiply32: Premultiply;
  padRow(row: number, count: number, pad: number, bytes: number): void;
  gather8: Gather;
  gather16: Gather;
  gather32: Gather;
  gatherAll8: Gather;
  gatherAll16: Gather;
  gatherAll32: Gather;
  divide(cell: number, sums: number, full: number): void;
  finish8(cell: number): void;
  finish16(cell: number): void;
  finish32(cell: number): void;
}

type Premultiply = (
  from: number,
  count: number,
  colours: number,
  red: number,
  green: number,
  blue: number,
  alpha: number,
) => void;

/** The second and third are corners and plane, or for all planes at once the first plane and the way to the next. */
type Gather = (
  cell: number,
  cornersOrPlane: number,
  planeOrStep: number,
  stride: number,
  tableX: number,
  blocks: number,
  nx: number,
  tableY: number,
  ny: number,
  sums: number,
  border: number,
) => void;

/** The cell's record, byte offsets; the same numbers as in src/kernel/cell.ts, which says what each is. */
export const RECORD = {
  corners: 0,
  gains: 64,
  roots: 80,
  shrinkX: 96,
  shrinkY: 104,
  sourceW: 112,
  sourceH: 120,
  width: 128,
  height: 132,
  flags: 136,
  out: 140,
  outStride: 144,
  channels: 148,
  green: 152,
  stride: 156,
  decode: 160,
  encode: 164,
  taps: 168,
  tapCount: 172,
  purple: 176,
  greenAmount: 184,
  edgeFrom: 192,
  edgeTo: 200,
  mostX: 208,
  mostY: 216,
  alphaFull: 248,
  sums: 256,
  /** Corners for red or blue where the lens parts them from green. */
  parted: 4096,
  alphaPlane: 4168,
  alphaSums: 4352,
} as const;
export const RECORD_BYTES = 8192;

export const SUM_PLANE_BYTES = 1024;

export const FLAG = { border: 1, relight: 2, alpha: 4, calm: 8, grey: 16, sourceAlpha: 32 } as const;
