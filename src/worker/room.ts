/**
 * Room for work that takes memory: what fits beside the rest goes in at once, in the order of asking; what is larger
 * than all of it goes in alone.
 */
export class Room {
  private taken = 0;
  private readonly waiting: { readonly bytes: number; readonly enter: () => void }[] = [];

  constructor(private readonly bytes: number) {}

  /** Does the work once there is room for it. */
  async within<T>(bytes: number, work: () => Promise<T>): Promise<T> {
    await new Promise<void>((enter) => {
      this.waiting.push({ bytes, enter });
      this.letIn();
    });
    try {
      return await work();
    } finally {
      this.taken -= bytes;
      this.letIn();
    }
  }

  private letIn(): void {
    for (let next = this.waiting[0]; next; next = this.waiting[0]) {
      if (this.taken > 0 && this.taken + next.bytes > this.bytes) return;
      this.waiting.shift();
      this.taken += next.bytes;
      next.enter();
    }
  }
}

/**
 * Bytes a delivery takes at most, by the pixels that go in and those that come out: what benchmarks/delivery.mjs holds it
 * to for samples of 8 bits, and as much more for deeper ones.
 */
export const bytesFor = (read: number, made: number, bits: number): number =>
  ((7 * read + 7 * Math.max(read, made)) * bits) / 8 + 50 * 2 ** 20;
