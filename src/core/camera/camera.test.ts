import fc from "fast-check";
import { apply3, determinant3 } from "../geometry";
import { attitudeOf, downInCamera, equivalentOf, focalFromMetadata, pitchRollFromVertical, rotationOf } from ".";

const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true });

test("attitude → matrix → attitude", () => {
  fc.assert(
    fc.property(angle(85), angle(89), angle(170), (pitch, yaw, roll) => {
      const r = rotationOf({ pitch, yaw, roll });
      expect(determinant3(r)).toBeCloseTo(1, 10);
      const back = attitudeOf(r);
      expect(back.pitch).toBeCloseTo(pitch, 7);
      expect(back.yaw).toBeCloseTo(yaw, 7);
      expect(back.roll).toBeCloseTo(roll, 7);
    }),
  );
});

test("the signs: pitch up, yaw right, roll clockwise seen from behind", () => {
  const [, up] = apply3(rotationOf({ pitch: 10, yaw: 0, roll: 0 }), [0, 0, 1]);
  expect(up).toBeLessThan(0);
  const [right] = apply3(rotationOf({ pitch: 0, yaw: 10, roll: 0 }), [0, 0, 1]);
  expect(right).toBeGreaterThan(0);
  const [, down] = apply3(rotationOf({ pitch: 0, yaw: 0, roll: 10 }), [1, 0, 0]);
  expect(down).toBeGreaterThan(0);
});

test("pitch and roll come back from the vertical, in either sense and at any length", () => {
  fc.assert(
    fc.property(angle(80), angle(80), fc.constantFrom(1, -1, 3, -0.2), (pitch, roll, factor) => {
      const [x, y, z] = downInCamera({ pitch, roll });
      const back = pitchRollFromVertical([x * factor, y * factor, z * factor]);
      expect(back.pitch).toBeCloseTo(pitch, 7);
      expect(back.roll).toBeCloseTo(roll, 7);
    }),
  );
});

describe("focal length from metadata", () => {
  test("the equivalent over the diagonal", () => {
    const { focalPx, focalFrom } = focalFromMetadata([6000, 4000], { equivalent: 24 });
    expect(focalPx).toBeCloseTo(4000, 6);
    expect(focalFrom).toBe("metadata");
    expect(equivalentOf([6000, 4000], focalPx)).toBeCloseTo(24, 9);
  });

  test("the real focal length with the sensor, when there is no equivalent", () => {
    const { focalPx } = focalFromMetadata([6000, 4000], { focal: 16, sensor: [24, 16], equivalent: 0 });
    expect(focalPx).toBeCloseTo(4000, 6);
  });

  test("nothing known: assumed, and said so", () => {
    expect(focalFromMetadata([3000, 2000], { focal: 16 }).focalFrom).toBe("assumed");
  });
});
