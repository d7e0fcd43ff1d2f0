import { type Colours, apart } from "./colours";

/** Each step costs at least this, so that what is far is further than what is near in the same colour. */
const STEP = 0.0004;
/** Changes much smaller than this are grain, and hardly count however many there are. */
const GRAIN = 0.12;
/** Ways longer than this are not told apart; and how finely they are. */
const MOST = 3;
const FINE = 0.004;

/**
 * How far each pixel is from some of them along the way on which the colour changes least: the sum of its changes. Dijkstra
 * (1959), the ways kept in a row of buckets (Dial 1969).
 *
 * @returns 0…3; 3 also for all that is further.
 */
export function geodesicFrom(colours: Colours, from: readonly number[]): Float32Array {
  const { width, height } = colours;
  const far = new Float32Array(width * height).fill(MOST);
  const buckets: number[][] = Array.from({ length: Math.ceil(MOST / FINE) + 1 }, () => []);
  for (const i of from) {
    far[i] = 0;
    buckets[0]!.push(i);
  }
  for (let level = 0; level < buckets.length; level++) {
    const bucket = buckets[level]!;
    for (const i of bucket) {
      if (Math.floor(far[i]! / FINE) !== level) continue;
      const x = i % width;
      const y = (i / width) | 0;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          if ((dx === 0 && dy === 0) || x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) continue;
          const j = i + dy * width + dx;
          // Rounded as it is kept: else a way would for ever be shorter than itself.
          const change = apart(colours, i, j);
          const step = STEP * (dx !== 0 && dy !== 0 ? Math.SQRT2 : 1);
          const way = Math.fround(far[i]! + (change * change) / (change + GRAIN) + step);
          if (way >= far[j]!) continue;
          far[j] = way;
          buckets[Math.floor(way / FINE)]!.push(j);
        }
    }
    buckets[level] = [];
  }
  return far;
}
