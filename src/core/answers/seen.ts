import type { Size, Vec2 } from "../geometry";
import type { SegmentGroup } from "../attitude";
import { outOfTrue } from "../lines";
import { type CompiledMap, stretchAt } from "../render";
import type { OwnProposal } from "../own-edges";

/** An edge of the building as its angle is seen: recorded ends, pixels of the original. */
export interface SeenEdge {
  readonly kind: "plumb" | "sill";
  readonly ends: readonly [Vec2, Vec2];
  /** Its length times how much its angle is noticed. */
  readonly weight: number;
}

/** A wall's sills are seen to tilt while it nearly faces the camera: in full up to this heading, not at all beyond the other, degrees. */
const FACES = [9, 16] as const;
/** Steeper than this nobody sees how much it is, degrees. */
const MOST_SEEN = 8;
/** Where edges end nearer to the lower border than this share of the height, the photo cut what they belong to. */
const CUT_BY_PHOTO = 0.015;
/** Columns in which the foot of a building is looked for, and the shortest plumb that has one, as a share of the height. */
const COLUMNS = 24;
const SHORTEST = 0.05;

const nearness = (heading: number): number =>
  Math.max(0, Math.min(1, (FACES[1] - Math.abs(heading)) / (FACES[1] - FACES[0])));

const lengthOf = ([a, b]: readonly [Vec2, Vec2]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** The edges by which a person sees whether a picture is true: plumbs, and the sills of walls that nearly face the camera. */
export const edgesSeen = ({ segments, groups }: OwnProposal): SeenEdge[] =>
  groups.flatMap(({ kind, heading, members }) => {
    const part = kind === "plumb" ? 1 : kind === "sill" ? nearness(heading!) : 0;
    if (kind === "other" || part === 0) return [];
    return members.map((i) => ({ kind, ends: segments[i]!.points, weight: part * lengthOf(segments[i]!.points) }));
  });

/** How far edges are out of true on a plane, degrees: the mean, each by its length. */
export function outOfTrueOn(edges: readonly SeenEdge[], fromRecorded: (p: Vec2) => Vec2 | null): number {
  let [sum, weights] = [0, 0];
  for (const { kind, ends, weight } of edges) {
    const [a, b] = [fromRecorded(ends[0]), fromRecorded(ends[1])];
    sum += weight * (a && b ? Math.min(MOST_SEEN, outOfTrue(kind, a, b)) : MOST_SEEN);
    weights += weight;
  }
  return weights > 0 ? sum / weights : 0;
}

/** Where buildings end on the ground: the lowest end of plumbs in each part of the picture, where the photo holds it; pixels of the original. */
export function feetOf({ segments, groups }: OwnProposal, [width, height]: Size): Vec2[] {
  const lowest = new Array<Vec2 | null>(COLUMNS).fill(null);
  for (const group of groups)
    for (const i of group.kind === "plumb" ? group.members : []) {
      const { points } = segments[i]!;
      if (lengthOf(points) < SHORTEST * height) continue;
      const low = points[0][1] > points[1][1] ? points[0] : points[1];
      const column = Math.max(0, Math.min(COLUMNS - 1, Math.floor((low[0] / width) * COLUMNS)));
      if (!lowest[column] || low[1] > lowest[column][1]) lowest[column] = low;
    }
  return lowest.filter((p): p is Vec2 => p !== null && p[1] < (1 - CUT_BY_PHOTO) * height);
}

/** Share of all level edges' length that is a wall's own, 0…1. */
export function shareOfSills({ segments, groups }: OwnProposal, wall: SegmentGroup): number {
  const length = (group: SegmentGroup): number =>
    group.members.reduce((sum, i) => sum + lengthOf(segments[i]!.points), 0);
  const all = groups.reduce((sum, g) => sum + (g.kind === "sill" ? length(g) : 0), 0);
  return all > 0 ? length(wall) / all : 0;
}

/** How far a wall's ends are drawn out at most on a plane, times: at the ends of its level edges. */
export function farEndStretch(
  { segments }: OwnProposal,
  wall: SegmentGroup,
  map: Pick<CompiledMap, "toRecorded" | "fromRecorded">,
  size: Size,
): number {
  let most = 1;
  for (const i of wall.members)
    for (const end of segments[i]!.points) {
      const at = map.fromRecorded(end);
      most = Math.max(most, (at && stretchAt(map, at, size)) ?? 1);
    }
  return most;
}
