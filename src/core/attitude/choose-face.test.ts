import { type Wall, chooseFace } from "./choose-face";

const wall = (heading: number, count: number): Wall => ({
  heading,
  lines: Array.from({ length: count }, (_, i) => `${heading}-${i}`),
});

test("unasked, the wall that most nearly faces the camera is turned", () => {
  expect(chooseFace([wall(-15, 3), wall(9, 4)], "auto")).toEqual({ wall: 1, why: "nearest" });
  expect(chooseFace([wall(40, 2)], "auto")).toEqual({ wall: 0, why: "nearest" });
});

test("a single sill of something before the wall does not take its place", () => {
  expect(chooseFace([wall(-6, 15), wall(-0.9, 1)], "auto")).toEqual({ wall: 0, why: "nearest" });
  // A quarter of the lines is a wall of its own.
  expect(chooseFace([wall(-6, 8), wall(-0.9, 2)], "auto")).toEqual({ wall: 1, why: "nearest" });
  // Asked for, it is turned all the same.
  expect(chooseFace([wall(-6, 15), wall(-0.9, 1)], { line: "-0.9-0" })).toEqual({ wall: 1, why: "chosen" });
});

test("a view into a corner turns none, even if one side has few lines", () => {
  expect(chooseFace([wall(-40, 6), wall(52, 5)], "auto")).toEqual({ wall: null, why: "corner" });
  expect(chooseFace([wall(-40, 6), wall(52, 1)], "auto")).toEqual({ wall: null, why: "corner" });
});

test("none, where none is wanted, where there is none, and where all run away", () => {
  expect(chooseFace([wall(3, 4)], "none")).toEqual({ wall: null, why: "unwanted" });
  expect(chooseFace([], "auto")).toEqual({ wall: null, why: "no-sills" });
  expect(chooseFace([wall(80, 4)], "auto")).toEqual({ wall: null, why: "unwanted" });
});
