import type { Vec2 } from "../geometry";
import { makeLens } from "../lens";
import { between, randomFrom } from "../testing";
import type { Luminance } from "./luminance";
import { quadEdges } from "./quad-edges";
import { roundEdge } from "./round-edge";

const SIZE = 400;

/** A dark shape on a light ground, each pixel the share of it that lies inside, with grain. */
function drawn(inside: (x: number, y: number) => boolean, grain = 2): Luminance {
  const random = randomFrom(8);
  const data = new Float32Array(SIZE * SIZE);
  const parts = 5;
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      let n = 0;
      for (let j = 0; j < parts; j++)
        for (let i = 0; i < parts; i++) if (inside(x + (i + 0.5) / parts, y + (j + 0.5) / parts)) n++;
      data[y * SIZE + x] = 180 - (120 * n) / parts ** 2 + grain * (random() - 0.5);
    }
  return { data, width: SIZE, height: SIZE, left: 0, top: 0 };
}

test.each([1, 2, 3, 4])("a round edge is settled on within a tenth of a pixel from a hand %d pixels off", (off) => {
  const [cx, cy, a, b] = [203.3, 190.8, 120, 90];
  const image = drawn((x, y) => ((x - cx) / a) ** 2 + ((y - cy) / b) ** 2 < 1);
  const way = Array.from({ length: 48 }, (_, i): Vec2 => {
    const t = (2 * Math.PI * i) / 48;
    return [cx + off + (a - off) * Math.cos(t), cy - off / 2 + (b + off) * Math.sin(t)];
  });
  const places = roundEdge(image, way, 2)!;
  expect(places.length).toBeGreaterThan(80);
  // First-order distance from the ellipse.
  const misses = places.map(([x, y]) => {
    const [u, v] = [(x - cx) / a, (y - cy) / b];
    return (u * u + v * v - 1) / (2 * Math.hypot(u / a, v / b));
  });
  expect(Math.sqrt(misses.reduce((s, m) => s + m * m, 0) / misses.length)).toBeLessThan(0.1);
  expect(Math.abs(misses.reduce((s, m) => s + m, 0) / misses.length)).toBeLessThan(0.05);
});

test("where nothing is round nothing is settled", () => {
  const flat = drawn(() => false);
  const way = Array.from({ length: 48 }, (_, i): Vec2 => [
    200 + 80 * Math.cos((2 * Math.PI * i) / 48),
    200 + 80 * Math.sin((2 * Math.PI * i) / 48),
  ]);
  expect(roundEdge(flat, way)).toBeNull();
  expect(
    roundEdge(
      flat,
      way.slice(0, 3).map(([x, y]): Vec2 => [x / 50, y / 50]),
    ),
  ).toBeNull();
});

const corners: Vec2[] = [
  [100.4, 90.2],
  [310.7, 110.9],
  [290.1, 300.3],
  [120.8, 280.6],
];
const within = (x: number, y: number): boolean =>
  corners.every((p, i) => {
    const q = corners[(i + 1) % 4]!;
    return (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) > 0;
  });

test("four corners are settled where the edges of their sides cross", () => {
  const image = drawn(within);
  const lens = makeLens([SIZE, SIZE], null);
  const random = randomFrom(5);
  const byHand = corners.map(([x, y]): Vec2 => [x + between(random, -3, 3), y + between(random, -3, 3)]);
  const settled = quadEdges(image, lens, byHand, 1)!;
  settled.forEach(([x, y], i) => expect(Math.hypot(x - corners[i]![0], y - corners[i]![1])).toBeLessThan(0.25));
  expect(
    quadEdges(
      drawn(() => false),
      lens,
      byHand,
      1,
    ),
  ).toBeNull();
});
