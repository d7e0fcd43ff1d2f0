import { makeLens } from "../lens";
import { madeUpCamera, madeUpPlumbs, randomFrom } from "../testing";
import { type LineInput, nextLine, solveLines } from ".";

const none = makeLens([3000, 2000], null);
const made = { ...madeUpCamera(randomFrom(4)), k1: 0, attitude: { pitch: 9, yaw: 0, roll: 1 } };

test("after two plumbs on the left one on the right is asked for, and it does what is said of it", () => {
  const all = madeUpPlumbs(made, randomFrom(12), 40).filter((e) => e[0][0] < 900 && e[1][0] < 900);
  const inputs = all.slice(0, 2).map((ends, i): LineInput => ({ id: `p${i}`, kind: "plumb", ends }));
  const solution = solveLines(made.intrinsics, none, inputs);
  const next = nextLine(made.intrinsics, none, made.size, inputs, solution)!;
  expect((next.ends[0][0] + next.ends[1][0]) / 2).toBeGreaterThan(1500);
  const more = solveLines(made.intrinsics, none, [...inputs, { id: "n", kind: "plumb", ends: next.ends }]);
  expect(Math.max(more.sigma.pitch!, more.sigma.roll!)).toBeCloseTo(next.then, 6);
  expect(next.then).toBeLessThan(0.75 * next.now);
  // It was drawn along a true vertical of the solution, so it moves nothing.
  expect(more.attitude.pitch).toBeCloseTo(solution.attitude.pitch, 3);
});

test("nothing is asked for where the angles are well known or not solved", () => {
  const inputs = madeUpPlumbs(made, randomFrom(3), 40).map((ends, i): LineInput => ({
    id: `p${i}`,
    kind: "plumb",
    ends,
    sigmaPx: 0.1,
  }));
  expect(nextLine(made.intrinsics, none, made.size, inputs, solveLines(made.intrinsics, none, inputs))).toBeNull();
  expect(nextLine(made.intrinsics, none, made.size, [], solveLines(made.intrinsics, none, []))).toBeNull();
});
