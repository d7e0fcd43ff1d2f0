/** Larger memories are let go at once, pages of 64 KiB: half a gigabyte. */
const MOST_KEPT = 8192;

/**
 * Memories for the engine, used again from picture to picture: the collector lets go of shared memory late, and fresh
 * pages cost time. At most one waits.
 */
export class MemoryPool {
  private spare: WebAssembly.Memory | null = null;

  /** A memory of at least so many pages; what lies in it is left over from before. */
  take(pages: number): WebAssembly.Memory {
    const { spare } = this;
    if (spare && spare.buffer.byteLength >= pages * 65536) {
      this.spare = null;
      return spare;
    }
    return new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
  }

  /** Nobody reads it any more. */
  give(memory: WebAssembly.Memory): void {
    const bytes = memory.buffer.byteLength;
    if (bytes <= MOST_KEPT * 65536 && bytes >= (this.spare?.buffer.byteLength ?? 0)) this.spare = memory;
  }
}
