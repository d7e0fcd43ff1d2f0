import { chargeOfStart } from "./charge";
import type { OwnUnknowns } from "./directions";
import { type OwnFit, ROUGH_REACHES, fitOwnEdges } from "./fit";
import type { FlatEdges } from "./own-edge";
import type { OwnPriors } from "./priors";

/**
 * The most promising of many starts, each followed roughly, the one that least speaks against first; one that comes to where
 * another has passed is left there. @param most followed.
 */
export function followedRoughly(
  edges: FlatEdges,
  starts: readonly OwnUnknowns[],
  priors: OwnPriors,
  most: number,
): OwnFit[] {
  const passed = ROUGH_REACHES.map((): OwnUnknowns[] => []);
  const known = (u: OwnUnknowns, round: number): boolean => {
    const there = passed[round]!;
    if (there.some((other) => same(other, u))) return true;
    there.push(u);
    return false;
  };
  return starts
    .map((start) => ({ start, charge: chargeOfStart(edges, start, priors) }))
    .sort((a, b) => a.charge - b.charge)
    .slice(0, most)
    .map(({ start }) => fitOwnEdges(edges, start, priors, ROUGH_REACHES, known))
    .filter((fit) => fit !== null)
    .sort((a, b) => a.cost - b.cost);
}

/** Two that are as near as this after the same round come to the same in the end: a tenth of what tells fits apart. */
const same = (a: OwnUnknowns, b: OwnUnknowns): boolean =>
  a.headings.length === b.headings.length &&
  Math.abs(a.pitch - b.pitch) + Math.abs(a.roll - b.roll) < 0.1 &&
  Math.abs(a.logFocal - b.logFocal) < 0.005 &&
  a.k.every((k, i) => Math.abs(k - b.k[i]!) < 0.001);
