import { between, normalFrom, randomFrom } from "../testing";
import type { Vec2 } from "../geometry";
import { type Luminance, brightnessAt, traceEdge } from ".";

const [width, height] = [600, 400];

/** A picture with a soft edge along y = edge(x), noise, and perhaps a pole before it. */
function picture(
  edge: (x: number) => number,
  { noise = 2, pole = null as number | null, contrast = 60 } = {},
): Luminance {
  const normal = normalFrom(randomFrom(11));
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const d = y + 0.5 - edge(x + 0.5);
      let v = 100 + contrast * (0.5 + 0.5 * Math.tanh(d * 1.1));
      if (pole !== null && Math.abs(x - pole) < 22) v = 40;
      data[y * width + x] = Math.round(Math.min(255, Math.max(0, v + noise * normal())));
    }
  return { data, width, height, left: 0, top: 0 };
}

const bowed = (x: number): number => 120 + 16 * ((x - 300) / 300) ** 2 - 0.01 * x;
const misses = (points: readonly Vec2[], edge: (x: number) => number): number[] =>
  points.map(([x, y]) => Math.abs(y - edge(x))).sort((a, b) => a - b);

test("a bowed edge is followed to a tenth of a pixel, from ends that miss it by some pixels", () => {
  const random = randomFrom(2);
  const image = picture(bowed);
  for (let n = 0; n < 12; n++) {
    const off = (): number => between(random, -6, 6);
    const traced = traceEdge(image, [30, bowed(30) + off()], [570, bowed(570) + off()])!;
    expect(traced).not.toBeNull();
    const all = misses(traced.points, bowed);
    expect(all[all.length >> 1]).toBeLessThan(0.08);
    expect(all[Math.floor(all.length * 0.95)]).toBeLessThan(0.3);
    expect(traced.points.length).toBeGreaterThan(150);
    expect(traced.sigmaPx).toBeLessThan(0.2);
  }
});

test("what covers the edge is left out", () => {
  const traced = traceEdge(picture(bowed, { pole: 250 }), [30, bowed(30)], [570, bowed(570)])!;
  const all = misses(traced.points, bowed);
  expect(all[all.length - 1]).toBeLessThan(0.8);
  expect(traced.points.filter(([x]) => Math.abs(x - 250) < 18)).toEqual([]);
});

test("standing strokes as well, and in a cut-out of the picture", () => {
  const flat = picture((x) => 200 + 0.02 * x);
  const cut: Luminance = {
    data: Uint8Array.from({ length: 400 * 100 }, (_, i) =>
      Math.round(brightnessAt(flat, 100.5 + (i % 400), 150.5 + Math.floor(i / 400))),
    ),
    width: 400,
    height: 100,
    left: 100,
    top: 150,
  };
  const traced = traceEdge(cut, [110, 203], [490, 208])!;
  expect(misses(traced.points, (x) => 200 + 0.02 * x)[100]).toBeLessThan(0.1);
  const turned: Luminance = { data: new Uint8Array(width * height), width: height, height: width, left: 0, top: 0 };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) (turned.data as Uint8Array)[x * height + y] = flat.data[y * width + x]!;
  const standing = traceEdge(turned, [204, 30], [208, 570])!;
  expect(Math.abs(standing.points[50]![0] - (200 + 0.02 * standing.points[50]![1]))).toBeLessThan(0.3);
});

test("where there is no edge, nothing is found", () => {
  expect(
    traceEdge(
      picture(() => -1000),
      [30, 120],
      [570, 120],
    ),
  ).toBeNull();
  expect(traceEdge(picture(bowed), [30, 300], [570, 300])).toBeNull();
  expect(traceEdge(picture(bowed), [30, 130], [40, 130])).toBeNull();
});
