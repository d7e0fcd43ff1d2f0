import fc from "fast-check";
import type { Vec2 } from "@/core/geometry";
import { gridLineAt, gridWithLineAt } from "./grid-grip";

const SIZE: Vec2 = [3000, 2000];

test("a line dragged lies where the pointer is, and only its own axis moves", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 40 }),
      fc.tuple(fc.double({ min: -0.5, max: 0.5, noNaN: true }), fc.double({ min: -0.5, max: 0.5, noNaN: true })),
      fc.constantFrom(0 as const, 1 as const),
      fc.double({ min: 0, max: 2000, noNaN: true }),
      (across, aside, axis, to) => {
        const grid = { across, aside };
        const step = 3000 / across;
        const at = SIZE[axis] / 2 + (1 + aside[axis]) * step;
        const place: Vec2 = axis === 0 ? [at, 0.37 * step + 1] : [0.37 * step + 1, at];
        const line = gridLineAt(place, SIZE, grid, 1e-6 * step);
        if (line?.axis !== axis) return;
        const moved = gridWithLineAt(line, to, SIZE, grid, false);
        expect(moved.aside[1 - axis]).toBe(aside[1 - axis]);
        const found = gridLineAt(axis === 0 ? [to, -1e7] : [-1e7, to], SIZE, moved, 1e-3);
        expect(found?.axis === axis || gridLineAt([to, to], SIZE, moved, 1e-3) !== null).toBe(true);
        expect(Math.abs(moved.aside[axis])).toBeLessThanOrEqual(0.5 + 1e-9);
      },
    ),
  );
});

test("with Shift the spaces follow: the line lies at the pointer, the middle stays", () => {
  const grid = { across: 10, aside: [0, 0] as Vec2 };
  const wider = gridWithLineAt({ axis: 0, index: 2 }, 2300, SIZE, grid, true);
  expect(wider.aside).toEqual([0, 0]);
  expect(1500 + (2 * 3000) / wider.across).toBeCloseTo(2300);
  // Beyond the middle there is no grid.
  expect(gridWithLineAt({ axis: 0, index: 2 }, 1200, SIZE, grid, true)).toEqual(grid);
  expect(gridLineAt([1500, 1001], SIZE, grid, 0.5)).toEqual({ axis: 0, index: 0 });
  expect(gridLineAt([1650, 1150], SIZE, grid, 3)).toBeNull();
});
