import { type Attitude, rotationOf } from "../camera";
import { type Size, type Vec2, type Vec3, apply3, transpose3 } from "../geometry";
import type { OwnProposal } from "../own-edges";
import type { Shown } from "./shown";

/** Half the width of a made-up building's front, its height above and below the camera, and how far off it stands, metres. */
const WIDE = 14;
const [ABOVE, BELOW] = [12, 1.6] as const;
const AWAY = 18;

export const SIZE: Size = [3000, 2000];
export const FOCAL = 1800;

/** A front of plumbs and sills as a camera sees it, as a proposal; its roof line and what is shown with it. */
export function front(attitude: Attitude, above: number = ABOVE): { proposal: OwnProposal; shown: Shown } {
  const back = transpose3(rotationOf(attitude));
  const seen = (p: Vec3): Vec2 | null => {
    const [x, y, z] = apply3(back, p);
    return z > 0.1 ? [SIZE[0] / 2 + (FOCAL * x) / z, SIZE[1] / 2 + (FOCAL * y) / z] : null;
  };
  const inside = (p: Vec2 | null): p is Vec2 => p !== null && p[0] > 0 && p[1] > 0 && p[0] < SIZE[0] && p[1] < SIZE[1];
  /** The part of an edge that the photo holds, by places along it. */
  const part = (from: Vec3, to: Vec3): readonly [Vec2, Vec2] | null => {
    const places = Array.from({ length: 101 }, (_, i) =>
      seen(from.map((v, k) => v + ((to[k]! - v) * i) / 100) as unknown as Vec3),
    ).filter(inside);
    const [a, b] = [places[0], places.at(-1)];
    return a && b && Math.hypot(a[0] - b[0], a[1] - b[1]) > 60 ? [a, b] : null;
  };
  const steps = Array.from({ length: 15 }, (_, i) => i / 14);
  const plumbs = steps.flatMap(
    (t) => part([WIDE * (2 * t - 1), -above, AWAY], [WIDE * (2 * t - 1), BELOW, AWAY]) ?? [],
  );
  const sills = steps.flatMap(
    (t) => part([-WIDE, BELOW - (above + BELOW) * t, AWAY], [WIDE, BELOW - (above + BELOW) * t, AWAY]) ?? [],
  );
  const pairs = (flat: readonly Vec2[]) =>
    Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i]!, flat[2 * i + 1]!] as const);
  const all = [...pairs(plumbs), ...pairs(sills)];
  const count = pairs(plumbs).length;
  const members = all.map((_, i) => i);
  const roof = Array.from({ length: 200 }, (_, i) => seen([WIDE * (i / 100 - 1), -above, AWAY])).filter(inside);
  const [columns, rows] = [24, 16];
  const cells = Array.from({ length: columns * rows }, (_, i) => {
    const p: Vec2 = [(((i % columns) + 0.5) * SIZE[0]) / columns, ((Math.floor(i / columns) + 0.5) * SIZE[1]) / rows];
    const near = roof.reduce<Vec2 | null>(
      (best, q) => (best && Math.abs(best[0] - p[0]) < Math.abs(q[0] - p[0]) ? best : q),
      null,
    );
    return near && p[1] < near[1] ? 0 : 6;
  });
  return {
    proposal: {
      from: "own-edges",
      lens: { model: "brown-conrady", k: [0, 0, 0], centre: [SIZE[0] / 2, SIZE[1] / 2], cornerPx: 0, sigmaPx: 0.2 },
      focal: { focalPx: FOCAL, sigmaPx: 5, told: true, contradicted: null },
      attitude,
      sigma: { pitch: 0.02, roll: 0.02, yaw: 0.02 },
      rival: null,
      segments: all.map((points) => ({ points, sigmaPx: 0.3 })),
      groups: [
        {
          id: "plumb",
          kind: "plumb",
          vanishing: null,
          heading: null,
          count,
          spreadDeg: 0,
          members: members.slice(0, count),
        },
        {
          id: "wall-1",
          kind: "sill",
          vanishing: null,
          heading: attitude.yaw,
          count: all.length - count,
          spreadDeg: 0,
          members: members.slice(count),
        },
      ],
    },
    shown: { detail: { columns, rows, weights: cells.join("") }, skyline: roof, sky: 0.2 },
  };
}
