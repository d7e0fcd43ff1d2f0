import fc from "fast-check";
import type { Rect, Vec2 } from "../geometry";
import {
  cutOff,
  dpiOf,
  frameAtScale,
  outputSize,
  ratioOfWords,
  rectBeforeTurn,
  turnStep,
  turnedRect,
  wordsOfRatio,
} from ".";

test.each([
  ["3:2", 1.5],
  ["16 : 9", 16 / 9],
  ["1920×1080", 1920 / 1080],
  ["1920x1080", 1920 / 1080],
  ["1.85", 1.85],
  ["1,85", 1.85],
  ["A4", Math.SQRT2],
  ["0:3", null],
  ["3:0", null],
  ["-3:2", null],
  ["wide", null],
  ["1000:1", null],
  ["", null],
])("the ratio %p is %p", (words, ratio) => {
  if (ratio === null) expect(ratioOfWords(words)).toBeNull();
  else expect(ratioOfWords(words)).toBeCloseTo(ratio, 9);
});

test("a ratio's words mean that ratio", () => {
  expect(wordsOfRatio(1.5)).toBe("3:2");
  fc.assert(
    fc.property(fc.double({ min: 0.06, max: 19, noNaN: true }), (r) => {
      expect(Math.abs(ratioOfWords(wordsOfRatio(r))! / r - 1)).toBeLessThan(0.01);
    }),
  );
});

test("sizes come out as asked, in the frame's ratio", () => {
  const frame = [3000, 2000] as const;
  expect(outputSize(frame, undefined, null)).toEqual([3000, 2000]);
  expect(outputSize(frame, { kind: "long", px: 2048 }, null)).toEqual([2048, 1365]);
  expect(outputSize([2000, 3000], { kind: "long", px: 1500 }, null)).toEqual([1000, 1500]);
  const [w, h] = outputSize(frame, { kind: "megapixels", megapixels: 24 }, null);
  expect((w * h) / 24e6).toBeCloseTo(1, 3);
  expect(outputSize(frame, { kind: "print", cm: 25.4, dpi: 300 }, null)).toEqual([3000, 2000]);
  // 30 m at 1:50 are 60 cm on paper.
  expect(outputSize(frame, { kind: "scale", to: 50, dpi: 254 }, 0.01)).toEqual([6000, 4000]);
  expect(outputSize(frame, { kind: "scale", to: 50, dpi: 254 }, null)).toEqual([3000, 2000]);
  expect(dpiOf({ kind: "scale", to: 50, dpi: 254 })).toBe(254);
  expect(dpiOf({ kind: "long", px: 100 })).toBeNull();
});

const turned = (turn: 1 | 2 | 3 | undefined, mirror: boolean) => ({
  camera: { principal: [1500, 1000] as const },
  frame: { on: true, ...(turn && { turn }), ...(mirror && { mirror: true as const }) },
});

test("turns go clockwise about the principal point, the mirror comes after, and rectangles come back", () => {
  const at = (turn: 1 | 2 | 3, mirror: boolean, p: Vec2): Vec2 => turnStep(turned(turn, mirror))!.forward(p)!;
  // What was above is on the right after a turn clockwise, and on the left in a mirror.
  expect(at(1, false, [1500, 900])).toEqual([1600, 1000]);
  expect(at(1, true, [1500, 900])).toEqual([1400, 1000]);
  expect(at(2, false, [1400, 900])).toEqual([1600, 1100]);
  expect(at(3, false, [1500, 900])).toEqual([1400, 1000]);
  expect(turnStep(turned(undefined, false))).toBeNull();
  const rect: Rect = [100, 200, 900, 400];
  for (const turn of [1, 2, 3] as const)
    for (const mirror of [false, true]) {
      const there = turnedRect(rect, turnStep(turned(turn, mirror))!.forward);
      expect(there[2] * there[3]).toBeCloseTo(900 * 400, 6);
      rectBeforeTurn(turned(turn, mirror), there).forEach((v, i) => expect(v).toBeCloseTo(rect[i]!, 9));
    }
});

test("what is cut off is told by its side, and adds up to what is not kept", () => {
  const cut = cutOff([3000, 2000], [300, 0, 2400, 1500], (p) => p);
  expect(cut.left).toBeCloseTo(0.1, 1);
  expect(cut.right).toBeCloseTo(0.1, 1);
  expect(cut.top).toBe(0);
  expect(cut.bottom).toBeGreaterThan(0.18);
  expect(cut.left + cut.right + cut.top + cut.bottom).toBeCloseTo(1 - 0.8 * 0.75, 1);
  const nowhere = cutOff([3000, 2000], [0, 0, 3000, 2000], (p) => (p[1] < 200 ? null : p));
  expect(nowhere.top + nowhere.left + nowhere.right).toBeCloseTo(0.1, 1);
});

test("at a scale a pixel stands for the same length either way, and the frame loses less than a pixel", () => {
  const output = { kind: "scale", to: 50, dpi: 300 } as const;
  const rect = [10, 20, 1333, 777] as const;
  const [x, y, w, h] = frameAtScale(rect, output, 0.0123);
  const size = outputSize([w, h], output, 0.0123);
  expect(size[0] / w).toBeCloseTo(size[1] / h, 9);
  expect(size[0] / w).toBeCloseTo((0.0123 / 50 / 0.0254) * 300, 9);
  expect(1333 - w).toBeLessThan(w / size[0]);
  expect(x + w / 2).toBeCloseTo(10 + 1333 / 2, 9);
  expect(y + h / 2).toBeCloseTo(20 + 777 / 2, 9);
  expect(frameAtScale(rect, { kind: "long", px: 500 }, 0.0123)).toBe(rect);
});
