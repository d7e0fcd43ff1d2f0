import { foundId } from "../edits";
import type { Size } from "../geometry";
import type { OwnProposal } from "../own-edges";
import type { Recipe } from "../recipe";
import { solveRecipe, withCamera } from "../render";
import type { TurnedWall } from "./answer";
import { shareOfSills } from "./seen";

/** A wall more aslant than this is not offered face-on, degrees. */
const MOST_ASLANT = 65;
/** Walls offered, those with most of the level edges. */
const MOST_WALLS = 3;

/** The walls that lines tell, those with most of the level edges first. */
export function wallsOf(base: Recipe, proposal: OwnProposal, size: Size): TurnedWall[] {
  const { solution } = solveRecipe(withCamera(base, size), size, true);
  const groups = proposal.groups.filter((g) => g.kind === "sill");
  const idsOf = new Map(groups.map((g) => [g.id, new Set(g.members.map((i) => foundId(proposal.segments[i]!)))]));
  return (
    solution.walls
      .flatMap(({ heading, lines }) => {
        const own = groups
          .map((group) => ({ group, of: lines.filter((id) => idsOf.get(group.id)!.has(id)).length }))
          .sort((a, b) => b.of - a.of)[0];
        return own && own.of > 0 && Math.abs(heading) <= MOST_ASLANT
          ? [{ line: lines[0]!, heading, share: shareOfSills(proposal, own.group), group: own.group.id, of: own.of }]
          : [];
      })
      // Two walls of one group of level edges are one that was taken apart.
      .filter((wall, _, all) => all.every((w) => w === wall || w.group !== wall.group || w.of <= wall.of))
      .map(({ line, heading, share, group }) => ({ line, heading, share, group }))
      .sort((a, b) => b.share - a.share)
      .slice(0, MOST_WALLS)
  );
}
