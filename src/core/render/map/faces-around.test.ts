import type { Vec2, Vec3 } from "../../geometry";
import { NO_BEND } from "../../shape/bend";
import { between, randomFrom } from "../../testing";
import { compile } from "./compile";
import { type SettledRecipe, withCamera } from "../solved/settled";
import { WALLS, seenAt, size, stitched } from "../stitched.testing";

const out = new Float64Array(3);

describe("three walls around the camera as joined faces on the cylinder", () => {
  const truth = withCamera(stitched("cylindrical", 186), size);
  const corners: Record<string, Vec3> = {
    a: [-10.4, -4, 0], b: [-10.4, -4, 10.8], c: [10.6, -4, 10.8], d: [10.6, -4, 0.5],
    e: [-10.4, 1, 0], f: [-10.4, 1, 10.8], g: [10.6, 1, 10.8], h: [10.6, 1, 0.5],
  }; // prettier-ignore
  const faces = [
    ["a", "b", "f", "e", 10.8 / 5],
    ["b", "c", "g", "f", 21 / 5],
    ["c", "d", "h", "g", 10.3 / 5],
  ] as const;
  const recipe: SettledRecipe = {
    ...truth,
    shape: {
      ...NO_BEND,
      surface: 1,
      joints: Object.entries(corners).map(([id, at]) => ({ id, at: [...seenAt(truth, at)] as [number, number] })),
      faces: faces.map(([w, x, y, z], i) => ({ id: `F${i}`, joints: [w, x, y, z], form: "rectangle", on: true })),
    },
  };
  const map = compile(recipe, size);
  const placed = (world: Vec3): Vec2 => map.fromRecorded(seenAt(truth, world))!;

  test("each is a rectangle of its true ratio, told by the camera", () => {
    for (const [w, x, , z, ratio] of faces) {
      const [a, b, d] = [placed(corners[w]!), placed(corners[x]!), placed(corners[z]!)];
      expect(Math.abs((b[0] - a[0]) / (d[1] - a[1]) / ratio - 1)).toBeLessThan(0.003);
      expect(Math.abs(b[1] - a[1])).toBeLessThan(0.2);
      expect(Math.abs(d[0] - a[0])).toBeLessThan(0.2);
    }
  });

  test("what is straight on a wall is straight, across its whole length", () => {
    const random = randomFrom(5);
    for (const wall of WALLS)
      for (let n = 0; n < 20; n++) {
        const [s, t] = [between(random, 0.6, wall.to - 0.2), between(random, 0.6, wall.to - 0.2)];
        const [u, v] = [between(random, -3.9, 0.9), between(random, -3.9, 0.9)];
        const way = [0, 0.3, 0.6, 1].map((k) => placed(wall.at(s + k * (t - s), u + k * (v - u))));
        const [p, q] = [way[0]!, way[3]!];
        const long = Math.hypot(q[0] - p[0], q[1] - p[1]);
        for (const m of way.slice(1, 3))
          expect(
            Math.abs((m[0] - p[0]) * (q[1] - p[1]) - (m[1] - p[1]) * (q[0] - p[0])) / Math.max(50, long),
          ).toBeLessThan(0.2);
      }
  });

  test("they meet, and so does what is around them; there and back", () => {
    for (const [one, two] of [
      ["b", "f"],
      ["c", "g"],
      ["a", "b"],
      ["g", "f"],
      ["d", "h"],
    ] as const)
      for (let k = 1; k < 12; k++) {
        const world = [0, 1, 2].map(
          (i) => corners[one]![i]! + ((corners[two]![i]! - corners[one]![i]!) * k) / 12,
        ) as unknown as Vec3;
        const p = seenAt(truth, world);
        const all = [
          [-0.02, 0],
          [0.02, 0],
          [0, -0.02],
          [0, 0.02],
        ].map(([x, y]) => map.fromRecorded([p[0] + x!, p[1] + y!])!);
        for (const q of all) expect(Math.hypot(q[0] - all[0]![0], q[1] - all[0]![1])).toBeLessThan(0.2);
      }
    const random = randomFrom(9);
    for (let n = 0; n < 300; n++) {
      const p: Vec2 = [between(random, 20, 5980), between(random, 20, 1780)];
      const plane = map.fromRecorded(p)!;
      map.toRecorded(plane[0], plane[1], out);
      expect(Math.hypot(out[0]! - p[0], out[1]! - p[1])).toBeLessThan(0.01);
    }
  });
});
