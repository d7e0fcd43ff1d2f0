/** What the WebAssembly kernel (src/kernel) does for steps on pixels; addresses are bytes in the memory that it was given. */
export interface StepCalls {
  /** @param record see finish/sharpness/steepen-record.ts, for these and the next. */
  brightness8: BrightRows;
  brightness16: BrightRows;
  brightness32: BrightRows;
  continueBrightness(record: number): void;
  steepen8: SteepenBlocks;
  steepen16: SteepenBlocks;
  steepen32: SteepenBlocks;
  /** @param record see finish/tone/tone-record.ts. */
  tone8(record: number): void;
}

type BrightRows = (record: number, firstRow: number, lastRow: number) => void;
type SteepenBlocks = (record: number, blockRow: number) => void;

/** The kernel as a step finds it where there is one, with a memory of its own to work in. */
export interface StepKernel {
  readonly calls: StepCalls;
  /** So many bytes from 0 on, good until it is asked again; null where that is more than there is. */
  memory(bytes: number): ArrayBufferLike | null;
}
