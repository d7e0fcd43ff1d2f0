import fc from "fast-check";
import type { Mat3, Vec2 } from "../geometry";
import { type PlaneStep, chained, folded, homographyStep } from "./plane-step";

/** Homographies near the identity, such as corrections are. */
const share = fc.double({ min: -1, max: 1, noNaN: true });
const near = fc
  .tuple(share, share, share, share, share, share, share, share)
  .map(([a, b, c, d, e, f, g, h]): Mat3 => [1 + a / 5, b / 5, 50 * c, d / 5, 1 + e / 5, 50 * f, g / 5000, h / 5000, 1]);
const place = fc.tuple(fc.double({ min: 0, max: 1000, noNaN: true }), fc.double({ min: 0, max: 700, noNaN: true }));

const backOf = (step: PlaneStep, [x, y]: Vec2): Vec2 | null => {
  const out = new Float64Array(3);
  step.back(x, y, out);
  return out[2]! > 0 ? [out[0]!, out[1]!] : null;
};

/** A step that is none of a homography. */
const bend: PlaneStep = {
  forward: ([x, y]) => [x + 20 * Math.sin(y / 200), y],
  back: (x, y, out) => {
    out[0] = x - 20 * Math.sin(y / 200);
    out[1] = y;
    out[2] = 500 - y;
  },
  outline: (polygon) => polygon.map((p) => bend.forward(p)!),
};

test("a chain goes there and back", () => {
  fc.assert(
    fc.property(near, near, place, (first, last, p) => {
      const chain = chained([homographyStep(first), bend, homographyStep(last)]);
      const there = chain.forward(p);
      fc.pre(there !== null && p[1] < 450);
      const inner = homographyStep(first).forward(p)!;
      fc.pre(inner[1] < 450);
      const back = backOf(chain, there!)!;
      expect(Math.hypot(back[0] - p[0], back[1] - p[1])).toBeLessThan(1e-6);
    }),
  );
});

test("neighbouring homographies fold into one that does the same", () => {
  fc.assert(
    fc.property(near, near, place, (first, last, p) => {
      const steps = [homographyStep(first), homographyStep(last)];
      expect(folded(steps)).toHaveLength(1);
      const [one, two] = [chained(steps).forward(p), steps[1]!.forward(steps[0]!.forward(p)!)];
      fc.pre(one !== null && two !== null);
      expect(Math.hypot(one![0] - two![0], one![1] - two![1])).toBeLessThan(1e-6);
    }),
  );
  expect(folded([homographyStep([1, 0, 0, 0, 1, 0, 0, 0, 1]), bend])).toHaveLength(2);
});

test("the margin is the least of all steps, and what one cannot see the chain cannot", () => {
  const out = new Float64Array(3);
  const chain = chained([bend, homographyStep([1, 0, 0, 0, 1, 0, 0, 0, 1])]);
  chain.back(10, 400, out);
  expect(out[2]).toBeCloseTo(100, 9);
  chain.back(10, 600, out);
  expect(out[2]).toBeLessThan(0);
  const behind = homographyStep([1, 0, 0, 0, 1, 0, -1 / 500, 0, 1]);
  expect(chained([bend, behind]).forward([600, 0])).toBeNull();
});

test("no steps leave everything where it is", () => {
  const chain = chained([]);
  expect(chain.forward([3, 4])).toEqual([3, 4]);
  expect(backOf(chain, [3, 4])).toEqual([3, 4]);
  expect(chain.outline([[0, 0]])).toEqual([[0, 0]]);
});
