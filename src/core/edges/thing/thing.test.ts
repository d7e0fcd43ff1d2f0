import fc from "fast-check";
import { type Vec2, contains, signedArea } from "../../geometry";
import { outlineShare } from "../outline-share";
import { foundThing } from "./found-thing";
import { grown } from "./masks";
import { outlineOf } from "./outline";
import { spineOf } from "./spine";
import { thingAt } from "./thing";

/** A wall of bricks with some grain, and what is painted on it. */
function wall(width: number, height: number, paint: (x: number, y: number) => readonly number[] | null) {
  const data = new Uint8Array(3 * width * height);
  let seed = 7;
  const grain = (): number => ((seed = (Math.imul(seed, 1103515245) + 12345) >>> 0) >>> 20) / 4096 - 0.5;
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const joint = y % 8 === 0 || (x + 8 * (Math.floor(y / 8) % 2)) % 16 === 0;
    const colour = paint(x, y) ?? (joint ? [150, 128, 118] : [140, 78, 62]);
    for (let c = 0; c < 3; c++) data[3 * i + c] = colour[c]! + 10 * grain();
  }
  return { data, width, height, channels: 3 as const };
}

/** How much two sets of pixels have in common, of all that either has. */
function common(mask: Uint8Array, width: number, is: (x: number, y: number) => boolean): number {
  let [both, either] = [0, 0];
  mask.forEach((own, i) => {
    const other = is(i % width, Math.floor(i / width));
    if (own && other) both++;
    if (own || other) either++;
  });
  return both / either;
}

const POST = (x: number, y: number): boolean => Math.abs(x - 60 - y / 20) < 5 && y > 20;
const BIN = (x: number, y: number): boolean => Math.abs(x - 110) < 18 && y > 70 && y < 120;
const scene = (w = 160, h = 150) =>
  wall(w, h, (x, y) => (POST(x, y) ? [62, 70, 66] : BIN(x, y) ? [70, 96, 140] : null));

test("a press takes a whole thing, thin or wide, and nothing beside it", () => {
  const picture = scene();
  expect(common(thingAt(picture, [[66.5, 100.5]]).mask, 160, POST)).toBeGreaterThan(0.9);
  expect(common(thingAt(picture, [[110.5, 90.5]]).mask, 160, BIN)).toBeGreaterThan(0.95);
});

test("a larger picture is cut at half its size first, and as exactly", () => {
  const big = (x: number, y: number): boolean => BIN(x / 2.5, y / 2.5);
  const picture = wall(400, 375, (x, y) => (big(x, y) ? [70, 96, 140] : null));
  expect(common(thingAt(picture, [[275, 225]]).mask, 400, big)).toBeGreaterThan(0.97);
});

test("larger and smaller: what is taken for larger has no fewer pixels", () => {
  const picture = scene();
  const areas = [-8, -4, 0, 4].map((steps) => thingAt(picture, [[66.5, 100.5]], steps).mask.reduce((n, v) => n + v, 0));
  expect([...areas].sort((a, b) => a - b)).toEqual(areas);
  expect(areas.at(-1)!).toBeGreaterThan(areas[0]!);
});

test("a found thing is outlined with a little around it, and tells where it goes on", () => {
  const post = foundThing(scene(), [[66.5, 100.5]])!;
  expect(post.touches).toEqual({ left: false, top: false, right: false, bottom: true });
  for (const y of [30.5, 75.5, 140.5]) expect(contains(post.outline, [60 + y / 20, y])).toBe(true);
  expect(
    foundThing(
      wall(120, 120, () => [90, 90, 90]),
      [[60, 60]],
    ),
  ).toBeNull();
});

test("a second press adds a part that lies apart; both are outlined as one", () => {
  const { outline } = foundThing(scene(), [
    [66.5, 100.5],
    [110.5, 90.5],
  ])!;
  for (const place of [
    [64, 90],
    [66, 130],
    [100, 80],
    [120, 110],
  ] as Vec2[])
    expect(contains(outline, place)).toBe(true);
  for (const place of [
    [40, 60],
    [85, 40],
    [150, 90],
  ] as Vec2[])
    expect(contains(outline, place)).toBe(false);
});

test("an outline encloses its mask's area, whatever the mask, and grows with it", () => {
  fc.assert(
    fc.property(
      fc.nat(22),
      fc.nat(22),
      fc.integer({ min: 2, max: 8 }),
      fc.integer({ min: 2, max: 8 }),
      (x, y, w, h) => {
        const mask = new Uint8Array(32 * 32);
        for (let j = y; j < y + h; j++) mask.fill(1, j * 32 + x, j * 32 + x + w);
        const area = mask.reduce((n, v) => n + v, 0);
        expect(signedArea(outlineOf(mask, 32, 32, 100))).toBe(area);
        const more = grown(mask, 32, 32, 2);
        expect(more.reduce((n, v) => n + v, 0)).toBeGreaterThan(area);
        expect(mask.every((v, i) => more[i]! >= v)).toBe(true);
      },
    ),
  );
});

test("pixels that touch at corners are outlined as one, and an outline holds no more corners than asked", () => {
  // Two squares of 8, one below and to the right of the other.
  const mask = Uint8Array.from({ length: 400 }, (_, i) =>
    Math.floor((i % 20) / 8) === Math.floor(i / 160) && i % 20 < 16 && i < 320 ? 1 : 0,
  );
  expect(signedArea(outlineOf(mask, 20, 20, 100))).toBe(128);
  const round = Uint8Array.from({ length: 10_000 }, (_, i) =>
    Math.hypot((i % 100) - 50, Math.floor(i / 100) - 50) < 40 ? 1 : 0,
  );
  expect(outlineOf(round, 100, 100, 12).length).toBeLessThanOrEqual(12);
  expect(outlineOf(new Uint8Array(16), 4, 4, 10)).toEqual([]);
});

test("a spine runs through the middle, along the longest extent; a round thing has one point", () => {
  const post: Vec2[] = [
    [10, 0],
    [20, 0],
    [40, 200],
    [30, 200],
  ];
  const { points, radius } = spineOf(post);
  expect(points.length).toBeGreaterThan(4);
  for (const [x, y] of points) expect(Math.abs(x - 15 - y / 10)).toBeLessThan(1.5);
  expect(radius).toBeLessThan(16);
  const square: Vec2[] = [
    [0, 0],
    [30, 0],
    [30, 30],
    [0, 30],
  ];
  expect(spineOf(square)).toEqual({ points: [[15, 15]], radius: Math.hypot(15, 15) });
});

test("an outline covers all of a place well inside it, nothing outside, and less and less over its rim", () => {
  const share = outlineShare(
    [
      [0, 0],
      [40, 0],
      [40, 40],
      [0, 40],
    ],
    4,
  );
  expect(share(20, 20)).toBe(1);
  expect(share(-1, 20)).toBe(0);
  expect(share(2, 20)).toBeCloseTo(0.5);
  expect(share(1, 20)).toBeLessThan(share(3, 20));
});
