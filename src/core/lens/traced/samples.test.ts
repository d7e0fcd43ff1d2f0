import type { Vec2 } from "../../geometry";
import { distortNormalised } from "../brown-conrady";
import { traceSamples } from "./samples";

const size = [3000, 2000] as const;
const unit = Math.hypot(...size) / 2;
const centre: Vec2 = [1500, 1000];
const k = [-0.05, 0.01, 0] as const;
const percent = (r: number, of: readonly [number, number, number]): number =>
  100 * (distortNormalised({ k: of, p: [0, 0] }, r, 0)[0] / r - 1);

/** A straight edge as this lens records it. */
function recorded(from: Vec2, to: Vec2): Vec2[] {
  return Array.from({ length: 60 }, (_, i): Vec2 => {
    const s = i / 59;
    const x = (from[0] + (to[0] - from[0]) * s - centre[0]) / unit;
    const y = (from[1] + (to[1] - from[1]) * s - centre[1]) / unit;
    const [dx, dy] = distortNormalised({ k, p: [0, 0] }, x, y);
    return [centre[0] + dx * unit, centre[1] + dy * unit];
  });
}

const along: readonly (readonly [string, Vec2, Vec2])[] = [
  ["the top", [200, 80], [2800, 90]],
  ["the right", [2900, 1900], [2890, 100]],
  ["the left, leaning either way", [80, 100], [82, 1900]],
  ["a diagonal near a corner", [2100, 1950], [2950, 1300]],
];

test.each(along)("under the true lens the samples along %s lie on its curve and miss nothing", (_, from, to) => {
  const found = traceSamples([{ id: "a", points: recorded(from, to) }], { k, centre }, size, (r) => percent(r, k));
  for (const s of found) {
    expect(Math.abs(s.missPx)).toBeLessThan(1e-6);
    if (s.percent !== null) expect(s.percent).toBeCloseTo(percent(s.r, k), 6);
  }
  expect(found.some((s) => s.percent !== null)).toBe(true);
});

test.each(along)("under a lens of too little bow the outer samples along %s ask for more", (_, from, to) => {
  const weak = [-0.04, 0.01, 0] as const;
  const found = traceSamples([{ id: "a", points: recorded(from, to) }], { k: weak, centre }, size, (r) =>
    percent(r, weak),
  );
  const outer = found.reduce((a, b) => (b.r > a.r ? b : a));
  expect(Math.abs(outer.missPx)).toBeGreaterThan(0.3);
  expect(outer.percent!).toBeLessThan(percent(outer.r, weak));
});

test("an edge along the radius tells nothing", () => {
  const found = traceSamples([{ id: "a", points: recorded([1600, 1000], [2900, 1000]) }], { k, centre }, size, (r) =>
    percent(r, k),
  );
  expect(found.every((s) => s.percent === null)).toBe(true);
});
