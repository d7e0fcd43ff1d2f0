import { openIn, takeFound } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { distanceToPath, onScreen } from "../../../marks/projection";
import { type At, type Grip, type Hand, type Outcome, edit, letGo } from "../../../tools/tool";

/** A click within this of a proposal takes it, CSS pixels. */
const REACH = 8;

/** Takes the found line under the pointer; nothing where there is none. */
export function takeProposal({ screen }: Pick<At, "screen">, { bench, projection }: Hand): readonly Outcome[] {
  const { found, recipe, marks } = bench;
  if (!found || !marks) return [];
  let best: { group: (typeof found.groups)[number]; index: number } | null = null;
  let least = REACH;
  for (const group of found.groups) {
    if (group.kind === "other") continue;
    for (const index of openIn(found, group, recipe.lines)) {
      const path = found.segments[index]!.points.map((p) => onScreen(projection, p)).filter((p): p is Vec2 => !!p);
      if (path.length < 2) continue;
      const off = distanceToPath(path, screen);
      if (off < least) [best, least] = [{ group, index }, off];
    }
  }
  return best ? [edit(takeFound(found, best.group, [best.index]))] : [];
}

/** Proposals are clicked, not held: dragged, the picture moves. */
export const clickProposal: Grip = (at, hand) => letGo(hand, () => takeProposal(at, hand));
