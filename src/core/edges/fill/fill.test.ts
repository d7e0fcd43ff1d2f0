import { type Vec2, type Vec3, DEG } from "../../geometry";
import { randomFrom } from "../../testing";
import { type Shift, carried, shiftBetween } from "./carry";
import type { Field } from "./field";
import { paintedField } from "./painted.testing";
import { type FillPlan, planFill } from "./plan";

/** Fields painted by formula, so that what belongs into their gaps is known. */
const WIDTH = 200;
const HEIGHT = 140;
const FOCAL = 180;
const CENTRE: Vec2 = [100, 60];
const FLAT: Vec3 = [0, 0, 1];
const FLOOR: Vec3 = [0, 1, 0];

type Paint = (x: number, y: number) => readonly [number, number, number];

function painted(
  paint: Paint,
  isGap: (x: number, y: number) => boolean,
  mayCopy: (x: number, y: number) => boolean = () => true,
) {
  const { field, truth } = paintedField(
    [WIDTH, HEIGHT],
    (x, y) => {
      const [r, g, b] = paint(x, y);
      return [whole(r), whole(g), whole(b)];
    },
    (x, y) => isGap(x + 0.5, y + 0.5),
  );
  const source = field.known.map((is, i) => (is && mayCopy((i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5) ? 1 : 0));
  return { field: { ...field, source, focal: [FOCAL, FOCAL], centre: CENTRE } satisfies Field, truth };
}

/** As a picture of bytes has it. */
const whole = (v: number): number => Math.round(255 * v) / 255;

const light = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const shownOf = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/** The plan's pixels, nearest, and the mean square of what is wrong with them. */
function wrongOf({ field, truth }: ReturnType<typeof painted>, plan: FillPlan): number {
  const at = new Float64Array(6);
  let [sum, n] = [0, 0];
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const s = plan.labels[i]!;
    if (s < 0) continue;
    carried(field, plan.shifts[s]!, (i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5, at);
    const held = (v: number, most: number): number => Math.max(0, Math.min(most - 1, Math.floor(v)));
    const there = held(at[1]!, HEIGHT) * WIDTH + held(at[0]!, WIDTH);
    // Half a pixel past the photo's border its last pixel is copied, as when it is made.
    const from = [there, there - 1, there + 1, there - WIDTH, there + WIDTH].find((i) => field.known[i]) ?? there;
    for (let c = 0; c < 3; c++) {
      const made = shownOf(Math.max(0, light(field.data[3 * from + c]!) + plan.light[3 * i + c]!));
      sum += (made - truth[3 * i + c]!) ** 2;
    }
    n += 3;
  }
  return sum / n;
}

/** Courses of bricks of several colours that come again every eight by four bricks. */
const bricks: Paint = (x, y) => {
  const row = Math.floor(y / 6);
  const u = x + (row % 2) * 7;
  const column = Math.floor(u / 14);
  if (y % 6 < 1 || u % 14 < 1) return [0.75, 0.73, 0.7];
  const tone = randomFrom(1 + (((row % 4) + 4) % 4) * 8 + (((column % 3) + 3) % 3))();
  return [0.45 + 0.25 * tone, 0.25 + 0.1 * tone, 0.2 + 0.1 * tone];
};

/** Square tiles on a floor under the horizon, a plain wall above. */
const floor: Paint = (x, y) => {
  const down = (y - CENTRE[1]) / FOCAL;
  if (down < 0.03) return [0.8, 0.78, 0.72];
  const [u, v] = [(x - CENTRE[0]) / FOCAL / down, 1 / down];
  return (Math.floor(u / 0.5) + Math.floor(v / 0.5)) % 2 === 0 ? [0.85, 0.83, 0.8] : [0.25, 0.24, 0.24];
};

const RIGHT = (x: number): boolean => x > 172;

test("a shift along a plane takes a place to another and carries its neighbours with it, as the formula's derivative says", () => {
  const view = { focal: [FOCAL, 1.2 * FOCAL], centre: CENTRE } as const;
  const tilted: Vec3 = [Math.sin(50 * DEG), 0, Math.cos(50 * DEG)];
  const out = new Float64Array(6);
  for (const normal of [FLAT, FLOOR, tilted]) {
    const shift = shiftBetween(view, normal, [130, 120], [90, 104]) as Shift;
    expect(shift.by[0] * normal[0] + shift.by[1] * normal[1] + shift.by[2] * normal[2]).toBeCloseTo(0, 9);
    carried(view, shift, 130, 120, out);
    expect([out[0], out[1]]).toEqual([expect.closeTo(90, 6), expect.closeTo(104, 6)]);
    const [, , xx, xy, yx, yy] = out;
    const [x0, y0] = [out[0]!, out[1]!];
    carried(view, shift, 130.001, 120, out);
    expect((out[0]! - x0) / 0.001).toBeCloseTo(xx!, 2);
    expect((out[1]! - y0) / 0.001).toBeCloseTo(yx!, 2);
    carried(view, shift, 130, 120.001, out);
    expect((out[0]! - x0) / 0.001).toBeCloseTo(xy!, 2);
    expect((out[1]! - y0) / 0.001).toBeCloseTo(yy!, 2);
  }
  // Over the horizon of the floor there is nothing to copy from under it.
  expect(shiftBetween(view, FLOOR, [100, 120], [100, 30])).toBeNull();
});

test("courses of bricks go on in the gap, brick for brick", async () => {
  const made = painted(bricks, RIGHT);
  const plan = await planFill(made.field, [FLAT]);
  expect(plan.unfilled).toBe(0);
  expect(wrongOf(made, plan)).toBeLessThan(0.002);
});

test("tiles of a floor are carried on in its perspective", async () => {
  const isGap = (x: number, y: number): boolean => y > 118 && x > 60;
  const made = painted(floor, isGap);
  const along = wrongOf(made, await planFill(made.field, [FLAT, FLOOR]));
  const flat = wrongOf(made, await planFill(made.field, [FLAT]));
  expect(along).toBeLessThan(0.03);
  expect(along).toBeLessThan(0.4 * flat);
});

test("a smooth sky keeps its gradient", async () => {
  const sky: Paint = (x, y) => [0.35 + 0.0016 * x, 0.5 + 0.001 * x + 0.001 * y, 0.9 - 0.001 * y];
  const made = painted(sky, RIGHT);
  expect(wrongOf(made, await planFill(made.field, [FLAT]))).toBeLessThan(0.0006);
});

test("the same field and seed give the same plan, another seed another one", async () => {
  const noisy: Paint = (x, y) => {
    const v = 0.3 + 0.4 * randomFrom(Math.floor(x / 3) * 1000 + Math.floor(y / 3))();
    return [v, v * 0.9, v * 0.8];
  };
  const { field } = painted(noisy, RIGHT);
  const [a, b, c] = [await planFill(field, [FLAT]), await planFill(field, [FLAT]), await planFill(field, [FLAT], 2)];
  expect(b).toEqual(a);
  expect(c.labels).not.toEqual(a.labels);
});

test("nothing is copied from where it must not be; where nothing may be copied nothing is filled", async () => {
  const { field } = painted(bricks, RIGHT, (x) => x < 110);
  const plan = await planFill(field, [FLAT]);
  const at = new Float64Array(6);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    if (plan.labels[i]! < 0) continue;
    carried(field, plan.shifts[plan.labels[i]!]!, (i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5, at);
    expect(at[0]!).toBeLessThan(111);
  }
  const none = await planFill(painted(bricks, RIGHT, () => false).field, [FLAT]);
  expect(none.unfilled).toBeGreaterThan(0);
  expect(none.labels.every((l) => l === -1)).toBe(true);
});

test("planning tells how far it is, and stops where it is told to", async () => {
  const { field } = painted(bricks, RIGHT);
  const told: number[] = [];
  await planFill(field, [FLAT], 1, { onStep: (share) => void told.push(share) });
  expect(told.at(-1)).toBe(1);
  expect([...told].sort((a, b) => a - b)).toEqual(told);
  await expect(
    planFill(field, [FLAT], 1, {
      onStep: (share) => {
        if (share > 0.3) throw new Error("cancelled");
      },
    }),
  ).rejects.toThrow("cancelled");
});
