import { chargeOfStart } from "./charge";
import type { OwnUnknowns } from "./directions";
import { type OwnFit, ROUGH_REACHES, fitOwnEdges } from "./fit";
import type { FlatEdges } from "./own-edge";
import type { OwnPriors } from "./priors";

/** The most promising of many starts, each followed roughly, the one that least speaks against first. @param most followed. */
export const followedRoughly = (
  edges: FlatEdges,
  starts: readonly OwnUnknowns[],
  priors: OwnPriors,
  most: number,
): OwnFit[] =>
  starts
    .map((start) => ({ start, charge: chargeOfStart(edges, start, priors) }))
    .sort((a, b) => a.charge - b.charge)
    .slice(0, most)
    .map(({ start }) => fitOwnEdges(edges, start, priors, ROUGH_REACHES))
    .filter((fit) => fit !== null)
    .sort((a, b) => a.cost - b.cost);
