import type { Intrinsics } from "../../camera";
import type { Vec2 } from "../../geometry";
import { type ObservedLine } from "../plumb-residual";
import { type ModelLine, halfTurn, headingOf, missOf } from "../line-model";

/** A sill to be given a wall. */
export interface SillToGroup extends ObservedLine {
  readonly sigmaPx: number;
  readonly wall: string | null;
}

/** Sills whose headings differ by less than this belong together, degrees … */
const SAME = 4;
/** … or those that miss the wall's vanishing point by no more than this many deviations: near the horizon a sill has hardly a heading of its own. */
const SAME_SIGMAS = 3.5;

/** Deviation of a sill's own heading, degrees, for its ends' noise and a tilt of the camera known to `tilt` degrees. */
function headingSigma(
  camera: Intrinsics,
  { ends, sigmaPx }: SillToGroup,
  pitch: number,
  roll: number,
  tilt: number,
): number {
  const [a, b] = ends;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const across: Vec2 = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
  const heading = headingOf(camera, ends, pitch, roll);
  const change = (moved: readonly [Vec2, Vec2], p = pitch, r = roll): number =>
    halfTurn(headingOf(camera, moved, p, r) - heading);
  const s = Math.SQRT2 * sigmaPx;
  const byNoise = change([a, [b[0] + across[0] * s, b[1] + across[1] * s]]);
  return Math.hypot(byNoise, change(ends, pitch + tilt), change(ends, pitch, roll + tilt));
}

/** How many deviations a sill misses a wall of the heading given, for its ends' noise and the tilt's. */
function missSigmas(
  { focalPx, principal }: Intrinsics,
  sill: SillToGroup,
  { pitch, roll }: { pitch: number; roll: number },
  heading: number,
  tilt: number,
): number {
  const line: ModelLine = { ...sill, kind: "sill", wall: 0 };
  const miss = (p: number, r: number): number =>
    missOf(line, principal, { pitch: p, roll: r, headings: [heading], focalPx });
  const now = miss(pitch, roll);
  return Math.abs(now) / Math.hypot(1, miss(pitch + tilt, roll) - now, miss(pitch, roll + tilt) - now);
}

/**
 * Which wall each sill is on, as an index from 0: sills of one heading share a wall, as do those named alike.
 * Walls come in the order of their headings, from the left-facing to the right-facing.
 *
 * @param tilt how well pitch and roll are known, degrees.
 */
export function groupSills(
  camera: Intrinsics,
  sills: readonly SillToGroup[],
  { pitch, roll }: { pitch: number; roll: number },
  tilt: number,
): { walls: number[]; headings: number[] } {
  const known = sills.map((sill, index) => ({
    index,
    name: sill.wall,
    heading: headingOf(camera, sill.ends, pitch, roll),
    sigma: Math.max(0.05, headingSigma(camera, sill, pitch, roll, tilt)),
  }));
  const groups: { members: typeof known; name: string | null }[] = [];
  for (const sill of [...known].sort((a, b) => a.sigma - b.sigma)) {
    const fits = groups
      .map((group) => {
        if (sill.name !== null || group.name !== null) return { group, off: sill.name === group.name ? 0 : Infinity };
        const mean = meanOf(group.members).heading;
        const z = missSigmas(camera, sills[sill.index]!, { pitch, roll }, mean, tilt);
        const near = Math.abs(halfTurn(sill.heading - mean)) <= SAME;
        return { group, off: near || z <= SAME_SIGMAS ? z : Infinity };
      })
      .sort((a, b) => a.off - b.off)[0];
    if (fits && fits.off < Infinity) fits.group.members.push(sill);
    else groups.push({ members: [sill], name: sill.name });
  }
  const ordered = groups
    .map(({ members }) => ({ members, heading: meanOf(members).heading }))
    .sort((a, b) => a.heading - b.heading);
  const walls = new Array<number>(sills.length).fill(0);
  ordered.forEach(({ members }, wall) => members.forEach((m) => void (walls[m.index] = wall)));
  return { walls, headings: ordered.map((g) => g.heading) };
}

/** Weighted mean of headings that lie near each other, modulo half turns. */
function meanOf(members: readonly { heading: number; sigma: number }[]): { heading: number; sigma: number } {
  const first = members[0]!.heading;
  let weights = 0;
  let sum = 0;
  for (const { heading, sigma } of members) {
    const w = 1 / (sigma * sigma);
    weights += w;
    sum += w * halfTurn(heading - first);
  }
  return { heading: halfTurn(first + sum / weights), sigma: 1 / Math.sqrt(weights) };
}
