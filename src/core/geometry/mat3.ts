import type { Vec2, Vec3 } from "./vec";

/** A 3 × 3 matrix in row order. */
export type Mat3 = readonly [number, number, number, number, number, number, number, number, number];

export const identity3: Mat3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

export function multiply3(a: Mat3, b: Mat3): Mat3 {
  const at = (r: number, c: number): number =>
    a[3 * r]! * b[c]! + a[3 * r + 1]! * b[3 + c]! + a[3 * r + 2]! * b[6 + c]!;
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}

export const transpose3 = (m: Mat3): Mat3 => [m[0], m[3], m[6], m[1], m[4], m[7], m[2], m[5], m[8]];

export const apply3 = (m: Mat3, v: Vec3): Vec3 => [
  m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
  m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
  m[6] * v[0] + m[7] * v[1] + m[8] * v[2],
];

export function determinant3(m: Mat3): number {
  return m[0] * (m[4] * m[8] - m[5] * m[7]) - m[1] * (m[3] * m[8] - m[5] * m[6]) + m[2] * (m[3] * m[7] - m[4] * m[6]);
}

/** The inverse by cofactors. @throws RangeError when the matrix is singular. */
export function invert3(m: Mat3): Mat3 {
  const det = determinant3(m);
  if (!(Math.abs(det) > 0)) throw new RangeError("The matrix has no inverse.");
  const d = 1 / det;
  return [
    (m[4] * m[8] - m[5] * m[7]) * d,
    (m[2] * m[7] - m[1] * m[8]) * d,
    (m[1] * m[5] - m[2] * m[4]) * d,
    (m[5] * m[6] - m[3] * m[8]) * d,
    (m[0] * m[8] - m[2] * m[6]) * d,
    (m[2] * m[3] - m[0] * m[5]) * d,
    (m[3] * m[7] - m[4] * m[6]) * d,
    (m[1] * m[6] - m[0] * m[7]) * d,
    (m[0] * m[4] - m[1] * m[3]) * d,
  ];
}

/** A plane point through a homography, or null where it falls on or behind the plane at infinity. */
export function project3(h: Mat3, p: Vec2): Vec2 | null {
  const [x, y, w] = apply3(h, [p[0], p[1], 1]);
  return w > 1e-12 ? [x / w, y / w] : null;
}
