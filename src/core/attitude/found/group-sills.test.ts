import fc from "fast-check";
import { makeLens } from "../../lens";
import { between, madeUpCamera, madeUpSills, randomFrom } from "../../testing";
import { groupSills } from "./group-sills";
import { headingOf } from "../line-model";
import { observe } from "../plumb-residual";

const none = makeLens([3000, 2000], null);
const made = { ...madeUpCamera(randomFrom(2)), k1: 0, attitude: { pitch: 7, yaw: 0, roll: 1.2 } };
const sillsOf = (heading: number, count: number, wall: string | null = null) =>
  madeUpSills(made, randomFrom(Math.round(heading) + 200), heading, count).map((ends, i) => ({
    ...observe(none, `${heading}-${i}`, ends),
    sigmaPx: 0.5,
    wall,
  }));

test("a sill's own heading is that of its wall", () => {
  fc.assert(
    fc.property(fc.double({ min: -60, max: 60, noNaN: true }), (heading) => {
      const sills = madeUpSills(made, randomFrom(3), heading, 3);
      return sills.every((ends) => Math.abs(headingOf(made.intrinsics, ends, 7, 1.2) - heading) < 1e-6);
    }),
    { numRuns: 40 },
  );
});

test("sills of three walls are told apart, in the order of their headings", () => {
  const all = [...sillsOf(40, 4), ...sillsOf(-48, 4), ...sillsOf(3, 4)];
  const { walls, headings } = groupSills(made.intrinsics, all, made.attitude, 0.05);
  expect(walls).toEqual([2, 2, 2, 2, 0, 0, 0, 0, 1, 1, 1, 1]);
  [-48, 3, 40].forEach((h, i) => expect(headings[i]).toBeCloseTo(h, 3));
});

test("sills named alike stay together whatever they look like, and apart from the others", () => {
  const all = [...sillsOf(20, 3, "a"), ...sillsOf(20, 2, "b"), ...sillsOf(60, 1, "a")];
  const { walls } = groupSills(made.intrinsics, all, made.attitude, 0.05);
  expect(new Set([walls[0], walls[1], walls[2], walls[5]]).size).toBe(1);
  expect(walls[3]).toBe(walls[4]);
  expect(walls[3]).not.toBe(walls[0]);
});

test("a camera known only roughly still does not tear a wall apart", () => {
  const random = randomFrom(9);
  for (let n = 0; n < 30; n++) {
    const tilt = 1.5;
    const known = { pitch: 7 + between(random, -tilt, tilt), roll: 1.2 + between(random, -tilt, tilt) };
    const { headings } = groupSills(made.intrinsics, sillsOf(30, 5), known, tilt);
    expect(headings.length).toBe(1);
  }
});
