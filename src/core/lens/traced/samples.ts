import type { Size } from "../../geometry";
import { type Trace, type TracedLens, straightened } from "./residuals";

/** A sample of a trace about the distortion centre. */
export interface TraceSample {
  /** Recorded radius, half diagonals. */
  readonly r: number;
  /** Distance from straight, recorded pixels, signed. */
  readonly missPx: number;
  /** Distortion that this sample alone would give at its radius, percent; null where its edge runs along the radius. */
  readonly percent: number | null;
}

/** An edge must stand across the radius at least this much (cosine of its normal) to tell the distortion there. */
const ACROSS = 0.5;

/**
 * The samples of traces as points beside a lens's curve. Residuals are carried to the radius: one of m pixels across
 * an edge is m / sin of the edge's angle to the radius along it. `percentAt` gives the curve, percent at a radius.
 */
export function traceSamples(
  traces: readonly Trace[],
  lens: TracedLens,
  size: Size,
  percentAt: (r: number) => number,
): TraceSample[] {
  const unit = Math.hypot(size[0], size[1]) / 2;
  return traces.flatMap((trace) => {
    const { points } = trace;
    if (points.length < 5) return [];
    const { xs, ys, normal, residuals } = straightened(trace, lens, size);
    return points.map(([px, py], i): TraceSample => {
      const r = Math.hypot(px - lens.centre[0], py - lens.centre[1]) / unit;
      // The normal's part along the radius: how far the edge stands across it, and to which side.
      const across = (normal[0] * xs[i]! + normal[1] * ys[i]!) / (Math.hypot(xs[i]!, ys[i]!) || 1);
      const missPx = residuals[i]!;
      const told = Math.abs(across) >= ACROSS;
      return { r, missPx, percent: told ? percentAt(r) + (100 * missPx) / (across * unit * r) : null };
    });
  });
}
