/**
 * Lateral colour fringes: a channel's recorded radius over that of green, 1 + a + b r²,
 * r the radius of green about the distortion centre in half diagonals.
 */
export type Fringe = readonly [a: number, b: number];

/** Radius of a channel at the radius of green, half diagonals. */
export const fringedRadius = ([a, b]: Fringe, green: number): number => green * (1 + a + b * green * green);

/** Radius of green at the radius of a channel, half diagonals, by Newton steps; exact for every fringe a lens has. */
export function greenRadius([a, b]: Fringe, channel: number): number {
  let r = channel;
  for (let n = 0; n < 8; n++) {
    const step = (r * (1 + a + b * r * r) - channel) / (1 + a + 3 * b * r * r);
    r -= step;
    if (Math.abs(step) < 1e-15) break;
  }
  return r;
}
