import { readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { bowOfTrace, makeLens, measureFringes, solveTraces } from "@/core/lens";
import { traceEdge } from "@/core/lines";
import { emptyRecipe } from "@/core/recipe";
import { compile, resampleBand, settle } from "@/core/render";
import { calibrateFiles } from "@/server/image/calibrate-files";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** What the product measures on the demo's photos, against what is known of their lens. */
const folder = path.join(__dirname, "../photos");
const photo = (name: string): string => path.join(folder, name);
const truthOf = (name: string): Truth =>
  JSON.parse(readFileSync(path.join(folder, `${name}.truth.json`), "utf8")) as Truth;
const corners = ([w, h]: readonly [number, number]) =>
  [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ] as const;
const lensOf = ({ size, lens }: Truth) =>
  makeLens(size, {
    k: lens.k as [number, number, number],
    p: lens.p as [number, number],
    centre: lens.centre as [number, number],
    amount: 1,
  });

test("three views of the checkerboard give the focal length within 0.5 % and the corners within 0.5 px", async () => {
  const pictures = ["SM-0429.jpg", "SM-0430.jpg", "SM-0431.jpg"].map((name) => ({ file: photo(name), name }));
  const found = await calibrateFiles({ pictures, columns: 9, rows: 6, kind: "checker" });
  const truth = truthOf("SM-0429");
  expect(found.used).toHaveLength(3);
  expect(Math.abs(found.focalPx / truth.focalPx - 1)).toBeLessThan(0.005);
  const [ours, real] = [makeLens(truth.size, { ...found, amount: 1 }), lensOf(truth)];
  for (const c of corners(truth.size)) {
    const [a, b] = [ours.distort(c), real.distort(c)];
    expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(0.5);
  }
}, 60_000);

test("the grid of lines gives the bow as well", async () => {
  const found = await calibrateFiles({
    pictures: [{ file: photo("SM-0432.jpg"), name: "grid" }],
    columns: 19,
    rows: 13,
    kind: "lines",
  });
  const truth = truthOf("SM-0432");
  const bow = (k: readonly number[]): number => 100 * (k[0]! + k[1]! + k[2]!);
  expect(Math.abs(bow(found.k) - bow(truth.lens.k))).toBeLessThan(0.3);
}, 60_000);

/** Shift at a picture's corner, pixels. */
const atCorner = ([a, b]: readonly [number, number] | readonly number[], unit: number): number => (a! + b!) * unit;

test.each(["SM-0413", "SM-0414", "SM-0419", "SM-0420", "SM-0423", "SM-0424", "SM-0426", "SM-0428"])(
  "the fringes of %s are measured within 0.1 px at the corner",
  async (name) => {
    const { data, info } = await sharp(photo(`${name}.jpg`))
      .autoOrient()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { lens } = truthOf(name);
    const unit = Math.hypot(info.width, info.height) / 2;
    const pixels = { data, width: info.width, height: info.height, channels: 3 as const };
    const found = measureFringes(pixels, lens.centre as [number, number])!;
    expect(Math.abs(atCorner(found.red, unit) - atCorner(lens.fringes.red, unit))).toBeLessThan(0.1);
    expect(Math.abs(atCorner(found.blue, unit) - atCorner(lens.fringes.blue, unit))).toBeLessThan(0.1);
  },
  30_000,
);

test("fringes are measured within 0.1 px at the corner, and what is left after their correction is below 0.15 px", async () => {
  const { data, info } = await sharp(photo("SM-0415.jpg")).raw().toBuffer({ resolveWithObject: true });
  const truth = truthOf("SM-0415");
  const size = [info.width, info.height] as const;
  const unit = Math.hypot(...size) / 2;
  const centre = truth.lens.centre as [number, number];
  const found = measureFringes({ data, width: size[0], height: size[1], channels: 3 }, centre)!;
  expect(Math.abs(atCorner(found.red, unit) - atCorner(truth.lens.fringes.red, unit))).toBeLessThan(0.1);
  expect(Math.abs(atCorner(found.blue, unit) - atCorner(truth.lens.fringes.blue, unit))).toBeLessThan(0.1);
  const recipe = emptyRecipe();
  recipe.frame.on = false;
  recipe.lens.centre = centre;
  recipe.lens.fringes = { red: [...found.red], blue: [...found.blue] };
  const out = new Uint8Array(data.length);
  const map = compile(settle(recipe, size), size);
  const source = { data: new Uint8Array(data), width: size[0], height: size[1], channels: 3 as const };
  resampleBand(source, { map, kernel: "cubic", y: 0, rows: size[1], alpha: false }, out);
  const left = measureFringes({ data: out, width: size[0], height: size[1], channels: 3 }, centre)!;
  expect(Math.abs(atCorner(left.red, unit))).toBeLessThan(0.15);
  expect(Math.abs(atCorner(left.blue, unit))).toBeLessThan(0.15);
}, 90_000);

test("eight traced edges of the reading room give its lens", async () => {
  const whole = await greenLight(photo("SM-0415.jpg"));
  const truth = truthOf("SM-0415");
  const ids = [
    "window-2-left",
    "window-2-right",
    "window-3-left",
    "doorcase-right",
    "frieze",
    "shelf-cornice",
    "joint-x-14",
    "joint-x-8",
  ];
  const traces = ids.map((id) => {
    const { recorded } = truth.edges.find((e) => e.id === id)!;
    const traced = traceEdge(whole, recorded[2]!, recorded[recorded.length - 3]!);
    if (!traced) throw new Error(`The edge ${id} was not found.`);
    return { id, points: traced.points };
  });
  const solution = solveTraces(traces, truth.size)!;
  const lens = makeLens(truth.size, { ...solution, p: [0, 0], amount: 1 });
  const worst = (bows: number[]): number => bows.reduce((a, b) => Math.max(a, b));
  expect(worst(truth.edges.map((e) => bowOfTrace(e.recorded)))).toBeGreaterThan(20);
  expect(worst(truth.edges.map((e) => bowOfTrace(e.recorded.map((p) => lens.undistort(p)))))).toBeLessThan(0.4);
}, 60_000);
