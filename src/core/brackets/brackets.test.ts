import { type Mat3, apply3, invert3 } from "../geometry";
import { toLight, fromLight } from "../course";
import { blended } from "./blended";
import { fused, normalised, worthOf } from "./fusion";
import { movedIn } from "./ghosts";
import { laidOn } from "./laid";
import { type Plane, addDoubled, boxMean, emptyPlane, halvedPlane } from "./plane";
import { isOnePosition, register } from "./registration";

const [W, H] = [660, 440];
const IDENTITY: Mat3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** Made-up chance, the same every time. */
function chance(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 2 ** 32;
  };
}

/** A made-up wall: windows of many sizes on a ground with soft changes of light. Light 0…1 of any place, so that it can be seen from anywhere. */
function wall(seed: number): (x: number, y: number) => number {
  const next = chance(seed);
  const panes = Array.from({ length: 60 }, () => ({
    x: next() * W,
    y: next() * H,
    w: 12 + 60 * next(),
    h: 12 + 60 * next(),
    light: 0.03 + 0.5 * next(),
  }));
  // A place asks only the panes that reach into its square: it is asked for millions of places.
  const SQUARE = 20;
  const square = (v: number): number => Math.floor(v / SQUARE);
  const near = new Map<number, typeof panes>();
  for (const p of panes)
    for (let row = square(p.y); row <= square(p.y + p.h); row++)
      for (let column = square(p.x); column <= square(p.x + p.w); column++) {
        const key = 1000 * row + column;
        near.set(key, [...(near.get(key) ?? []), p]);
      }
  return (x, y) => {
    let light = 0.2 + 0.05 * Math.sin(x / 37) + 0.05 * Math.cos(y / 23) + 0.03 * Math.sin((x + 2 * y) / 5);
    for (const p of near.get(1000 * square(y) + square(x)) ?? [])
      if (x > p.x && x < p.x + p.w && y > p.y && y < p.y + p.h) light = p.light;
    return light;
  };
}

/** A photo of a wall: each pixel the mean of nine places, so much longer exposed, with a little noise. @param from from its pixels to the wall's. */
function photo(light: (x: number, y: number) => number, from: Mat3, times: number, seed: number): Plane {
  const next = chance(seed);
  const out = emptyPlane(W, H);
  for (let i = 0; i < out.data.length; i++) {
    let sum = 0;
    for (let k = 0; k < 9; k++) {
      const [u, v, w] = apply3(from, [
        (i % W) + (1 + 2 * (k % 3)) / 6,
        Math.floor(i / W) + (1 + 2 * Math.floor(k / 3)) / 6,
        1,
      ]);
      sum += light(u / w, v / w);
    }
    out.data[i] = Math.min(1, Math.max(0, fromLight(Math.min(1, (times * sum) / 9)) + 0.006 * (next() - 0.5)));
  }
  return out;
}

/** A camera moved on its tripod: shifted, turned and tilted a little. */
function moved(dx: number, dy: number, degrees: number, tilt = 0): Mat3 {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [c, -s, dx + (1 - c) * (W / 2) + s * (H / 2), s, c, dy - s * (W / 2) + (1 - c) * (H / 2), tilt, -tilt / 2, 1];
}

/** Furthest that two homographies lie apart over the picture, pixels. */
const apartBy = (a: Mat3, b: Mat3): number =>
  Math.max(
    ...[
      [0, 0],
      [W, 0],
      [0, H],
      [W, H],
      [W / 2, H / 2],
    ].map(([x, y]) => {
      const [p, q] = [apply3(a, [x!, y!, 1]), apply3(b, [x!, y!, 1])];
      return Math.hypot(p[0] / p[2] - q[0] / q[2], p[1] / p[2] - q[1] / q[2]);
    }),
  );

test.each([
  [0, 0, 0, 0, 4],
  [6, -4, 0.3, 0, 2],
  [-3.3, 2.6, -0.25, 2e-6, 0.25],
  [0.4, 0.2, 0.05, -3e-6, 0.125],
])(
  "a second exposure moved by %p, %p px and %p° (tilt %p, light × %p) is laid on the first to within 0.15 px",
  (dx, dy, turn, tilt, times) => {
    const light = wall(7);
    const first = photo(light, IDENTITY, 1, 1);
    const truth = moved(dx, dy, turn, tilt);
    // The second shows at `truth` of a pixel what the first shows at it.
    const second = photo(light, invert3(truth), times, 2);
    const found = register(first, second);
    expect(apartBy(found.matrix, truth)).toBeLessThan(0.15);
    expect(isOnePosition(found)).toBe(true);
  },
);

test("another wall is not taken for the same, nor one whose parts have moved against each other", () => {
  const first = photo(wall(7), IDENTITY, 1, 1);
  expect(isOnePosition(register(first, photo(wall(8), IDENTITY, 2, 2)))).toBe(false);
  const light = wall(7);
  // As from a position beside it: what is near moves further than what is far.
  const beside = (x: number, y: number): number => light(x + 3 * Math.sin(x / 45) * Math.cos(y / 40), y);
  expect(isOnePosition(register(first, photo(beside, IDENTITY, 2, 2)))).toBe(false);
});

test("halved and drawn out again, a soft picture is as it was; means over squares are means", () => {
  const soft = emptyPlane(61, 40);
  for (let i = 0; i < soft.data.length; i++)
    soft.data[i] = 0.5 + 0.3 * Math.sin((i % 61) / 12) * Math.cos(Math.floor(i / 61) / 11);
  const again = emptyPlane(61, 40);
  addDoubled(halvedPlane(soft), again, 1);
  for (let y = 4; y < 36; y++)
    for (let x = 4; x < 57; x++) expect(again.data[y * 61 + x]).toBeCloseTo(soft.data[y * 61 + x]!, 2);
  const mean = boxMean(soft, 2);
  let sum = 0;
  for (let y = 8; y < 13; y++) for (let x = 18; x < 23; x++) sum += soft.data[y * 61 + x]!;
  expect(mean.data[10 * 61 + 20]).toBeCloseTo(sum / 25, 5);
  // At a corner the mean of what there is.
  expect(mean.data[0]).toBeCloseTo((soft.data[0]! + soft.data[1]! + soft.data[2]! + soft.data[61]! + soft.data[62]! + soft.data[63]! + soft.data[122]! + soft.data[123]! + soft.data[124]!) / 9, 5); // prettier-ignore
});

test("exposures that show the same are blended to that", () => {
  const one = photo(wall(3), IDENTITY, 1, 1);
  const worths = [worthOf([one]), worthOf([one])];
  normalised(worths);
  const out = fused([one, one], worths);
  let worst = 0;
  out.data.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - one.data[i]!))));
  expect(worst).toBeLessThan(1e-4);
});

test("of a dark and a light exposure every part is shown as in the one that shows it well", () => {
  // The left lies in the dark, the right in the sun; bars of half and twice the light everywhere.
  const light = (x: number, y: number): number => (x < W / 2 ? 0.01 : 1) * (Math.floor(y / 20) % 2 ? 0.5 : 1);
  const [dark, bright] = [photo(light, IDENTITY, 0.3, 1), photo(light, IDENTITY, 20, 2)];
  const [out] = blended(
    [
      { exposure: [dark], matrix: IDENTITY },
      { exposure: [bright], matrix: IDENTITY },
    ],
    0,
  );
  const contrast = (plane: Plane, x: number): number => Math.abs(plane.data[130 * W + x]! - plane.data[150 * W + x]!);
  for (const x of [100, 560]) {
    expect(contrast(out!, x)).toBeGreaterThan(0.8 * Math.max(contrast(dark, x), contrast(bright, x)));
    expect(out!.data[130 * W + x]!).toBeGreaterThan(0.25);
    expect(out!.data[130 * W + x]!).toBeLessThan(0.8);
  }
});

test("what moved is shown as the reference has it, and nothing else is given up for it", () => {
  const still = (): number => 0.2;
  const passing = (x: number, y: number): number => (x > 120 && x < 160 && y > 90 && y < 180 ? 0.05 : 0.2);
  const [reference, other] = [photo(still, IDENTITY, 1, 1), photo(passing, IDENTITY, 2, 2)];
  const map = movedIn([other], [reference]);
  expect(map.data[130 * W + 140]).toBe(1);
  expect(map.data[30 * W + 300]).toBe(0);
  const [out] = blended(
    [
      { exposure: [reference], matrix: IDENTITY },
      { exposure: [other], matrix: IDENTITY },
    ],
    0,
  );
  const before = fromLight(0.2);
  expect(out!.data[130 * W + 140]!).toBeGreaterThan(before - 0.06);
  expect(toLight(out!.data[30 * W + 300]!)).toBeGreaterThan(0.2);
});

test("a plane laid on another by a homography shows there what it shows at its place", () => {
  const light = (x: number, y: number): number => 0.3 + 0.2 * Math.sin(x / 20) * Math.cos(y / 17);
  const by = moved(5.4, -3.7, 0.2);
  const laid = laidOn(photo(light, invert3(by), 1, 1), by);
  const truth = photo(light, IDENTITY, 1, 2);
  for (let y = 20; y < H - 20; y += 13)
    for (let x = 20; x < W - 20; x += 13)
      expect(Math.abs(laid.data[y * W + x]! - truth.data[y * W + x]!)).toBeLessThan(0.012);
});
