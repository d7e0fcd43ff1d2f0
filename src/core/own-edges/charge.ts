import { type Assignment, WALL_COST, assignmentAt, priceOf } from "./assignment";
import { type OwnUnknowns, vanishingPoints } from "./directions";
import { EdgeShape } from "./edge-shape";
import { type FlatEdges, idealNodes } from "./own-edge";
import type { OwnPriors } from "./priors";

/** How far directions reach while starts are weighed, tangent. */
const WIDE = 0.012;

/**
 * What speaks against a start before it is followed: as chargeOf, the directions reaching as widely as in a first round.
 *
 * @returns Infinity where the lens folds the picture.
 */
export function chargeOfStart(edges: FlatEdges, start: OwnUnknowns, priors: OwnPriors): number {
  const wide = { ...priors, built: WIDE };
  const weights = assignmentAt(edges, start, wide, 0);
  return weights ? chargeOf(edges, start, wide, weights) : Infinity;
}

/** How far from level cameras are held, degrees; a weak word, that only weighs answers against each other. */
const HELD = { roll: 2.5, pitch: 12 } as const;
/** Edges of one thing do not speak independently, so what is usual counts by more than its own deviation. */
const USUALLY = 8;

/** What speaks against unknowns in all: every edge's miss, but no more than the price of belonging nowhere; and what is believed beforehand. */
export function chargeOf(edges: FlatEdges, u: OwnUnknowns, priors: OwnPriors, { assigned }: Assignment): number {
  const ideal = idealNodes(edges, u.k, u.centre)!;
  const shape = new EdgeShape(edges, u.k.length);
  const points = vanishingPoints(u);
  let sum = WALL_COST * u.headings.length;
  for (let e = 0; e < edges.count; e++) {
    const belongs = assigned[e]!;
    shape.take(e, ideal, belongs === null ? null : points[belongs + 1]!, false);
    const own = Math.sqrt(shape.slopeSigma ** 2 + priors.built ** 2);
    const price = priceOf(own);
    sum += belongs === null ? price : Math.min(price, (shape.slope / own) ** 2);
    sum += Math.min(shape.bow2, 9 * shape.bowCount);
  }
  u.k.forEach((k, i) => (sum += (k / priors.k[i]!) ** 2));
  u.centre?.forEach((c) => (sum += (c / priors.centre) ** 2));
  // Three directions at right angles could each be the vertical: cameras are held about level.
  sum += (u.roll / HELD.roll) ** 2 + (u.pitch / HELD.pitch) ** 2;
  return sum + USUALLY * ((u.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
}
