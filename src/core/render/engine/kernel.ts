import type { StepCalls } from "../../course";

/** What the WebAssembly kernel (src/kernel) exports; addresses are bytes in the memory it was given. */
export interface Kernel extends StepCalls {
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
