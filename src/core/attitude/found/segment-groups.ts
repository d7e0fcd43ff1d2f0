import { type Intrinsics, downInCamera } from "../../camera";
import type { Vec2, Vec3 } from "../../geometry";
import { type Plane, missAngle } from "./found-directions";
import { type Unknowns, sillInCamera } from "../line-model";

/** A found segment: recorded ends in pixels of the original, and the deviation of an end across it. */
export interface SegmentInput {
  readonly points: readonly [Vec2, Vec2];
  readonly sigmaPx: number;
}

/** Segments of one direction in space. */
export interface SegmentGroup {
  /** "plumb", "wall-1", "wall-2" …, "other". */
  readonly id: string;
  readonly kind: "plumb" | "sill" | "other";
  /** Where they vanish, homogeneous pixels without the lens's distortion, unit length; null for the rest. */
  readonly vanishing: Vec3 | null;
  /** Degrees; for walls. */
  readonly heading: number | null;
  readonly count: number;
  /** Root mean square angle by which they miss the direction, degrees. */
  readonly spreadDeg: number;
  /** Indices of its segments, the longest first. */
  readonly members: readonly number[];
}

/** Level edges of a wall needed, and the share of all lying segments' weight. */
const FEWEST_SILLS = 5;
const LEAST_WALL_SHARE = 0.05;

/** For every segment −1 (plumb), the index of its wall, or null; by how it fits, within so many times its reach. */
export function assign(planes: readonly Plane[], u: Unknowns, reach: number): (number | null)[] {
  const directions = [downInCamera(u), ...u.headings.map((h) => sillInCamera(u.pitch, u.roll, h))];
  return planes.map((plane) => {
    let best: number | null = null;
    let least = reach * plane.reach;
    directions.forEach((d, n) => {
      const off = missAngle(plane, d);
      if (off < least) [best, least] = [n - 1, off];
    });
    return best;
  });
}

/** The walls with enough level edges, in the order of their headings' indices. */
export function strongWalls(planes: readonly Plane[], assigned: readonly (number | null)[], count: number): number[] {
  const lying = planes.reduce((sum, p, i) => sum + (assigned[i] === -1 ? 0 : p.weight), 0);
  return Array.from({ length: count }, (_, w) => w).filter((w) => {
    const own = planes.filter((_, i) => assigned[i] === w);
    return own.length >= FEWEST_SILLS && own.reduce((sum, p) => sum + p.weight, 0) >= LEAST_WALL_SHARE * lying;
  });
}

export function groupsOf(
  segments: readonly SegmentInput[],
  planes: readonly Plane[],
  assigned: readonly (number | null)[],
  u: Unknowns,
  walls: readonly number[],
  { focalPx, principal }: Intrinsics,
): SegmentGroup[] {
  const length = (i: number): number =>
    Math.hypot(
      segments[i]!.points[1][0] - segments[i]!.points[0][0],
      segments[i]!.points[1][1] - segments[i]!.points[0][1],
    );
  const of = (
    id: string,
    kind: SegmentGroup["kind"],
    direction: Vec3 | null,
    heading: number | null,
    is: (a: number | null) => boolean,
  ): SegmentGroup => {
    const members = segments
      .map((_, i) => i)
      .filter((i) => is(assigned[i]!))
      .sort((a, b) => length(b) - length(a));
    const squares = direction ? members.reduce((sum, i) => sum + missAngle(planes[i]!, direction) ** 2, 0) : 0;
    const v =
      direction &&
      ([
        focalPx * direction[0] + principal[0] * direction[2],
        focalPx * direction[1] + principal[1] * direction[2],
        direction[2],
      ] as const);
    const norm = v ? Math.hypot(...v) : 1;
    return {
      id,
      kind,
      vanishing: v && [v[0] / norm, v[1] / norm, v[2] / norm],
      heading,
      count: members.length,
      spreadDeg: members.length > 0 ? Math.sqrt(squares / members.length) : 0,
      members,
    };
  };
  return [
    of("plumb", "plumb", downInCamera(u), null, (a) => a === -1),
    ...walls.map((w, n) =>
      of(`wall-${n + 1}`, "sill", sillInCamera(u.pitch, u.roll, u.headings[w]!), u.headings[w]!, (a) => a === w),
    ),
    of("other", "other", null, null, (a) => a === null || (a >= 0 && !walls.includes(a))),
  ];
}
