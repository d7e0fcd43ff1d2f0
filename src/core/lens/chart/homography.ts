import { Matrix, SingularValueDecomposition } from "ml-matrix";
import type { Vec2 } from "../../geometry";

/** Plane → picture from at least four pairs: the normalised direct linear transform (Hartley and Zisserman, "Multiple View Geometry", 4.4). */
export function homographyOf(plane: readonly Vec2[], picture: readonly Vec2[]): number[] {
  const [a, b] = [normaliser(plane), normaliser(picture)];
  const rows = plane.flatMap((p, i) => {
    const [x, y] = a.put(p);
    const [u, v] = b.put(picture[i]!);
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
    ];
  });
  const svd = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true });
  const h = svd.rightSingularVectors.getColumn(8);
  const inner = new Matrix([h.slice(0, 3), h.slice(3, 6), h.slice(6, 9)]);
  const whole = b.back.mmul(inner).mmul(a.matrix);
  return whole.to1DArray().map((v) => v / whole.get(2, 2));
}

function normaliser(points: readonly Vec2[]) {
  const n = points.length;
  const [mx, my] = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n];
  const scale = Math.SQRT2 / (points.reduce((s, p) => s + Math.hypot(p[0] - mx, p[1] - my), 0) / n || 1);
  return {
    put: (p: Vec2): Vec2 => [(p[0] - mx) * scale, (p[1] - my) * scale],
    matrix: new Matrix([
      [scale, 0, -mx * scale],
      [0, scale, -my * scale],
      [0, 0, 1],
    ]),
    back: new Matrix([
      [1 / scale, 0, mx],
      [0, 1 / scale, my],
      [0, 0, 1],
    ]),
  };
}
