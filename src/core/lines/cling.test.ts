import fc from "fast-check";
import { type Vec2, lerp2 } from "../geometry";
import { type Lens, makeLens } from "../lens";
import { normalFrom, randomFrom } from "../testing";
import { LIGHT_OF_SRGB } from "../lens";
import { type Luminance, brightnessAt, cling, lengthen } from ".";

const size: Vec2 = [600, 400];
const none = makeLens(size, null);
const barrel = makeLens(size, { k: [-0.06, 0.01, 0], p: [0, 0], centre: [300, 200], amount: 1 });

/** A picture of one straight edge, as the lens records it: dark on its left side, bright on its right, between two places only. */
function picture(lens: Lens, [a, b]: readonly [Vec2, Vec2], noise = 1.5): Luminance {
  const normal = normalFrom(randomFrom(5));
  const data = new Float32Array(size[0] * size[1]);
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  for (let y = 0; y < size[1]; y++)
    for (let x = 0; x < size[0]; x++) {
      const [u, v] = lens.undistort([x + 0.5, y + 0.5]);
      const along = (u - a[0]) * dx + (v - a[1]) * dy;
      const across = (v - a[1]) * dx - (u - a[0]) * dy;
      const inside = along > 0 && along < length;
      data[y * size[0] + x] = 120 + (inside ? 50 * Math.tanh(1.2 * across) : 0) + noise * normal();
    }
  return { data, width: size[0], height: size[1], left: 0, top: 0 };
}

const edge: readonly [Vec2, Vec2] = [
  [120, 50],
  [150, 350],
];
const off = (p: Vec2, lens: Lens): number => {
  const [u, v] = lens.undistort(p);
  const length = Math.hypot(edge[1][0] - edge[0][0], edge[1][1] - edge[0][1]);
  return Math.abs((u - edge[0][0]) * (edge[1][1] - edge[0][1]) - (v - edge[0][1]) * (edge[1][0] - edge[0][0])) / length;
};

test.each([
  ["without a lens", none],
  ["bowed by the lens", barrel],
])("%s a stroke up to 6 px off settles within 0.1 px, and knows how well", (_, lens) => {
  const image = picture(lens, edge);
  const random = randomFrom(8);
  for (let n = 0; n < 20; n++) {
    const drawn = [0.1, 0.9].map((t) => {
      const [x, y] = lens.distort(lerp2(edge[0], edge[1], t));
      return [x + 12 * (random() - 0.5), y + 4 * (random() - 0.5)] as const;
    }) as unknown as [Vec2, Vec2];
    const found = cling(image, lens, drawn)!;
    expect(found).not.toBeNull();
    for (const end of found.ends) expect(off(end, lens)).toBeLessThan(0.1);
    expect(found.sigmaPx).toBeLessThan(0.15);
    expect(found.found).toBeGreaterThan(0.9);
  }
});

test("in noise alone it refuses, wherever the stroke lies", () => {
  const image = picture(none, [
    [-900, 0],
    [-890, 10],
  ]);
  fc.assert(
    fc.property(
      fc.tuple(fc.double({ min: 30, max: 570, noNaN: true }), fc.double({ min: 30, max: 370, noNaN: true })),
      fc.tuple(fc.double({ min: 30, max: 570, noNaN: true }), fc.double({ min: 30, max: 370, noNaN: true })),
      (a, b) => cling(image, none, [a, b]) === null,
    ),
    { numRuns: 60 },
  );
});

test("a line is lengthened to where its edge ends, and no further", () => {
  const image = picture(barrel, edge);
  const part = [0.4, 0.6].map((t) => barrel.distort(lerp2(edge[0], edge[1], t))) as [Vec2, Vec2];
  const [a, b] = lengthen(image, barrel, part, size);
  const ends = edge.map((e) => barrel.distort(e)) as [Vec2, Vec2];
  expect(Math.hypot(a[0] - ends[0][0], a[1] - ends[0][1])).toBeLessThan(8);
  expect(Math.hypot(b[0] - ends[1][0], b[1] - ends[1][1])).toBeLessThan(8);
});

test("a line of no length, and one beside the picture, are left as they are", () => {
  const image = picture(none, edge);
  const point: [Vec2, Vec2] = [
    [100, 100],
    [100, 100],
  ];
  expect(cling(image, none, point)).toBeNull();
  expect(lengthen(image, none, point, size)).toEqual(point);
});

test("in the numbers of an sRGB file the light is read, so that a half-covered pixel lies half way", () => {
  // Black and white meet in the middle of the second pixel, which holds half the light.
  const image: Luminance = {
    data: Uint8Array.of(0, 188, 255),
    width: 3,
    height: 1,
    left: 0,
    top: 0,
    table: LIGHT_OF_SRGB,
  };
  expect(brightnessAt(image, 1.5, 0.5) / 255).toBeCloseTo(0.5, 2);
});
