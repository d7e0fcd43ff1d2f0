/** Made-up cameras and numbers for the core's tests; nothing outside tests imports this. */
import { type Attitude, type Intrinsics, calibration, rotationOf } from "./camera";
import { type Size, type Vec2, type Vec3, apply3, transpose3 } from "./geometry";

/** A small repeatable source of numbers in [0, 1): mulberry32. */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Standard normal numbers, by Box and Muller. */
export function normalFrom(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

export const between = (random: () => number, low: number, high: number): number => low + (high - low) * random();

/** Where an ideal camera at the origin sees a point of the world, pixels. */
export function seenBy(camera: Intrinsics, attitude: Attitude, world: Vec3): Vec2 | null {
  const [x, y, w] = apply3(calibration(camera), apply3(transpose3(rotationOf(attitude)), world));
  return w > 1e-9 ? [x / w, y / w] : null;
}

export interface MadeUpCamera {
  readonly size: Size;
  readonly intrinsics: Intrinsics;
  readonly attitude: Attitude;
  readonly k1: number;
}

/** A camera as the trade holds it: tipped −10…25°, rolled ±4°, 0.55–1.4 picture widths of focal length. */
export function madeUpCamera(random: () => number): MadeUpCamera {
  const size: Size = [3000, 2000];
  return {
    size,
    intrinsics: { focalPx: between(random, 0.55, 1.4) * size[0], principal: [1500, 1000] },
    attitude: { pitch: between(random, -10, 25), yaw: 0, roll: between(random, -4, 4) },
    k1: between(random, -0.08, 0.04),
  };
}

/** Ideal ends of edges that are vertical in the world and seen over a good part of the picture. */
export function madeUpPlumbs(made: MadeUpCamera, random: () => number, count: number): [Vec2, Vec2][] {
  const { intrinsics, attitude, size } = made;
  const found: [Vec2, Vec2][] = [];
  for (let tries = 0; found.length < count && tries < 10_000; tries++) {
    // Left and right in turn, so that the lines are spread as a photographer would spread them.
    const side = found.length % 2 === 0 ? -1 : 1;
    const x = side * between(random, 0.3, 1) * ((size[0] / intrinsics.focalPx) * 0.5);
    const ends = [between(random, -0.9, -0.3), between(random, 0.3, 0.9)].map((y) => {
      const middle = -Math.tan((attitude.pitch * Math.PI) / 180);
      return seenBy(intrinsics, attitude, [x, middle + y * ((size[1] / intrinsics.focalPx) * 0.5), 1]);
    });
    const [a, b] = ends;
    const inside = (p: Vec2 | null | undefined): p is Vec2 =>
      !!p && p[0] > 5 && p[1] > 5 && p[0] < size[0] - 5 && p[1] < size[1] - 5;
    if (inside(a) && inside(b)) found.push([a, b]);
  }
  return found;
}

/** Ideal ends of level edges on a wall of the heading given (degrees; 0 faces a camera of yaw 0), seen well inside the picture. */
export function madeUpSills(made: MadeUpCamera, random: () => number, heading: number, count: number): [Vec2, Vec2][] {
  const { intrinsics, attitude, size } = made;
  const [c, s] = [Math.cos((heading * Math.PI) / 180), Math.sin((heading * Math.PI) / 180)];
  const inside = (p: Vec2 | null): p is Vec2 => !!p && p[0] > 5 && p[1] > 5 && p[0] < size[0] - 5 && p[1] < size[1] - 5;
  const found: [Vec2, Vec2][] = [];
  for (let tries = 0; found.length < count && tries < 40_000; tries++) {
    // A point in front of the camera, and from there along the wall both ways.
    const depth = between(random, 3, 8);
    const from: Vec3 = [between(random, -1, 1) * depth, between(random, -1.4, 0.9) * depth, depth];
    const ends = [between(random, -5, -1.5), between(random, 1.5, 5)].map((t) =>
      seenBy(intrinsics, attitude, [from[0] + t * c, from[1], from[2] + t * s]),
    );
    const [a, b] = ends as [Vec2 | null, Vec2 | null];
    if (inside(a) && inside(b) && Math.hypot(a[0] - b[0], a[1] - b[1]) > 300) found.push([a, b]);
  }
  return found;
}
