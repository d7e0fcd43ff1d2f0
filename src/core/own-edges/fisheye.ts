import type { Size, Vec2 } from "../geometry";
import { type Lens, makeLens } from "../lens";
import { solveSymmetric } from "../numerics";
import { FINE_REACHES, type OwnFit, fitOwnEdges } from "./fit";
import { followedRoughly } from "./followed";
import { CENTRED, LENSES } from "./free-lens";
import { type OwnEdge, flatEdges, longestOf } from "./own-edge";
import type { OwnPriors } from "./priors";
import { BUILT, type OwnOptions, type OwnSolution, solutionOf } from "./solve";
import { ownStarts } from "./starts";

/** A radial lens that would bow by more than this at the corner may be a fisheye: half diagonals. */
export const MAY_BE_FISHEYE = -0.1;
/** The fisheye must have this much less against it. */
export const RATHER_FISHEYE = 30;
/** Focal lengths tried, half diagonals, each by this factor longer than the one before. */
const FOCALS = [0.45, 2.2] as const;
const FACTOR = 1.1;
/** Starts followed for each. */
const FOLLOWED = 2;
/** Steps of the focal length's logarithm by which the best is closed in on. */
const STEPS = [0.03, 0.012, 0.006] as const;
/** While one focal length is looked at it is held to it: the lens hangs on it. */
const FIXED = 1e-3;

/** An equidistant fisheye about the picture's middle. */
const fisheyeLens = (size: Size, focalPx: number): Lens =>
  makeLens(size, {
    model: "equidistant",
    k: [0, 0, 0],
    p: [0, 0],
    centre: [size[0] / 2, size[1] / 2],
    amount: 1,
    focalPx,
  });

/** Edges as a lens without distortion would have recorded them, each node's deviation as the lens stretches it across the edge. */
function flattened(edges: readonly OwnEdge[], lens: Lens, reach: number, [w, h]: Size): OwnEdge[] {
  return edges.flatMap(({ nodes }): OwnEdge[] => {
    const ideal = nodes.map((n) => lens.undistort(n.place));
    if (ideal.some(([x, y]) => Math.hypot(x - w / 2, y - h / 2) > reach)) return [];
    const [a, b] = [ideal[0]!, ideal[ideal.length - 1]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    const across: Vec2 = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
    return [
      {
        nodes: ideal.map((place, i) => {
          const [xx, xy, yx, yy] = lens.jacobian(place);
          const det = xx * yy - xy * yx;
          // Rows of the inverse, by the direction across.
          const [u, v] = [(across[0] * yy - across[1] * yx) / det, (across[1] * xx - across[0] * xy) / det];
          return { place, sigmaPx: nodes[i]!.sigmaPx * Math.hypot(u, v) };
        }),
      },
    ];
  });
}

/** Ideal places further out than this, half diagonals, are stretched beyond use. */
const REACH = 2.5;

interface At {
  readonly logFocal: number;
  readonly fit: OwnFit;
}

/**
 * Focal length and attitude from edges seen through an equidistant fisheye, which has nothing but its focal length to be
 * known by: for each of many, the attitude that the fewest edges speak against, and the best closed in on.
 *
 * @param near a focal length near to it, pixels; null: any. @returns null where the edges lead nowhere.
 */
export function solveFisheye(
  edges: readonly OwnEdge[],
  size: Size,
  { built = BUILT, face = "auto" }: OwnOptions = {},
  near: number | null = null,
): OwnSolution | null {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const priorsAt = (logFocal: number): OwnPriors => ({
    k: LENSES,
    centre: CENTRED,
    logFocal,
    logFocalSigma: FIXED,
    built,
  });
  const flatAt = (logFocal: number): OwnEdge[] =>
    flattened(edges, fisheyeLens(size, Math.exp(logFocal) * unit), REACH * unit, size);
  const rough = (logFocal: number): At | null => {
    const flat = flatAt(logFocal);
    if (flat.length < 6) return null;
    const some = flatEdges(longestOf(flat), size);
    const priors = priorsAt(logFocal);
    const starts = ownStarts(flatEdges(flat, size), size, Math.exp(logFocal) * unit, []).filter(
      (start) => Math.abs(start.logFocal - logFocal) < 1e-6,
    );
    const [best] = followedRoughly(some, starts, priors, FOLLOWED);
    return best ? { logFocal, fit: best } : null;
  };
  const fine = (logFocal: number, from: OwnFit): At | null => {
    const start = { ...from.unknowns, logFocal };
    const fit = fitOwnEdges(flatEdges(flatAt(logFocal), size), start, priorsAt(logFocal), FINE_REACHES);
    return fit?.covariance ? { logFocal, fit } : null;
  };
  const scanned = focalsAround(near === null ? null : Math.log(near / unit))
    .map(rough)
    .filter((at) => at !== null)
    .sort((a, b) => a.fit.cost - b.fit.cost);
  const [first] = scanned;
  if (!first) return null;
  let here = fine(first.logFocal, first.fit);
  const seen: At[] = here ? [here] : [];
  let beside: readonly [At, At] | null = null;
  for (const step of STEPS) {
    if (!here) return null;
    const [down, up] = [fine(here.logFocal - step, here.fit), fine(here.logFocal + step, here.fit)];
    if (!down || !up) return null;
    seen.push(down, up);
    beside = [down, up];
    const bent = (up.fit.cost - 2 * here.fit.cost + down.fit.cost) / (step * step);
    const shift =
      bent > 0 ? (down.fit.cost - up.fit.cost) / (2 * step * bent) : up.fit.cost < down.fit.cost ? step : -step;
    const next = fine(here.logFocal + Math.max(-3 * step, Math.min(3 * step, shift)), here.fit);
    if (!next) return null;
    seen.push(next);
    here = seen.reduce((best, at) => (at.fit.cost < best.fit.cost ? at : best));
  }
  const bend = curvatureOf(seen, here!.logFocal);
  if (!here || !beside || !bend) return null;
  // The cost is a sum of squares: its second derivative is twice the information.
  const sigmaLog = Math.sqrt(2 / bend) * here.fit.scale;
  const solution = solutionOf(withFocal(here, beside, sigmaLog), noLens(), null, size, face);
  const corner = Math.atan(1 / Math.exp(here.logFocal)) * Math.exp(here.logFocal);
  return {
    ...solution,
    model: "equidistant",
    sigma: { ...solution.sigma, cornerPx: Math.abs(1 - corner) * sigmaLog * unit },
  };
}

/** Second derivative of the cost about its least, by the parabola nearest to the places seen there; null where it has none. */
function curvatureOf(seen: readonly At[], about: number): number | null {
  const near = seen
    .map(({ logFocal, fit }) => [logFocal - about, fit.cost] as const)
    .filter(([x]) => Math.abs(x) < NEAR_LEVEL);
  const sum = (power: number, cost = false): number => near.reduce((s, [x, y]) => s + x ** power * (cost ? y : 1), 0);
  const powers = [0, 1, 2];
  const parabola = solveSymmetric(
    powers.map((i) => powers.map((j) => sum(i + j))),
    powers.map((i) => sum(i, true)),
  );
  return parabola && parabola[2]! > 0 ? 2 * parabola[2]! : null;
}
/** About the least so far the cost is a parabola. */
const NEAR_LEVEL = 0.035;

function focalsAround(near: number | null): number[] {
  if (near !== null) return [-0.03, 0, 0.03].map((by) => near + by);
  const count = Math.ceil(Math.log(FOCALS[1] / FOCALS[0]) / Math.log(FACTOR));
  return Array.from({ length: count + 1 }, (_, i) => Math.log(FOCALS[0]) + i * Math.log(FACTOR));
}

/** A fit whose covariance has in it how all else moves with the focal length. */
function withFocal({ fit, logFocal }: At, [down, up]: readonly [At, At], sigmaLog: number): OwnFit {
  const all = ({ fit: { unknowns: u } }: At): number[] => [u.pitch, u.roll, ...u.headings];
  const same = [down, up].every((at) => all(at).length === all({ fit, logFocal }).length);
  const apart = up.logFocal - down.logFocal;
  const moved = same ? all(up).map((v, i) => (v - all(down)[i]!) / apart) : all({ fit, logFocal }).map(() => 0);
  const slope = [1, ...moved];
  return {
    ...fit,
    covariance: fit.covariance!.map((row, i) => row.map((v, j) => v + slope[i]! * slope[j]! * sigmaLog ** 2)),
  };
}

/** A fisheye tells nothing of radial terms. */
const noLens = (): OwnSolution["freely"] => {
  const usual = [...LENSES, CENTRED, CENTRED].map((s) => s ** 2);
  return {
    k: [0, 0, 0],
    centre: [0, 0],
    covariance: usual.map((v, i) => usual.map((_, j) => (i === j ? v : 0))),
  };
};
