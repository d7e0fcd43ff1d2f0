import { type Shot, bracketsOf, middleOf } from "./series";

const shot = (name: string, takenAt: number | null, exposure: number | null, more: Partial<Shot> = {}): Shot => ({
  ...{ name, width: 3000, height: 2000, camera: "A", lens: "B", focalMm: 18, takenAt, exposure },
  ...more,
});

test("three exposures within seconds are a bracket; what comes later, or by another setting, is none", () => {
  const shots = [
    shot("a", 0, -4),
    shot("b", 100, -6),
    shot("c", 101, -4),
    shot("d", 102, -2),
    shot("e", 103, -4, { focalMm: 24 }),
    shot("f", null, -2),
  ];
  expect(bracketsOf(shots)).toEqual([null, 1, 1, 1, null, null]);
  expect(middleOf(shots.slice(1, 4)).name).toBe("c");
});

test("two brackets one after the other are two: an exposure that comes again begins the next", () => {
  const shots = [0, 1, 2, 4, 5, 6].map((t, i) => shot(`p${i}`, t, [-6, -4, -2][i % 3]!));
  expect(bracketsOf(shots)).toEqual([0, 0, 0, 3, 3, 3]);
});

test("a long exposure may be long under way; photos of one exposure are no bracket", () => {
  expect(bracketsOf([shot("a", 0, 0), shot("b", 20, 4)])).toEqual([0, 0]);
  expect(bracketsOf([shot("a", 0, 0), shot("b", 30, 0)])).toEqual([null, null]);
});
