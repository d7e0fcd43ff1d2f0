/** Work that runs side by side with other such work, or alone. */
export class SideBySide {
  private running = 0;
  /** Ends when all that asked to be alone has been. */
  private alone: Promise<unknown> | null = null;
  private idle: (() => void) | null = null;

  /** Runs with others; waits while something is to run alone. */
  async together<T>(work: () => Promise<T>): Promise<T> {
    while (this.alone) await this.alone.catch(() => undefined);
    this.running++;
    try {
      return await work();
    } finally {
      this.running--;
      if (this.running === 0) this.idle?.();
    }
  }

  /** Runs once nothing else does, and holds up all else meanwhile. Must not be asked for from within `together`. */
  async byItself<T>(work: () => Promise<T>): Promise<T> {
    const before = this.alone ?? Promise.resolve();
    const mine = before
      .catch(() => undefined)
      .then(async () => {
        if (this.running > 0) await new Promise<void>((resolve) => (this.idle = resolve));
        this.idle = null;
        return work();
      });
    this.alone = mine;
    try {
      return await mine;
    } finally {
      if (this.alone === mine) this.alone = null;
    }
  }
}
