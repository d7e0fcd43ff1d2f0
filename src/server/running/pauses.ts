const FIRST_MS = 250;
const LONGEST_MS = 10_000;

/** Pauses between tries that grow from a quarter of a second to ten. */
export class Pauses {
  private next = FIRST_MS;

  /** Waits, longer each time. @param signal ends the waiting early. */
  async wait(signal?: AbortSignal): Promise<void> {
    const ms = this.next;
    this.next = Math.min(LONGEST_MS, 2 * ms);
    await pause(ms, signal);
  }

  /** It went well: the next pause is short again. */
  reset(): void {
    this.next = FIRST_MS;
  }
}

/** Resolves after so many ms, or when the signal comes. */
export function pause(ms: number, signal?: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    if (signal?.aborted) return resolve();
    const timer = setTimeout(done, ms);
    function done(): void {
      clearTimeout(timer);
      signal?.removeEventListener("abort", done);
      resolve();
    }
    signal?.addEventListener("abort", done, { once: true });
  });
}
