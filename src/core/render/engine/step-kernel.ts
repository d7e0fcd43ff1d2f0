import type { StepCalls, StepKernel } from "../../course";

const PAGE = 65536;

/** The memory that steps on pixels work in, as its host makes it: it grows, and no step has more than 1 GiB at once. */
export const STEP_MEMORY = { initial: 1, maximum: 16384, shared: true } as const;

/** As much of a WebAssembly memory as is needed here. */
interface GrowingMemory {
  readonly buffer: ArrayBufferLike;
  grow(pages: number): number;
}

/** The kernel for steps on pixels. @param calls of the kernel that was given the memory, which is nobody else's. */
export const stepKernelOf = (calls: StepCalls, memory: GrowingMemory): StepKernel => ({
  calls,
  memory: (bytes) => {
    const missing = Math.ceil((bytes - memory.buffer.byteLength) / PAGE);
    if (missing <= 0) return memory.buffer;
    try {
      memory.grow(missing);
    } catch {
      return null;
    }
    return memory.buffer;
  },
});
