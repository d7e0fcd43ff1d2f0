import { put } from "@/language";
import { taped, type KnownMeasure } from "../../shape/proportion";
import { isSoak, many } from "../../soak.testing";
import { measuredView } from "./measured";
import { FOCAL, SIZE as size, depthOf, scene } from "./measured-scene.testing";
import { lensOf, linesOf, withCamera } from "./settled";
import { measuredIn, withSolvedAttitude } from "./settle";
import { solveLines } from "../../attitude";
import { focalByMeasures, focalOfShapes } from "./focal-by-measures";
import { focalContradicted } from "./focal-contradicted";

/** Whether the ± of heights, scales and tapes are honest: their errors, in their own deviations, must have a deviation of one. */
const deviation = (z: readonly number[]): number => Math.sqrt(z.reduce((s, v) => s + v * v, 0) / z.length);

const COUNT = many(500, 100);
/** Of a hundred scenes a deviation is known to a fourteenth only. */
const [LEAST, MOST] = isSoak ? [0.88, 1.17] : [0.78, 1.3];

test.each([
  ["exact lines, marks of half a pixel", { lines: 0, marks: 0.5, focal: 0 }],
  ["lines and marks of half a pixel", { lines: 0.5, marks: 0.5, focal: 0 }],
  ["lines and marks of 0.7 px", { lines: 0.7, marks: 0.7, focal: 0 }],
  ["an assumed focal length, off by up to 10 %", { lines: 0.5, marks: 0.5, focal: 0.1 }],
] as const)(
  "%s: height, scale and tape tell their ± honestly",
  (_, noise) => {
    const z: { height: number[]; scale: number[]; tape: number[] } = { height: [], scale: [], tape: [] };
    for (let seed = 1; seed <= COUNT; seed++) {
      const { recipe, rectangle, at, ends, tape } = scene(seed * 31, noise);
      recipe.proportion.measures = [rectangle("m", at.x, at.y, at.w, at.h)];
      const settled = withSolvedAttitude(withCamera(recipe, size), size);
      const told = measuredIn(settled, size)!;
      const lens = lensOf(settled, size);
      const solution = solveLines(settled.camera, lens, linesOf(settled), { face: "auto" });
      const view = measuredView(settled, lens, solution);
      z.height.push((told.height! - 1) / told.sigma!);
      const read = taped(view, told, told.scales[0]!, ends)!;
      z.tape.push((read.metres - tape) / read.sigma);
      z.scale.push(Math.log(told.perPixel! / (depthOf(seed * 31) / FOCAL)) / (told.perPixelSigma! / told.perPixel!));
    }
    for (const v of Object.values(z)) {
      expect(deviation(v)).toBeGreaterThan(LEAST);
      expect(deviation(v)).toBeLessThan(MOST);
      expect(Math.max(...v.map(Math.abs))).toBeLessThan(5);
    }
  },
  240_000,
);

test("sizes 5 % apart are said in nineteen of twenty scenes, and nothing is said where they agree", () => {
  let [said, false_] = [0, 0];
  for (let seed = 1; seed <= COUNT; seed++) {
    for (const stated of [1.05, 1]) {
      const { recipe, rectangle, at } = scene(seed * 37, { lines: 0.5, marks: 0.5, focal: 0 });
      recipe.proportion.measures = [
        rectangle("a", at.x, at.y, at.w, at.h),
        rectangle("b", at.x + 0.2, at.y + 0.3, 1.1, 1.2, stated),
      ];
      const { messages } = measuredIn(withSolvedAttitude(withCamera(recipe, size), size), size)!;
      const tells = messages.some((m) => /is stated [\d.]+ % (larger|smaller) than/.test(put(m)));
      if (tells && stated > 1) said++;
      if (tells && stated === 1) false_++;
    }
  }
  expect(said / COUNT).toBeGreaterThan(0.95);
  expect(false_ / COUNT).toBeLessThanOrEqual(0.01);
}, 240_000);

test("a length stated a hundred times too long is said", () => {
  const { recipe, rectangle, at } = scene(5, { lines: 0.5, marks: 0.5, focal: 0 });
  const door = rectangle("door", at.x, at.y, at.w, at.h);
  const long = {
    ...door,
    id: "tape",
    kind: "length",
    points: door.points.slice(0, 2),
    length: 100 * at.w,
  } as KnownMeasure;
  recipe.proportion.measures = [door, long];
  const { messages } = measuredIn(withSolvedAttitude(withCamera(recipe, size), size), size)!;
  expect(messages.map(put).join()).toMatch(/is stated \d+ % (larger|smaller) than/);
});

test("in nearly frontal views no focal length is told that is more than 5 % off; where walls recede it is told", () => {
  let told = 0;
  for (const [turn, most] of [
    [3, 0],
    [25, COUNT],
  ] as const)
    for (let seed = 1; seed <= COUNT / 2; seed++) {
      const { recipe, rectangle, at } = scene(seed * 41, { lines: 0.5, marks: 0.5, focal: 0.1 }, turn);
      recipe.proportion.measures = [rectangle("m", at.x, at.y, at.w, at.h)];
      const found = focalByMeasures(withCamera(recipe, size), size);
      if (!found) continue;
      if (most > 0) told++;
      expect([seed, turn, Math.abs(found.focalPx / FOCAL - 1) < Math.max(0.05, 5 * found.sigma)]).toEqual([
        seed,
        turn,
        true,
      ]);
      if (most === 0) expect(Math.abs(found.focalPx / FOCAL - 1)).toBeLessThan(0.05);
    }
  expect(told).toBeGreaterThan(5);
}, 240_000);

test("a stated focal length that lines and measures contradict is said, with what it would have to be", () => {
  let [said, false_, runs] = [0, 0, 0];
  for (let seed = 1; seed <= COUNT / 4; seed++)
    for (const off of [1.12, 1]) {
      const { recipe, rectangle, at } = scene(seed * 43, { lines: 0.5, marks: 0.5, focal: 0 });
      recipe.camera.focalPx = FOCAL * off;
      recipe.proportion.measures = [rectangle("m", at.x, at.y, at.w, at.h)];
      const settled = withSolvedAttitude(withCamera(recipe, size), size);
      if (!focalOfShapes(settled, size)) continue;
      const words = focalContradicted(settled, size);
      if (off === 1) {
        runs++;
        if (words) false_++;
      } else if (words) {
        said++;
        expect(put(words!)).toMatch(/contradict the focal length of 28\.\d mm: they say 2\d\.\d mm ± \d\.\d %/);
      }
    }
  expect(runs).toBeGreaterThan(3);
  expect(said).toBeGreaterThan(runs / 3);
  expect(false_).toBeLessThanOrEqual(Math.ceil(0.03 * runs));
}, 240_000);

test("an attitude set by hand is the one that measures are seen by, in what is told and in what is rendered", () => {
  const { recipe, rectangle, at } = scene(11, { lines: 0, marks: 0, focal: 0 });
  const truth = withSolvedAttitude(withCamera(recipe, size), size).attitude;
  recipe.lines = [];
  recipe.attitude = { ...recipe.attitude, from: "by-hand", pitch: truth.pitch, yaw: truth.yaw, roll: truth.roll };
  recipe.proportion.measures = [rectangle("m", at.x, at.y, at.w, at.h)];
  const told = measuredIn(withCamera(recipe, size), size)!;
  expect(told.height).toBeCloseTo(1, 4);
  expect(told.messages).toEqual([]);
});
