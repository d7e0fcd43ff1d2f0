import fc from "fast-check";
import type { Vec2 } from "../geometry";
import { makeLens } from "./make-lens";
import { pulledBow } from "./pulled-bow";

const size = [3000, 2000] as const;
const unit = Math.hypot(...size) / 2;

test("the pulled point lies where it was pulled, whatever the other terms and the amount", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      fc.double({ min: 0.2, max: 0.9, noNaN: true }),
      fc.double({ min: 0.97, max: 1.03, noNaN: true }),
      fc.double({ min: -0.01, max: 0.01, noNaN: true }),
      fc.double({ min: 0.5, max: 1.2, noNaN: true }),
      (angle, r, by, k2, amount) => {
        const centre: Vec2 = [1510, 990];
        const at = (radius: number): Vec2 => [
          centre[0] + radius * unit * Math.cos(angle),
          centre[1] + radius * unit * Math.sin(angle),
        ];
        const k1 = pulledBow({ k: [0, k2, 0], amount, centre }, unit, at(r), at(r * by));
        fc.pre(k1 !== null && Math.abs(k1 + k2) < 0.39);
        const lens = makeLens(size, { k: [k1!, k2, 0], p: [0, 0], centre, amount });
        const ideal = lens.undistort(at(r));
        const wanted = at(r * by);
        return Math.hypot(ideal[0] - wanted[0], ideal[1] - wanted[1]) < 1e-6;
      },
    ),
  );
});

test("at the middle of the picture a pull says nothing, and beyond what a lens can do it is held", () => {
  const lens = { k: [0, 0, 0] as const, amount: 1, centre: [1500, 1000] as Vec2 };
  expect(pulledBow(lens, unit, [1520, 1000], [1540, 1000])).toBeNull();
  const far = pulledBow(lens, unit, [2900, 1000], [2000, 1000])!;
  expect(far).toBeLessThanOrEqual(0.4);
});
