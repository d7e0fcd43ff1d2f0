import { spreadOf } from "../../numerics";
import { type Attitude, type Intrinsics, LEVEL, downInCamera } from "../../camera";
import type { Lens } from "../../lens";
import { chooseFace } from "../choose-face";
import { fitLines } from "../fit-lines";
import {
  type HeadingPeak,
  type Plane,
  STANDING,
  headingPeaks,
  planeOf,
  support,
  verticalCandidates,
} from "./found-directions";
import { type ModelLine, type Unknowns, halfTurn } from "../line-model";
import { observe } from "../plumb-residual";
import { type SegmentGroup, type SegmentInput, assign, groupsOf, strongWalls } from "./segment-groups";

export interface GroupedSegments {
  /** Whether the segments tell how the camera was held. */
  readonly told: boolean;
  readonly groups: readonly SegmentGroup[];
  /** LEVEL unless told. */
  readonly attitude: Attitude;
  readonly sigma: { readonly pitch: number | null; readonly yaw: number | null; readonly roll: number | null };
}

/** What a vertical without any wall is believed as if walls had supported it by this much. */
const PLAIN = 0.2;
/** Cameras are held level within about this, degrees; a weak word that decides only where little else does. */
const HELD_LEVEL = 6;
/** Plumbs needed, and the share of all standing segments' weight that they must hold; less is chance. */
const FEWEST_PLUMBS = 5;
const LEAST_SHARE = 0.16;
const LEAST_OF_ALL = 0.2;
/** What building edges are out of true by themselves, pixels per pixel of length: half a millimetre in a metre. */
const BUILT = 0.0005;
const ROUNDS = 6;
/** Misses beyond this many deviations do not count. */
const CUT = 3;

/** A way the camera may have been held, with the walls it would have seen. */
export interface AttitudeCandidate {
  readonly pitch: number;
  readonly roll: number;
  readonly walls: readonly HeadingPeak[];
  readonly worth: number;
}

/** Candidates for the vertical, judged by the segments along each and by the level edges on its horizon; the best first. */
const candidatesAmong = (planes: readonly Plane[], pairs?: number): AttitudeCandidate[] =>
  verticalCandidates(planes, pairs)
    .map((c) => {
      const down = downInCamera(c);
      const lying = planes.filter((p) => support(p, down) === 0);
      const { peaks, chance } = headingPeaks(lying, c);
      const worth = Math.sqrt(c.support * (PLAIN + levelSupport(peaks, chance))) * heldLevel(c.roll);
      return { pitch: c.pitch, roll: c.roll, walls: peaks, worth };
    })
    .sort((a, b) => b.worth - a.worth);

/** Pairs of standing segments that are tried where many lenses and focal lengths are looked from. */
const FEW_PAIRS = 700;
/** A heading counts as a wall's where it has this much of the best one's support. */
const LEAST_OF_BEST = 0.12;

/**
 * The ways the camera may have been held, from ideal segments about a principal point; angles in degrees, the best first.
 *
 * @param most candidates returned.
 */
export function candidatesOf(
  camera: Intrinsics,
  segments: readonly SegmentInput[],
  most: number,
): { readonly pitch: number; readonly roll: number; readonly headings: readonly number[]; readonly worth: number }[] {
  const planes = segments.map((s) => planeOf(camera, s.points, s.sigmaPx));
  return candidatesAmong(planes, FEW_PAIRS)
    .slice(0, most)
    .map(({ pitch, roll, walls, worth }) => ({
      pitch,
      roll,
      headings: walls.filter((w) => w.support > LEAST_OF_BEST * walls[0]!.support).map((w) => w.heading),
      worth,
    }));
}

/**
 * Sorts segments by the direction in space they belong to: plumbs, the sills of each wall, and the rest, with the
 * attitude they agree on. Every pair of standing segments is a candidate for the vertical; it is judged by the segments
 * that run along it and by the level edges on its horizon, so that a thing that leans with all its parts does not win
 * over the buildings about it.
 */
export function groupSegments(camera: Intrinsics, lens: Lens, segments: readonly SegmentInput[]): GroupedSegments {
  const observed = segments.map((s, i) => observe(lens, `${i}`, s.points));
  const planes = observed.map((o, i) => planeOf(camera, o.ends, segments[i]!.sigmaPx));
  const best = candidatesAmong(planes)[0];
  if (!best) return untold(segments);

  const principal = camera.principal;
  let u: Unknowns = {
    pitch: best.pitch,
    roll: best.roll,
    headings: best.walls.map((w) => w.heading),
    focalPx: camera.focalPx,
  };
  let assigned = assign(planes, u, 1.6);
  let fit: ReturnType<typeof fitLines> | null = null;
  let scale = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const walls = strongWalls(planes, assigned, u.headings.length);
    u = { ...u, headings: walls.map((w) => u.headings[w]!) };
    const before = assigned;
    assigned = assign(planes, u, round === 0 ? 1.4 : 1);
    // The same lines told it before: they would tell it again.
    if (round > 1 && before.every((wall, i) => wall === assigned[i])) break;
    const model = observed.flatMap((o, i): ModelLine[] => {
      const wall = assigned[i]!;
      if (wall === null) return [];
      const length = Math.hypot(o.ends[1][0] - o.ends[0][0], o.ends[1][1] - o.ends[0][1]);
      const sigmaPx = Math.hypot(segments[i]!.sigmaPx, BUILT * length, 0.1);
      return [{ ...o, kind: wall < 0 ? "plumb" : "sill", sigmaPx, wall }];
    });
    if (model.filter((l) => l.wall < 0).length < 2) return untold(segments);
    // Those that miss by far are let go before the fit, and again after it.
    let kept: readonly ModelLine[] = model;
    for (let pass = 0; pass < 2; pass++) {
      fit = fitLines(kept, principal, u, false);
      const off = fit.misses.map(Math.abs);
      scale = Math.max(1, spreadOf(off));
      const sound = kept.filter((_, i) => off[i]! < CUT * scale);
      const enough = u.headings.every((_, w) => sound.some((l) => l.wall === w)) && sound.some((l) => l.wall < 0);
      if (!enough) break;
      kept = sound;
    }
    u = { ...fit!.unknowns, headings: fit!.unknowns.headings.map(halfTurn) };
  }
  assigned = assign(planes, u, 1);
  const final = strongWalls(planes, assigned, u.headings.length);
  const groups = groupsOf(segments, planes, assigned, u, final, camera);
  const plumbs = groups.find((g) => g.kind === "plumb")!;
  const weightOf = (members: readonly number[]): number => members.reduce((sum, i) => sum + planes[i]!.weight, 0);
  const all = planes.reduce((sum, p) => sum + p.weight, 0);
  const standing = planes.reduce((sum, p) => sum + (Math.abs(p.lean) < STANDING ? p.weight : 0), 0);
  const plumbWeight = weightOf(plumbs.members);
  const level = groups.reduce((sum, g) => sum + (g.kind === "sill" ? weightOf(g.members) : 0), 0);
  // Where a thing leans with all its parts the plumbs may be few, if the walls bear them out.
  const enough =
    plumbWeight > LEAST_SHARE * standing ||
    (plumbWeight > 0.3 * LEAST_SHARE * standing && plumbWeight + level > LEAST_OF_ALL * all);
  if (plumbs.count < FEWEST_PLUMBS || !enough || !fit?.cofactor) return untold(segments);
  const walls = groups
    .filter((g) => g.kind === "sill")
    .map((g) => ({ heading: g.heading!, lines: g.members.map(String) }));
  const face = chooseFace(walls, "auto");
  const deviation = (i: number): number => scale * Math.sqrt(fit!.cofactor![i]![i]!);
  return {
    told: true,
    groups,
    attitude: { pitch: u.pitch, yaw: face.wall === null ? 0 : walls[face.wall]!.heading, roll: u.roll },
    sigma: {
      pitch: deviation(0),
      yaw: face.wall === null ? null : deviation(2 + final[face.wall]!),
      roll: deviation(1),
    },
  };
}

/**
 * What the two best headings have over what any has by chance: under the true vertical the level edges of a wall share
 * one heading, under a false one they smear.
 */
const levelSupport = (peaks: readonly { readonly support: number }[], chance: number): number =>
  peaks.slice(0, 2).reduce((sum, p) => sum + Math.max(0, p.support - chance), 0);

const heldLevel = (roll: number): number => Math.exp(-0.5 * (roll / HELD_LEVEL) ** 2);

function untold(segments: readonly SegmentInput[]): GroupedSegments {
  return {
    told: false,
    groups: [
      {
        id: "other",
        kind: "other",
        vanishing: null,
        heading: null,
        count: segments.length,
        spreadDeg: 0,
        members: segments.map((_, i) => i),
      },
    ],
    attitude: LEVEL,
    sigma: { pitch: null, yaw: null, roll: null },
  };
}
