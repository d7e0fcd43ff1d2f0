/** Longest that work over a whole picture keeps the loop to itself, ms. */
const SLICE_MS = 15;

/**
 * Does work over many rows or samples without holding up the process: in slices, between which others get their turn.
 *
 * @param step as much as is done at once: a small part of SLICE_MS.
 */
export async function inSlices(length: number, step: number, work: (from: number, to: number) => void): Promise<void> {
  let began = performance.now();
  for (let from = 0; from < length; from += step) {
    work(from, Math.min(length, from + step));
    if (performance.now() - began < SLICE_MS) continue;
    await new Promise((resolve) => setImmediate(resolve));
    began = performance.now();
  }
}
