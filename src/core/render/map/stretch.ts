import type { Size, Vec2 } from "../../geometry";
import type { CompiledMap } from "./compile";

/**
 * How much larger the picture is drawn at a place of the plane than it was recorded: output pixels to one recorded
 * pixel along the direction that is stretched most (the larger singular value of the map recorded → plane). Above 1
 * detail goes soft. Null where nothing was recorded. @param size of the photo, pixels.
 */
export function stretchAt(map: Pick<CompiledMap, "toRecorded">, [x, y]: Vec2, size: Size): number | null {
  const out = new Float64Array(3);
  const at = (px: number, py: number): Vec2 | null => {
    map.toRecorded(px, py, out);
    return out[2]! > 0 && out[0]! >= 0 && out[1]! >= 0 && out[0]! <= size[0] && out[1]! <= size[1]
      ? [out[0]!, out[1]!]
      : null;
  };
  const [l, r, u, d] = [at(x - 0.5, y), at(x + 0.5, y), at(x, y - 0.5), at(x, y + 0.5)];
  if (!l || !r || !u || !d) return null;
  return stretchBy([r[0] - l[0], r[1] - l[1]], [d[0] - u[0], d[1] - u[1]]);
}

/** The larger stretch where a pixel's step across the plane, and one down it, go so far on the photo, pixels. */
export function stretchBy([a, b]: Vec2, [c, d]: Vec2): number {
  // Smaller singular value of the plane → recorded Jacobian; its inverse is the larger one of the way back.
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return 1 / Math.sqrt(Math.max(1e-12, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
}

/** The frame's greatest stretch, over a lattice of places inside it. */
export function worstStretch(map: CompiledMap, across = 24): { readonly factor: number; readonly at: Vec2 } {
  const [fx, fy, fw, fh] = map.frame;
  const rows = Math.max(2, Math.round((across * fh) / fw));
  let worst: { factor: number; at: Vec2 } = { factor: 1, at: [fx + fw / 2, fy + fh / 2] };
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= across; i++) {
      const at: Vec2 = [fx + 1 + ((fw - 2) * i) / across, fy + 1 + ((fh - 2) * j) / rows];
      const factor = stretchAt(map, at, map.size);
      if (factor !== null && factor > worst.factor) worst = { factor, at };
    }
  return worst;
}
