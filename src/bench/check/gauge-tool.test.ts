import type { Vec2 } from "@/core/geometry";
import { isAlong } from "./gauge-tool";

/** Places from 0,0 to 0,1000 that leave the straight way by so much in the middle. */
const bowed = (by: number): Vec2[] => Array.from({ length: 21 }, (_, i) => [by * Math.sin((Math.PI * i) / 20), 50 * i]);
const ends: readonly [Vec2, Vec2] = [[0, 0], [0, 1000]]; // prettier-ignore

test("an edge as a lens bows it is followed; a way along whatever lies about is not", () => {
  expect(isAlong(bowed(0), ends)).toBe(true);
  expect(isAlong(bowed(18), ends)).toBe(true);
  expect(isAlong(bowed(65), ends)).toBe(false);
  expect(isAlong([], ends)).toBe(false);
});
