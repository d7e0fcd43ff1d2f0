import fc from "fast-check";
import { type Vec2, distance2, lerp2 } from "../../geometry";
import { type Lens, makeLens } from "../../lens";
import { normalFrom, randomFrom } from "../../testing";
import type { Luminance } from "../luminance";
import { type Segment, findSegments } from "./find-segments";

const size: Vec2 = [900, 600];
const none = makeLens(size, null);
const barrel = makeLens(size, { k: [-0.07, 0.012, 0], p: [0, 0], centre: [450, 300], amount: 1 });

interface Card {
  readonly middle: Vec2;
  readonly half: Vec2;
  readonly turn: number;
}
const card: Card = { middle: [430, 310], half: [210, 140], turn: 0.11 };

/** The corners of a card, in the ideal picture. */
function cornersOf({ middle, half, turn }: Card): Vec2[] {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u, v]) => [middle[0] + u! * half[0] * c - v! * half[1] * s, middle[1] + u! * half[0] * s + v! * half[1] * c]);
}

/** A bright card on a dark ground, as a lens records it; edges soft over a pixel, as a sensor has them. */
function picture(lens: Lens, { middle, half, turn }: Card, { bright = 150, noise = 1, seed = 4 } = {}): Luminance {
  const normal = normalFrom(randomFrom(seed));
  const data = new Float32Array(size[0] * size[1]);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const soft = (inside: number): number => 0.5 + 0.5 * Math.tanh(1.4 * inside);
  for (let y = 0; y < size[1]; y++)
    for (let x = 0; x < size[0]; x++) {
      const [px, py] = lens.undistort([x + 0.5, y + 0.5]);
      const [dx, dy] = [px - middle[0], py - middle[1]];
      const u = half[0] - Math.abs(dx * c + dy * s);
      const v = half[1] - Math.abs(dy * c - dx * s);
      data[y * size[0] + x] = 60 + (bright - 60) * soft(u) * soft(v) + noise * normal();
    }
  return { data, width: size[0], height: size[1], left: 0, top: 0 };
}

const sidesOf = (it: Card): [Vec2, Vec2][] => {
  const corners = cornersOf(it);
  return corners.map((p, i) => [p, corners[(i + 1) % 4]!]);
};

/** How far a recorded place lies beside the ideal line, pixels. */
function beside(lens: Lens, [a, b]: readonly [Vec2, Vec2], recorded: Vec2): number {
  const [x, y] = lens.undistort(recorded);
  return Math.abs((x - a[0]) * (b[1] - a[1]) - (y - a[1]) * (b[0] - a[0])) / distance2(a, b);
}

const along = (lens: Lens, side: readonly [Vec2, Vec2], found: readonly Segment[]): Segment[] =>
  found.filter(({ points }) => points.every((p) => beside(lens, side, p) < 3));

test.each([
  ["without a lens", none],
  ["bowed by one", barrel],
])("each side of a card is one segment, within 0.1 px of where it is (%s)", (_, lens) => {
  const found = findSegments(picture(lens, card), lens);
  for (const side of sidesOf(card)) {
    const own = along(lens, side, found);
    expect(own).toHaveLength(1);
    for (const p of own[0]!.points) expect(beside(lens, side, p)).toBeLessThan(0.1);
    expect(own[0]!.sigmaPx).toBeLessThan(0.15);
    const ideal = own[0]!.points.map((p) => lens.undistort(p)) as [Vec2, Vec2];
    expect(distance2(...ideal)).toBeGreaterThan(0.93 * distance2(...side));
    expect(distance2(...ideal)).toBeLessThan(1.03 * distance2(...side));
  }
  expect(found).toHaveLength(4);
});

test("of a picture larger than what is searched, the full pixels tell where an edge is", () => {
  // Longer than 1500 pixels, so that it is shrunk before it is searched.
  const [width, height] = [3200, 400];
  const edgeAt = (y: number): number => 1207.37 + 0.08 * y;
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data[y * width + x] = 120 + 50 * Math.tanh(1.4 * (x + 0.5 - edgeAt(y + 0.5)));
  const image: Luminance = { data, width, height, left: 0, top: 0 };
  const [found, ...more] = findSegments(image, makeLens([width, height], null));
  expect(more).toHaveLength(0);
  for (const [x, y] of found!.points) expect(Math.abs(x - edgeAt(y))).toBeLessThan(0.05);
});

test("wherever a card lies and however it is turned, all of its sides are found", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.7, max: 0.7, noNaN: true }),
      fc.double({ min: 330, max: 570, noNaN: true }),
      fc.double({ min: 270, max: 330, noNaN: true }),
      (turn, x, y) => {
        const it: Card = { middle: [x, y], half: [150, 110], turn };
        const found = findSegments(picture(none, it), none);
        for (const side of sidesOf(it)) {
          const [own] = along(none, side, found);
          expect(own).toBeDefined();
          const middle = lerp2(...own!.points, 0.5);
          expect(beside(none, side, middle)).toBeLessThan(0.1);
        }
      },
    ),
    { numRuns: 12 },
  );
}, 60_000);

test("noise alone has no segments, and a faint card in it no false ones beside its own", () => {
  expect(findSegments(picture(none, card, { bright: 60, noise: 4 }), none)).toHaveLength(0);
  const found = findSegments(picture(none, card, { bright: 110, noise: 4 }), none);
  const sides = sidesOf(card);
  for (const s of found) expect(sides.some((side) => along(none, side, [s]).length === 1)).toBe(true);
});

test("the longest come first, no more than asked for, and none shorter than asked for", () => {
  const image = picture(none, card);
  const lengths = findSegments(image, none).map(({ points }) => distance2(...points));
  expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
  expect(findSegments(image, none, { most: 2 }).map(({ points }) => distance2(...points))).toEqual(lengths.slice(0, 2));
  // The longer sides are 420 pixels, the shorter 280; the diagonal is 1082.
  expect(findSegments(image, none, { shortest: 0.3 })).toHaveLength(2);
});
