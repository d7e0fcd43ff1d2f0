import type { Size, Vec2 } from "../../geometry";
import { compile } from "../map/compile";
import { type SettledRecipe, linesOf, lensOf, withCamera } from "./settled";
import { solveLines } from "../../attitude";
import { METADATA_SIGMA } from "../../own-edges";

/** One that nobody has told may be off by so much. */
const ASSUMED_SIGMA = 0.2;

/** How true heights are on the wall that is turned face-on, before any factor is put on them. */
export interface TrueAlready {
  /** Deviation of the focal length as a share of itself; null where it is taken as exact. */
  readonly focalSigma: number | null;
  /** What that does to heights over widths, as a share. */
  readonly heightSigma: number;
  /** Heights over widths that ease leaves untrue, at the middle of the frame, as a share: −0.02 is 2 % too low. */
  readonly eased: number;
}

/** Heights over widths at a place of the corrected plane of one recipe, on the plane of another. */
function tallness(one: SettledRecipe, other: SettledRecipe, size: Size, at: Vec2): number | null {
  const bare = (r: SettledRecipe): SettledRecipe => ({
    ...r,
    proportion: { on: true, height: 1 },
    frame: { ...r.frame, on: false },
  });
  const [from, to] = [compile(bare(one), size), compile(bare(other), size)];
  const out = new Float64Array(3);
  const moved = (dx: number, dy: number): Vec2 | null => {
    from.toRecorded(at[0] + dx, at[1] + dy, out);
    return out[2]! > 0 ? to.fromRecorded([out[0]!, out[1]!]) : null;
  };
  const [l, r, u, d] = [moved(-1, 0), moved(1, 0), moved(0, -1), moved(0, 1)];
  if (!l || !r || !u || !d) return null;
  return (d[1] - u[1]) / (r[0] - l[0]);
}

/**
 * How true heights already are: what the deviation of the focal length and ease do to heights over widths, found by solving
 * and mapping once more with them.
 *
 * @param solvedSigma deviation of a focal length that lines tell, as a share of it; null: they do not.
 * @param middle a place of the corrected plane, pixels.
 */
export function trueAlready(recipe: SettledRecipe, size: Size, solvedSigma: number | null, middle: Vec2): TrueAlready {
  const { focalFrom, focalPx } = recipe.camera;
  const focalSigma =
    focalFrom === "stated"
      ? null
      : focalFrom === "metadata"
        ? METADATA_SIGMA
        : focalFrom === "solved"
          ? (solvedSigma ?? METADATA_SIGMA)
          : ASSUMED_SIGMA;
  const full = { ...recipe, attitude: { ...recipe.attitude, ease: { plumb: 1, sill: 1 } } };
  const eased = 1 / (tallness(recipe, full, size, middle) ?? 1);
  if (focalSigma === null) return { focalSigma, heightSigma: 0, eased: eased - 1 };
  // A solved focal length and its attitude go together; the lines are solved again with another one.
  const step = Math.min(0.02, focalSigma);
  const camera = { ...recipe.camera, focalPx: focalPx * (1 + step) };
  const { face } = recipe.attitude;
  const again =
    recipe.attitude.from === "lines" ? solveLines(camera, lensOf(recipe, size), linesOf(recipe), { face }) : null;
  const attitude = again?.status === "solved" ? { ...full.attitude, ...again.attitude } : full.attitude;
  const other = tallness(full, withCamera({ ...full, camera, attitude }, size), size, middle) ?? 1;
  return { focalSigma, heightSigma: (Math.abs(other - 1) / step) * focalSigma, eased: eased - 1 };
}
