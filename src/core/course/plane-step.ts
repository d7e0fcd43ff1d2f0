import { type Mat3, type Vec2, apply3, clipInFront, invert3, multiply3 } from "../geometry";

/** A line across which a step's derivative jumps, pixels of the corrected plane: cells are cut there. */
export type Break = readonly [Vec2, Vec2];

/**
 * A step of the chain that moves coordinates, from the recorded picture towards the corrected plane. What is nearer to
 * the recorded picture is its inside, what is nearer to the plane its outside.
 */
export interface PlaneStep {
  /** Inside → outside; null where the place cannot be seen. */
  forward(p: Vec2): Vec2 | null;
  /**
   * Outside → inside. Writes x, y and a margin to `out`, pixels of the inside; where the margin is not positive there is
   * nothing inside: the place lies behind the camera, or beyond a fold.
   */
  back(x: number, y: number, out: Float64Array): void;
  /** A closed polygon inside → what of it is seen outside; in general with more or fewer corners. */
  outline(polygon: readonly Vec2[]): Vec2[];
  /** The step as a homography inside → outside, where it is one: such steps fold into one matrix. */
  readonly matrix?: Mat3;
  readonly breaks?: readonly Break[];
}

/** Margin of places that are far from any edge of what is there. */
export const FAR_INSIDE = 1e9;
/** Points further than this from the corrected camera's axis are left out: its tangent, about 86°. */
const WIDEST = 15;

/**
 * A homography as a step. @param matrix inside → outside.
 *
 * @throws RangeError when it has no inverse.
 */
export function homographyStep(matrix: Mat3): PlaneStep {
  const [a, b, c, d, e, f, g, h, i] = invert3(matrix);
  return {
    matrix,
    forward: ([x, y]) => {
      const [px, py, w] = apply3(matrix, [x, y, 1]);
      return w > 1e-6 ? [px / w, py / w] : null;
    },
    back: (x, y, out) => {
      const w = g * x + h * y + i;
      if (!(w > 1e-6)) {
        out[0] = out[1] = out[2] = -FAR_INSIDE;
        return;
      }
      out[0] = (a * x + b * y + c) / w;
      out[1] = (d * x + e * y + f) / w;
      out[2] = FAR_INSIDE;
    },
    outline: (polygon) =>
      clipInFront(
        polygon.map(([x, y]) => apply3(matrix, [x, y, 1])),
        1 / WIDEST,
      ).map(([x, y, w]): Vec2 => [x / w, y / w]),
  };
}

/** Neighbouring homographies as one. @param steps from the recorded picture to the plane. */
export function folded(steps: readonly PlaneStep[]): PlaneStep[] {
  const out: PlaneStep[] = [];
  for (const step of steps) {
    const last = out[out.length - 1];
    if (last?.matrix && step.matrix) out[out.length - 1] = homographyStep(multiply3(step.matrix, last.matrix));
    else out.push(step);
  }
  return out;
}

/** Several steps as one; none leaves everything where it is. @param steps from the recorded picture to the plane. */
export function chained(steps: readonly PlaneStep[]): PlaneStep {
  const all = folded(steps);
  if (all.length === 1) return all[0]!;
  const inwards = [...all].reverse();
  return {
    forward: (p) => all.reduce<Vec2 | null>((at, step) => at && step.forward(at), p),
    back: (x, y, out) => {
      out[0] = x;
      out[1] = y;
      let margin = FAR_INSIDE;
      for (const step of inwards) {
        step.back(out[0]!, out[1]!, out);
        if (out[2]! < margin) margin = out[2]!;
        if (!(margin > 0)) break;
      }
      out[2] = margin;
    },
    outline: (polygon) => all.reduce<Vec2[]>((at, step) => (at.length < 3 ? [] : step.outline(at)), [...polygon]),
    breaks: outsideBreaks(all),
  };
}

/** The breaks of all steps, carried on to the plane. */
function outsideBreaks(steps: readonly PlaneStep[]): Break[] {
  return steps.flatMap((step, i) =>
    (step.breaks ?? []).flatMap(([from, to]): Break[] => {
      const carry = (p: Vec2): Vec2 | null =>
        steps.slice(i + 1).reduce<Vec2 | null>((at, next) => at && next.forward(at), p);
      const [a, b] = [carry(from), carry(to)];
      return a && b ? [[a, b]] : [];
    }),
  );
}
