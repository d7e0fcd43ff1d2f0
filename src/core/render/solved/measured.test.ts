import { put } from "@/language";
import { many } from "../../soak.testing";
import type { Vec2, Vec3 } from "../../geometry";
import type { KnownMeasure } from "../../shape/proportion";
import { emptyRecipe } from "../../recipe";
import { between, normalFrom, randomFrom, seenBy } from "../../testing";
import { compile } from "../map/compile";
import { measuredIn, settle } from "./settle";

const size = [6000, 4000] as const;

/** A wall of any heading seen by a made-up camera: places on it in metres, its recipe with lines, and a measured thing on it. */
function wallSeen(seed: number, kind: "rectangle" | "ellipse", noise = 0) {
  const random = randomFrom(seed);
  const normal = normalFrom(randomFrom(seed + 1));
  const focalPx = between(random, 0.55, 1.3) * size[0];
  const camera = { focalPx, principal: [3000, 2000] as const };
  const attitude = { pitch: between(random, -5, 25), yaw: 0, roll: between(random, -3, 3) };
  const heading = (between(random, -52, 52) * Math.PI) / 180;
  const down = -Math.tan((attitude.pitch * Math.PI) / 180) * 5.4;
  const seen = (x: number, y: number): Vec2 | null => {
    const world: Vec3 = [x * Math.cos(heading), y + down, 6 + x * Math.sin(heading)];
    return seenBy(camera, attitude, world);
  };
  const marked = (x: number, y: number): [number, number] => {
    const p = seen(x, y) ?? [-1, -1];
    return [p[0] + noise * normal(), p[1] + noise * normal()];
  };
  const [w, h, x, y] = [
    between(random, 0.8, 2),
    between(random, 0.8, 2),
    between(random, -1.2, -0.2),
    between(random, -1, 0),
  ];
  const corners = [marked(x, y), marked(x + w, y), marked(x + w, y + h), marked(x, y + h)];
  const round = Array.from({ length: 24 }, (_, i) => {
    const t = (i * Math.PI) / 12;
    return marked(x + (w / 2) * (1 + Math.cos(t)), y + (h / 2) * (1 + Math.sin(t)));
  });
  const lines = [
    ...[-1.5, 1.3, 0.2].map((at, i) => ({
      id: `p${i}`,
      kind: "plumb" as const,
      points: [marked(at, -0.9), marked(at, 0.9)],
      on: true,
    })),
    ...[-0.8, 0.9, 0.3].map((at, i) => ({
      id: `s${i}`,
      kind: "sill" as const,
      points: [marked(-1.4, at), marked(1.2, at)],
      on: true,
    })),
  ];
  const points = kind === "rectangle" ? corners : round;
  const inside = ([px, py]: Vec2): boolean => px > 0 && py > 0 && px < size[0] && py < size[1];
  if (![...points, ...lines.flatMap((l) => l.points)].every(inside)) return null;
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: focalPx * between(random, 0.7, 1.4), focalFrom: "assumed", principal: null };
  recipe.lines = lines;
  recipe.attitude.from = "lines";
  recipe.proportion.measures = [{ id: "m", kind, points, width: w, height: h, on: true } as KnownMeasure];
  return { recipe, seen, place: [x, y, w, h] as const };
}

/** Width over height of the measured thing in the corrected picture, over what it truly is. */
function ratioOf({ recipe, seen, place: [x, y, w, h] }: NonNullable<ReturnType<typeof wallSeen>>) {
  const settled = settle(recipe, size);
  const map = compile(settled, size);
  const at = (px: number, py: number): Vec2 => map.fromRecorded(seen(px, py)!)!;
  const across = at(x + w, y + h / 2)[0] - at(x, y + h / 2)[0];
  const along = at(x + w / 2, y + h)[1] - at(x + w / 2, y)[1];
  return { ratio: across / along / (w / h), settled };
}

test.each(["rectangle", "ellipse"] as const)(
  "a measured %s comes out in its ratio whatever the focal length was assumed, and its ± is honest",
  (kind) => {
    let [runs, sum] = [0, 0];
    for (let seed = 1; seed <= many(150, 40); seed++) {
      const exact = wallSeen(seed, kind);
      if (exact) expect(Math.abs(ratioOf(exact).ratio - 1)).toBeLessThan(0.002);
      const marked = wallSeen(seed, kind, 0.5);
      if (!marked) continue;
      const { ratio, settled } = ratioOf(marked);
      // In the picture the measured thing itself comes out right whatever the lines miss: its marks alone may be off.
      sum += ((ratio - 1) / measuredIn(settled, size)!.heightByMarks) ** 2;
      runs++;
    }
    expect(runs).toBeGreaterThan(0.66 * many(150, 40));
    // What chance does to the deviation of so many runs, 3.5 of its own deviations: 0.2 in the soak.
    expect(Math.abs(Math.sqrt(sum / runs) - 1)).toBeLessThan(3.5 / Math.sqrt(2 * runs));
  },
);

/** A picture taken level and straight on from 5 m, 4000 pixels of focal length: 800 pixels to a metre. */
const level = (measures: KnownMeasure[]) => {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 4000, focalFrom: "stated", principal: null };
  recipe.attitude.from = "by-hand";
  recipe.proportion.measures = measures;
  return settle(recipe, size);
};
const door = (id: string, height: number, more: Partial<KnownMeasure> = {}): KnownMeasure =>
  ({
    id,
    kind: "rectangle",
    points: [
      [1000, 1000],
      [1720, 1000],
      [1720, 2680],
      [1000, 2680],
    ],
    width: 0.9,
    height,
    on: true,
    ...more,
  }) as KnownMeasure;

test("a door of its true size leaves the height alone and tells the scale; a length alone tells only the scale", () => {
  const told = measuredIn(level([door("d", 2.1)]), size)!;
  expect(told.height).toBeCloseTo(1, 9);
  expect(told.perPixel).toBeCloseTo(1 / 800, 9);
  const length: KnownMeasure = {
    id: "l",
    kind: "length",
    points: [
      [500, 500],
      [2100, 500],
    ],
    length: 2,
    on: true,
  };
  const alone = measuredIn(level([length]), size)!;
  expect(alone.height).toBeNull();
  expect(alone.perPixel).toBeCloseTo(1 / 800, 9);
  const tiles = { ...door("t", 0.35), kind: "grid", columns: 3, rows: 6, width: 0.3 } as KnownMeasure;
  expect(measuredIn(level([tiles]), size)!.height).toBeCloseTo(1, 9);
});

test("a height that is set stays; measures fill in only where none is", () => {
  const recipe = level([door("d", 2.31)]);
  expect(recipe.proportion.height).toBeCloseTo(1.1, 9);
  expect(settle({ ...recipe, proportion: { ...recipe.proportion, height: 1.02 } }, size).proportion.height).toBe(1.02);
});

test("one that contradicts the others is named, and what cannot be is said", () => {
  const { messages, measures } = measuredIn(
    level([door("a", 2.1), door("b", 2.1), door("c", 2.1), door("odd", 2.4)]),
    size,
  )!;
  expect(messages.map(put)).toEqual([expect.stringContaining("Measure odd contradicts the others")]);
  expect(put(messages[0]!)).toContain("Is it on another wall");
  const lying = door("lying", 0.9, { width: 2.1 } as never);
  const exchanged = measuredIn(level([door("a", 2.1), door("b", 2.1), lying]), size)!.messages.map(put);
  expect(exchanged).toEqual([
    "Measure lying contradicts the others. With its width and height exchanged it would agree.",
  ]);
  const near = measuredIn(level([door("a", 2.1), door("b", 2.1), door("near", 2.16)]), size)!.messages.map(put);
  expect(near[0]).toContain("is its size as stated");
  expect(measures.map((m) => m.pull).reduce((a, b) => a + b)).toBeCloseTo(1, 1);
  const flat = door("flat", 2.1, {
    points: [
      [0, 0],
      [100, 0],
      [200, 0],
      [300, 0],
    ],
  } as never);
  const crossed = door("crossed", 2.1, {
    points: [
      [1720, 1000],
      [1000, 1000],
      [1000, 2680],
      [1720, 2680],
    ],
  } as never);
  const none = measuredIn(level([flat, crossed]), size)!;
  expect(none.height).toBeNull();
  expect(none.messages).toHaveLength(2);
});

test("plumbs alone leave the focal length open; tiles on the floor tell it, and with it everything", () => {
  const camera = { focalPx: 3600, principal: [3000, 2000] as const };
  const attitude = { pitch: -14, yaw: 0, roll: 1 };
  const seen = (x: number, y: number, z: number): [number, number] => [...seenBy(camera, attitude, [x, y, z])!];
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 3600 * 1.2, focalFrom: "assumed", principal: null };
  recipe.attitude.from = "lines";
  recipe.lines = [-1.6, 1.5].map((x, i) => ({
    id: `p${i}`,
    kind: "plumb" as const,
    points: [seen(x, -0.6, 5), seen(x, 1.5, 5)] as [[number, number], [number, number]],
    on: true,
  }));
  const points = [seen(-0.6, 1.6, 5), seen(0.9, 1.6, 5), seen(0.9, 1.6, 3.5), seen(-0.6, 1.6, 3.5)];
  recipe.proportion.measures = [
    {
      id: "t",
      kind: "grid",
      points,
      columns: 3,
      rows: 3,
      width: 0.5,
      height: 0.5,
      wall: "floor",
      on: true,
    } as KnownMeasure,
  ];
  const settled = settle(recipe, size);
  expect(settled.camera.focalFrom).toBe("solved");
  expect(settled.camera.focalPx / 3600).toBeCloseTo(1, 4);
  expect(settled.attitude.pitch).toBeCloseTo(-14, 3);
  const stated = settle({ ...recipe, camera: { ...recipe.camera, focalFrom: "stated" } }, size);
  expect(stated.camera.focalPx).toBe(3600 * 1.2);
});
