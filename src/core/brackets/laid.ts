import { type Mat3, apply3 } from "../geometry";
import { type Plane, emptyPlane } from "./plane";

/** A photo that lies closer than this everywhere need not be moved, pixels. */
const STILL_PX = 0.03;

/** How far a homography takes the corners of a picture, pixels. */
function movedBy(matrix: Mat3, width: number, height: number): number {
  return Math.max(
    ...[
      [0, 0],
      [width, 0],
      [0, height],
      [width, height],
    ].map(([x, y]) => {
      const [u, v, w] = apply3(matrix, [x!, y!, 1]);
      return Math.hypot(u / w - x!, v / w - y!);
    }),
  );
}

/** Weights of the four pixels about a place between the middle two: Catmull and Rom's cubic. */
function cubic(t: number, out: Float64Array): void {
  out[0] = ((-t + 2) * t - 1) * t * 0.5;
  out[1] = ((3 * t - 5) * t * t + 2) * 0.5;
  out[2] = ((-3 * t + 4) * t + 1) * t * 0.5;
  out[3] = (t - 1) * t * t * 0.5;
}

/** A plane laid on another by a homography from that one's pixels to its own; beyond its border the border goes on. */
export function laidOn(plane: Plane, matrix: Mat3): Plane {
  const { width, height, data } = plane;
  if (movedBy(matrix, width, height) < STILL_PX) return plane;
  const out = emptyPlane(width, height);
  const [wx, wy] = [new Float64Array(4), new Float64Array(4)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [px, py] = [x + 0.5, y + 0.5];
      const w = matrix[6] * px + matrix[7] * py + matrix[8];
      const u = (matrix[0] * px + matrix[1] * py + matrix[2]) / w - 0.5;
      const v = (matrix[3] * px + matrix[4] * py + matrix[5]) / w - 0.5;
      const [x0, y0] = [Math.floor(u), Math.floor(v)];
      cubic(u - x0, wx);
      cubic(v - y0, wy);
      let sum = 0;
      for (let j = 0; j < 4; j++) {
        const row = Math.max(0, Math.min(height - 1, y0 - 1 + j)) * width;
        let line = 0;
        for (let i = 0; i < 4; i++) line += wx[i]! * data[row + Math.max(0, Math.min(width - 1, x0 - 1 + i))]!;
        sum += wy[j]! * line;
      }
      out.data[y * width + x] = sum;
    }
  return out;
}
