import { candidatesOf } from "../attitude";
import type { Size, Vec2 } from "../geometry";
import type { OwnUnknowns } from "./directions";
import { type FlatEdges, idealNodes } from "./own-edge";

/** Focal lengths looked from, picture widths of the longer side: from a very wide angle to a short tele. */
const FOCALS = [0.42, 0.56, 0.75, 1, 1.35, 1.9];
/** Lenses looked from: the first radial term. */
const BOWS: readonly (readonly number[])[] = [[-0.075], [-0.035], [0], [0.03]];
/** Edges that starts are looked for with, the longest: while the lens is unknown, many lenses are looked from. */
const LOOKED_AT = { anyLens: 260, oneLens: 1000 } as const;
/** Candidates of one lens and focal length that are followed. */
const EACH = 2;

/**
 * Where the search begins: for each of several lenses and focal lengths, the attitudes and headings that many edges share.
 * None hangs on an assumed focal length or a straight lens.
 *
 * @param known the focal length, pixels, where something tells it; then others are looked from as well, but fewer.
 * @param lens its radial terms, where they are known already; two are solved for otherwise.
 */
export function ownStarts(
  edges: FlatEdges,
  size: Size,
  known: number | null,
  lens: readonly number[] | null = null,
): OwnUnknowns[] {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const longer = Math.max(size[0], size[1]);
  const focals = known === null ? FOCALS.map((f) => f * longer) : [known, 0.65 * known, 1.5 * known];
  const chosen = longest(edges, lens ? LOOKED_AT.oneLens : LOOKED_AT.anyLens);
  const found: OwnUnknowns[] = [];
  for (const k of lens ? [lens] : BOWS) {
    const ideal = idealNodes(edges, k, null);
    if (!ideal) continue;
    const segments = chosen.map((e) => {
      const [a, b] = [edges.starts[e]!, edges.starts[e + 1]! - 1];
      const at = (i: number): Vec2 => [ideal.x[i]! * unit, ideal.y[i]! * unit];
      return { points: [at(a), at(b)] as const, sigmaPx: edges.sigma[a]! * unit };
    });
    for (const focalPx of focals)
      for (const candidate of candidatesOf({ focalPx, principal: [0, 0] }, segments, EACH))
        found.push({
          k: lens ?? [k[0]!, 0],
          centre: null,
          logFocal: Math.log(focalPx / unit),
          pitch: candidate.pitch,
          roll: candidate.roll,
          headings: candidate.headings,
        });
  }
  return found;
}

function longest({ count, starts, x, y }: FlatEdges, most: number): number[] {
  const length = (e: number): number => {
    const [a, b] = [starts[e]!, starts[e + 1]! - 1];
    return Math.hypot(x[b]! - x[a]!, y[b]! - y[a]!);
  };
  const all = Array.from({ length: count }, (_, e) => ({ e, length: length(e) }));
  return all
    .sort((a, b) => b.length - a.length)
    .slice(0, most)
    .map(({ e }) => e);
}
