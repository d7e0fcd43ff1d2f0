import { type Mat3, type Vec2, invert3, multiply3, signedArea } from "../../geometry";

/** Four corners: top left, top right, bottom right, bottom left. */
export type Quad = readonly [Vec2, Vec2, Vec2, Vec2];

/** Unit square → quad, corners in turn (Heckbert (1989), "Fundamentals of texture mapping and image warping", 2.2.3). */
export function squareToQuad([[x0, y0], [x1, y1], [x2, y2], [x3, y3]]: Quad): Mat3 {
  const [dx1, dx2, sx] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3];
  const [dy1, dy2, sy] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
}

/** Quad → quad. @throws RangeError where three corners of the first are in line. */
export const quadToQuad = (from: Quad, to: Quad): Mat3 => multiply3(squareToQuad(to), invert3(squareToQuad(from)));

/** Third coordinate of a place under a homography. */
export const depthOf = (m: Mat3, [x, y]: Vec2): number => m[6] * x + m[7] * y + m[8];

/** Sine of the angle at a corner, signed: positive where the corners run clockwise with y down. */
const sineAt = (a: Vec2, b: Vec2, c: Vec2): number => {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]];
  const long = Math.hypot(ux, uy) * Math.hypot(vx, vy);
  return long > 0 ? (ux * vy - uy * vx) / long : 0;
};

/** Corners less bent than this, 3 degrees, are in line. */
const IN_LINE = Math.sin((3 * Math.PI) / 180);

/** What is wrong with a quad: nothing where it is convex and runs clockwise. */
export function quadFault(quad: Quad): "in line" | "inside out" | null {
  const sines = quad.map((_, i) => sineAt(quad[i]!, quad[(i + 1) % 4]!, quad[(i + 2) % 4]!));
  if (sines.every((s) => s > IN_LINE)) return null;
  return signedArea(quad) < 0 || sines.some((s) => s < -IN_LINE) ? "inside out" : "in line";
}

/** Whether a place lies in a convex quad that runs clockwise, its border included. */
export function inQuad(quad: Quad, x: number, y: number): boolean {
  for (let i = 0; i < 4; i++) {
    const [a, b] = [quad[i]!, quad[(i + 1) % 4]!];
    if ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]) < 0) return false;
  }
  return true;
}
