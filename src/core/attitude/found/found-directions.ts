import { type Intrinsics, downInCamera, pitchRollFromVertical } from "../../camera";
import { DEG, type Vec2, type Vec3, cross3, dot3, length3, unit3 } from "../../geometry";
import { halfTurn, sillInCamera } from "../line-model";

/** A found segment as a plane through the lens, in the camera frame. */
export interface Plane {
  readonly normal: Vec3;
  /** Towards the segment's middle, unit length. */
  readonly middle: Vec3;
  /** Its direction in the picture at the middle, degrees from vertical, −90 … 90. */
  readonly lean: number;
  /** How much it counts: its length, but no more than a share of the picture. */
  readonly weight: number;
  /** A direction fits it within this angle, degrees; and the square of its sine. */
  readonly reach: number;
  readonly reachSine2: number;
}

/** A segment counts by its length up to this share of the focal length. */
const LONGEST = 0.35;
/** Directions fit within this, degrees, and more for segments whose own direction is uncertain. */
const REACH = 0.45;
const REACH_SIGMAS = 3;
const MOST_REACH = 1.6;

export function planeOf({ focalPx, principal }: Intrinsics, [a, b]: readonly [Vec2, Vec2], sigmaPx: number): Plane {
  const lifted = (p: Vec2): Vec3 => [(p[0] - principal[0]) / focalPx, (p[1] - principal[1]) / focalPx, 1];
  const [p, q] = [lifted(a), lifted(b)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const own = (Math.SQRT2 * Math.max(0.12, sigmaPx)) / length / DEG;
  const reach = Math.min(MOST_REACH, Math.hypot(REACH, REACH_SIGMAS * own));
  return {
    normal: unit3(cross3(p, q)),
    middle: unit3([p[0] + q[0], p[1] + q[1], p[2] + q[2]]),
    lean: halfTurn(Math.atan2(b[0] - a[0], b[1] - a[1]) / DEG),
    weight: Math.min(length / focalPx, LONGEST),
    reach,
    reachSine2: Math.sin(reach * DEG) ** 2,
  };
}

/** Angle by which a segment misses a direction, seen at its middle, degrees. */
export function missAngle({ normal, middle }: Plane, direction: Vec3): number {
  const sine = Math.sqrt(Math.max(1e-6, 1 - dot3(middle, direction) ** 2));
  return Math.asin(Math.min(1, Math.abs(dot3(normal, direction)) / sine)) / DEG;
}

/** 1 where a segment runs exactly along a direction, falling to 0 at its reach. */
export function support(plane: Plane, direction: Vec3): number {
  // Most are far off: that is seen without asking for the angle.
  const sine = dot3(plane.normal, direction);
  const cosine = dot3(plane.middle, direction);
  if (sine * sine >= plane.reachSine2 * Math.max(1e-6, 1 - cosine * cosine)) return 0;
  const off = missAngle(plane, direction) / plane.reach;
  return off >= 1 ? 0 : plane.weight * (1 - off * off);
}

/** A heading that many segments share, degrees, with the support it has. */
export interface HeadingPeak {
  readonly heading: number;
  readonly support: number;
}

/** Walls looked for at most. */
const MOST_WALLS = 4;
/** Two walls differ by this at least, degrees. */
const APART = 8;
/** Headings are tried in steps of this, degrees. */
const STEP = 0.5;
/** A sill whose plane turns by less than this with the heading says nothing of it (sine). */
const TELLING = 0.12;

/** The headings that most segments share for a camera of this pitch and roll, the best supported first, and what any heading has by chance. */
export function headingPeaks(
  planes: readonly Plane[],
  { pitch, roll }: { pitch: number; roll: number },
): { readonly peaks: readonly HeadingPeak[]; readonly chance: number } {
  const down = downInCamera({ pitch, roll });
  const across = sillInCamera(pitch, roll, 0);
  const away = sillInCamera(pitch, roll, 90);
  const bins = new Float64Array(Math.round(180 / STEP));
  for (const { normal, weight, reach } of planes) {
    // Plain numbers: this runs for every segment and every way the camera may have been held.
    const dx = normal[1] * down[2] - normal[2] * down[1];
    const dy = normal[2] * down[0] - normal[0] * down[2];
    const dz = normal[0] * down[1] - normal[1] * down[0];
    const telling = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (telling < TELLING) continue;
    const turned = Math.atan2(
      dx * away[0] + dy * away[1] + dz * away[2],
      dx * across[0] + dy * across[1] + dz * across[2],
    );
    const middle = Math.floor((halfTurn(turned / DEG) + 90) / STEP) + bins.length;
    // The lower the sill to the horizon, the wider its say.
    const spread = Math.min(6, reach / telling);
    const n = Math.ceil(spread / STEP);
    for (let k = -n; k <= n; k++) {
      const off = (k * STEP) / spread;
      if (Math.abs(off) < 1) bins[(middle + k) % bins.length]! += weight * telling * (1 - off * off);
    }
  }
  const chance = bins.slice().sort()[bins.length >> 1]!;
  const peaks: HeadingPeak[] = [];
  const taken = new Uint8Array(bins.length);
  for (let n = 0; n < MOST_WALLS; n++) {
    let best = -1;
    for (let i = 0; i < bins.length; i++) if (!taken[i] && (best < 0 || bins[i]! > bins[best]!)) best = i;
    if (best < 0 || bins[best]! <= 0) break;
    peaks.push({ heading: halfTurn((best + 0.5) * STEP - 90), support: bins[best]! });
    for (let k = -APART / STEP; k <= APART / STEP; k++) taken[(best + k + bins.length) % bins.length] = 1;
  }
  return { peaks, chance };
}

/** Candidates for the vertical: where pairs of segments that stand in the picture meet. */
export interface Candidate {
  readonly pitch: number;
  readonly roll: number;
  readonly support: number;
}

/** Segments that lean more than this in the picture are not taken for plumbs, degrees. */
export const STANDING = 42;
/** A camera is not held more askew than this, degrees. */
const MOST_ROLL = 20;
const MOST_PITCH = 55;
const PAIRED = 110;
const PAIRS = 2600;
const DISTINCT_DEG = 1.5;
const KEPT = 40;

/** @param pairs of segments tried at most. */
export function verticalCandidates(planes: readonly Plane[], pairs = PAIRS): Candidate[] {
  const standing = planes.filter((p) => Math.abs(p.lean) < STANDING).sort((a, b) => b.weight - a.weight);
  const paired = standing.slice(0, PAIRED);
  const all: Candidate[] = [];
  const total = (paired.length * (paired.length - 1)) / 2;
  const skip = Math.max(1, Math.floor(total / pairs));
  let n = 0;
  for (let i = 0; i < paired.length; i++)
    for (let j = i + 1; j < paired.length; j++) {
      if (n++ % skip !== 0) continue;
      const d = cross3(paired[i]!.normal, paired[j]!.normal);
      if (length3(d) < 0.01) continue;
      const { pitch, roll } = pitchRollFromVertical(unit3(d));
      if (Math.abs(pitch) > MOST_PITCH || Math.abs(roll) > MOST_ROLL) continue;
      const down = downInCamera({ pitch, roll });
      let sum = 0;
      for (const p of standing) sum += support(p, down);
      all.push({ pitch, roll, support: sum });
    }
  all.sort((a, b) => b.support - a.support);
  const kept: Candidate[] = [];
  for (const c of all) {
    if (kept.every((k) => Math.hypot(k.pitch - c.pitch, k.roll - c.roll) > DISTINCT_DEG)) kept.push(c);
    if (kept.length === KEPT) break;
  }
  return kept;
}
