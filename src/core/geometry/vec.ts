/** A point or direction in a plane, [x, y]; x right, y down. */
export type Vec2 = readonly [number, number];
/** A point or direction in space, [x, y, z]; x right, y down, z forward. */
export type Vec3 = readonly [number, number, number];
/** The size of a picture, [width, height] in pixels. */
export type Size = readonly [number, number];

export const DEG = Math.PI / 180;
/** A whole turn, radians. */
export const TAU = 2 * Math.PI;

export const degrees = (radians: number): number => radians / DEG;
export const radians = (deg: number): number => deg * DEG;

export const dot3 = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const cross3 = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Length of a vector that is far from the largest and smallest numbers there are: quicker than Math.hypot. */
export const length3 = ([x, y, z]: Vec3): number => Math.sqrt(x * x + y * y + z * z);

/** The vector at length 1; a zero vector is returned as it is. */
export function unit3(v: Vec3): Vec3 {
  const n = Math.hypot(v[0], v[1], v[2]);
  return n > 0 ? [v[0] / n, v[1] / n, v[2] / n] : v;
}

export const distance2 = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

export const lerp2 = (a: Vec2, b: Vec2, t: number): Vec2 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

export const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
