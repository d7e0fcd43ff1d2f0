import type { Vec2 } from "../../geometry";
import type { Grey } from "./raster";

/**
 * A corner to a fraction of a pixel: the point from which every gradient about it is seen at a right angle
 * (W. Förstner, E. Gülch, "A fast operator for detection and precise location of distinct points …", 1987).
 *
 * @param at first guess, pixels, centres at halves. @param half half the window's side, pixels.
 * @returns null where the point walks off or nothing holds it.
 */
export function refineCorner({ data, width, height }: Grey, at: Vec2, half: number): Vec2 | null {
  let [x, y] = at;
  const value = (px: number, py: number): number => {
    const cx = Math.min(width - 1.001, Math.max(0, px - 0.5));
    const cy = Math.min(height - 1.001, Math.max(0, py - 0.5));
    const [x0, y0] = [Math.floor(cx), Math.floor(cy)];
    const [u, v] = [cx - x0, cy - y0];
    const i = y0 * width + x0;
    return (
      (1 - v) * ((1 - u) * data[i]! + u * data[i + 1]!) + v * ((1 - u) * data[i + width]! + u * data[i + width + 1]!)
    );
  };
  const reach = Math.round(half);
  for (let round = 0; round < 20; round++) {
    if (x < reach + 2 || y < reach + 2 || x > width - reach - 2 || y > height - reach - 2) return null;
    let [a, b, c, p, q] = [0, 0, 0, 0, 0];
    for (let j = -reach; j <= reach; j++)
      for (let i = -reach; i <= reach; i++) {
        const gx = (value(x + i + 1, y + j) - value(x + i - 1, y + j)) / 2;
        const gy = (value(x + i, y + j + 1) - value(x + i, y + j - 1)) / 2;
        const w = Math.exp((-2 * (i * i + j * j)) / (half * half));
        a += w * gx * gx;
        b += w * gx * gy;
        c += w * gy * gy;
        p += w * (gx * gx * i + gx * gy * j);
        q += w * (gx * gy * i + gy * gy * j);
      }
    const det = a * c - b * b;
    if (!(det > 1e-9 * (a + c) ** 2)) return null;
    const [dx, dy] = [(c * p - b * q) / det, (a * q - b * p) / det];
    x += dx;
    y += dy;
    if (Math.hypot(x - at[0], y - at[1]) > half) return null;
    if (Math.hypot(dx, dy) < 1e-3) break;
  }
  return [x, y];
}
