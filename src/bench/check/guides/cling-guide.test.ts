import fc from "fast-check";
import type { Vec2 } from "@/core/geometry";
import { clungAt } from "./cling-guide";

const same = { fromRecorded: (p: Vec2): Vec2 => p };

test("a guide takes the nearest edge that runs along it, within its reach", () => {
  const edges: [Vec2, Vec2][] = [[[100, 10], [100.4, 900]], [[104, 10], [104, 900]], [[98, 10], [140, 900]]]; // prettier-ignore
  expect(clungAt({ way: "standing", at: 101 }, edges, same, 6)).toBeCloseTo(100.2);
  expect(clungAt({ way: "standing", at: 103.5 }, edges, same, 6)).toBe(104);
  expect(clungAt({ way: "standing", at: 90 }, edges, same, 6)).toBeNull();
  expect(clungAt({ way: "level", at: 100 }, edges, same, 600)).toBeNull();
  expect(clungAt({ way: "level", at: 50 }, [[[3, 52], [700, 52]]], same, 6)).toBe(52); // prettier-ignore
});

test("it never goes further than its reach, whatever lies about", () => {
  const place = fc.tuple(fc.double({ min: 0, max: 900, noNaN: true }), fc.double({ min: 0, max: 900, noNaN: true }));
  fc.assert(
    fc.property(
      fc.array(fc.tuple(place, place)),
      fc.constantFrom("level" as const, "standing" as const),
      (edges, way) => {
        const at = clungAt({ way, at: 450 }, edges, same, 20);
        expect(at === null || Math.abs(at - 450) <= 20).toBe(true);
      },
    ),
  );
});
