import { type Rect, type Vec2, contains, rectOutline } from "../geometry";
import { between } from "../testing";

/** Whether the rectangle lies inside the polygon, by points along its border and inside. */
export function fits(polygon: readonly Vec2[], [x, y, w, h]: Rect): boolean {
  const inset = 1e-6 * Math.max(w, h);
  return rectOutline([x + inset, y + inset, w - 2 * inset, h - 2 * inset], 40).every((p) => contains(polygon, p));
}

/** A photo's outline as a correction leaves it: four bowed sides. */
export function bowedQuad(random: () => number): Vec2[] {
  const c: Vec2[] = [
    [between(random, 0, 30), between(random, 0, 30)],
    [between(random, 100, 150), between(random, 0, 30)],
    [between(random, 100, 150), between(random, 70, 100)],
    [between(random, 0, 30), between(random, 70, 100)],
  ];
  const bow = between(random, -0.08, 0.08);
  return c.flatMap((a, i) => {
    const b = c[(i + 1) % 4]!;
    return Array.from({ length: 12 }, (_, k): Vec2 => {
      const t = k / 12;
      const d = bow * 4 * t * (1 - t);
      return [a[0] + (b[0] - a[0]) * t - (b[1] - a[1]) * d, a[1] + (b[1] - a[1]) * t + (b[0] - a[0]) * d];
    });
  });
}
