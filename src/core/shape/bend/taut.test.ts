import { between, randomFrom } from "../../testing";
import { degrees } from "../../geometry";
import {
  type Curve,
  SIZE,
  along,
  areasOver,
  curve,
  fiveCrossing,
  jacobianAt,
  ratioChange,
  solved,
  straightness,
} from "./bend.testing";
import type { BendSettings } from "./bend-settings";
import { straightThrough } from "./straight-line";

const taut = (id: string, c: Curve, lock: BendSettings["taut"][number]["lock"] = "free", amount = 1) => ({
  id,
  points: along(25, curve(c)),
  lock,
  amount,
  on: true,
});

/** Five bowed lines, arcs and S-curves up to 3 % of the picture, made of a seed. */
function five(seed: number): Curve[] {
  const random = randomFrom(seed);
  const bow = (): number => between(random, -0.03, 0.03) * SIZE[0];
  return [
    { from: [400, 300], to: [2600, 350], arc: bow() * 0.7, wave: bow() * 0.3 },
    { from: [500, 1700], to: [2500, 1650], arc: bow(), wave: 0 },
    { from: [600, 500], to: [650, 1500], arc: bow() / 2, wave: 0 },
    { from: [2400, 450], to: [2350, 1550], arc: 0, wave: bow() / 3 },
    { from: [1000, 1000], to: [2000, 1050], arc: bow() / 2, wave: bow() / 4 },
  ];
}

test.each([1, 2, 3, 4, 5, 6, 7, 8])("five bowed lines become straight, and nothing folds (%i)", (seed) => {
  const curves = five(seed);
  const model = solved({ taut: curves.map((c, i) => taut(`t${i}`, c)) });
  expect(model.share).toBe(1);
  const worst = curves.map((c) => straightness(model, c).bow);
  expect(Math.max(...worst)).toBeLessThan(0.1);
  expect(areasOver(model).least).toBeGreaterThan(0.3);
});

test.each([11, 12, 13])("locked ones come to their axis within 0.01° (%i)", (seed) => {
  const curves = five(seed);
  const locks = ["horizontal", "horizontal", "vertical", "vertical", "free"] as const;
  const model = solved({ taut: curves.map((c, i) => taut(`t${i}`, c, locks[i]!)) });
  curves.slice(0, 4).forEach((c, i) => {
    const { along: way } = straightThrough(along(101, curve(c)).map((p) => model.warp.forward(p)));
    const off = locks[i] === "vertical" ? Math.atan2(way[0], way[1]) : Math.atan2(way[1], way[0]);
    const deg = Math.abs(Math.asin(Math.sin(off)) * 180) / Math.PI;
    expect(deg).toBeLessThan(0.01);
    expect(straightness(model, c).bow).toBeLessThan(0.1);
  });
});

test.each([201, 202, 203, 204])("five crossing lines squash and draw out nothing, and become straight (%i)", (seed) => {
  const lines = fiveCrossing(seed);
  const model = solved({ taut: lines.map((l, i) => taut(`t${i}`, l.curve, l.lock)) });
  expect(model.share).toBe(1);
  const { least, most, longer } = areasOver(model);
  expect(least).toBeGreaterThan(0.45);
  expect(most).toBeLessThan(2.2);
  expect(longer).toBeLessThan(2);
  for (const { lock, curve: c } of lines) {
    const { bow, line } = straightness(model, c);
    expect(bow).toBeLessThan(0.1);
    if (lock !== "free")
      expect(degrees(Math.asin(Math.abs(line.along[lock === "vertical" ? 0 : 1])))).toBeLessThan(0.01);
  }
});

test.each([
  [{ from: [300, 200], to: [300, 900], arc: 90, wave: 0 }, "vertical"],
  [{ from: [300, 300], to: [1500, 420], arc: -80, wave: 20 }, "free"],
  [{ from: [1500, 1600], to: [2700, 1650], arc: 40, wave: 30 }, "horizontal"],
  [{ from: [1300, 700], to: [1450, 1500], arc: 30, wave: 0 }, "vertical"],
] as [Curve, "free" | "vertical" | "horizontal"][])(
  "further than a fifth of the picture from a mark shapes stay as they were",
  (c, lock) => {
    const model = solved({ taut: [taut("a", c, lock)] });
    const marked = along(40, curve(c));
    let worst = 1;
    for (let y = 20; y < SIZE[1]; y += 40)
      for (let x = 20; x < SIZE[0]; x += 40) {
        const far = Math.min(...marked.map((p) => Math.hypot(p[0] - x, p[1] - y)));
        if (far > SIZE[0] / 5) worst = Math.max(worst, ratioChange(jacobianAt(model, [x, y])));
      }
    expect(worst).toBeLessThan(1.02);
  },
);
