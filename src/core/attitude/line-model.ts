import { type Intrinsics, downInCamera } from "../camera";
import { DEG, type Vec2, type Vec3 } from "../geometry";
import { type ObservedLine, missOfVanishingPoint } from "./plumb-residual";

/** A line to solve from: recorded ends in pixels of the original. */
export interface LineInput {
  readonly id: string;
  readonly kind: "plumb" | "sill";
  readonly ends: readonly [Vec2, Vec2];
  /** Standard deviation of an end across the line, pixels; null: as well as a hand places it. */
  readonly sigmaPx?: number | null;
  /** Sills with the same name are on the same wall, whatever they look like; null: found out. */
  readonly wall?: string | null;
}

/** A line made ready: undistorted, with its deviation, and for a sill the wall it belongs to. */
export interface ModelLine extends ObservedLine {
  readonly kind: "plumb" | "sill";
  readonly sigmaPx: number;
  /** Index into the headings; −1 for plumbs. */
  readonly wall: number;
}

/**
 * What is solved for. Heading of a wall: the direction of its sills in the levelled camera's frame is
 * (cos h, 0, sin h); 0 is a wall that faces the camera, above 0 one whose right end is the further.
 */
export interface Unknowns {
  /** Degrees. */
  readonly pitch: number;
  readonly roll: number;
  readonly headings: readonly number[];
  /** Pixels. */
  readonly focalPx: number;
}

/** The direction of a wall's sills in the camera frame, unit length. */
export function sillInCamera(pitch: number, roll: number, heading: number): Vec3 {
  const h = heading * DEG;
  const p = pitch * DEG;
  const r = roll * DEG;
  // Rz(−roll) · Rx(−pitch) · (cos h, 0, sin h).
  const x = Math.cos(h);
  const y = Math.sin(h) * Math.sin(p);
  const z = Math.sin(h) * Math.cos(p);
  return [Math.cos(r) * x + Math.sin(r) * y, -Math.sin(r) * x + Math.cos(r) * y, z];
}

/** Where a direction of the camera frame vanishes, homogeneous pixels. */
const vanishingOf = (focalPx: number, [cx, cy]: Vec2, d: Vec3): Vec3 => [
  focalPx * d[0] + cx * d[2],
  focalPx * d[1] + cy * d[2],
  d[2],
];

/** Where plumbs and the sills of every wall vanish for the unknowns, homogeneous pixels. */
interface Vanishing {
  readonly plumbs: Vec3;
  readonly walls: readonly Vec3[];
}

const vanishingsOf = (principal: Vec2, u: Unknowns): Vanishing => ({
  plumbs: vanishingOf(u.focalPx, principal, downInCamera(u)),
  walls: u.headings.map((h) => vanishingOf(u.focalPx, principal, sillInCamera(u.pitch, u.roll, h))),
});

const miss = (line: ModelLine, { plumbs, walls }: Vanishing): number =>
  missOfVanishingPoint(line, line.kind === "plumb" ? plumbs : walls[line.wall]!) / line.sigmaPx;

/** How far a line misses what the unknowns say, in its own deviations. */
export const missOf = (line: ModelLine, principal: Vec2, u: Unknowns): number => miss(line, vanishingsOf(principal, u));

/** How far each of the lines misses what the unknowns say, in its own deviations. */
export function missesOf(lines: readonly ModelLine[], principal: Vec2, u: Unknowns): Float64Array {
  const vanishing = vanishingsOf(principal, u);
  const misses = new Float64Array(lines.length);
  for (let i = 0; i < misses.length; i++) misses[i] = miss(lines[i]!, vanishing);
  return misses;
}

/**
 * The heading that a sill has by itself for a camera of this pitch and roll, degrees in (−90, 90]: where the plane
 * through the line and the lens meets the horizon.
 */
export function headingOf(
  { focalPx, principal }: Intrinsics,
  ends: readonly [Vec2, Vec2],
  pitch: number,
  roll: number,
): number {
  const [a, b] = ends.map((e): Vec3 => [(e[0] - principal[0]) / focalPx, (e[1] - principal[1]) / focalPx, 1]) as [
    Vec3,
    Vec3,
  ];
  const n: Vec3 = [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
  const down = downInCamera({ pitch, roll });
  const across = sillInCamera(pitch, roll, 0);
  const away = sillInCamera(pitch, roll, 90);
  // n × down lies in both planes.
  const d: Vec3 = [n[1] * down[2] - n[2] * down[1], n[2] * down[0] - n[0] * down[2], n[0] * down[1] - n[1] * down[0]];
  const x = d[0] * across[0] + d[1] * across[1] + d[2] * across[2];
  const z = d[0] * away[0] + d[1] * away[1] + d[2] * away[2];
  return halfTurn(Math.atan2(z, x) / DEG);
}

/** An angle brought to (−90, 90] by half turns, degrees. */
export const halfTurn = (deg: number): number => {
  const a = deg - 180 * Math.floor(deg / 180);
  return a > 90 ? a - 180 : a;
};
