import { rotationOf } from "../camera";
import { type Size, type Vec2, type Vec3, apply3, lerp2, transpose3 } from "../geometry";
import { focalOfField, lensFor } from "../lens";
import { type Line, type Recipe, emptyRecipe } from "../recipe";
import { NO_SHAPE } from "../shape";
import { between, normalFrom, randomFrom } from "../testing";
import { type Cell, eachCell } from "./cells";
import { compile } from "./compile";
import { settle, solveRecipe } from "./settle";
import { type SettledRecipe, withCamera } from "./settled";

const size: Size = [6000, 1800];
const out = new Float64Array(3);

/** A picture stitched onto a cylinder or a sphere that sees `field` degrees, by a camera that was not quite level. */
function stitched(
  model: "cylindrical" | "equirectangular",
  field: number,
  { pitch, yaw, roll } = { pitch: 4, yaw: 3, roll: -2.5 },
  surface = 1,
): Recipe {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: focalOfField(model, field, size[0]), focalFrom: "stated", principal: null };
  recipe.lens.model = model;
  Object.assign(recipe.attitude, { from: "by-hand", pitch, yaw, roll });
  recipe.shape = { ...NO_SHAPE, surface };
  return recipe;
}

/** Where a point of the level world is recorded, pixels. */
function seenAt(recipe: SettledRecipe, world: Vec3): Vec2 {
  const lens = lensFor(recipe, size);
  lens.wide!.recorded(apply3(transpose3(rotationOf(recipe.attitude)), world), out);
  return [out[0]!, out[1]!];
}

const WALLS: readonly {
  readonly at: (along: number, y: number) => Vec3;
  readonly from: number;
  readonly to: number;
}[] = [
  { at: (s, y) => [s, y, 10.8], from: -10, to: 10.6 },
  { at: (s, y) => [-10.4, y, s], from: -0.5, to: 10 },
  { at: (s, y) => [10.6, y, s], from: -1, to: 10.4 },
];

/** Plumbs and sills on three walls, those at the side reaching behind the camera, as a hand marks them. */
function lines(recipe: SettledRecipe, noise: () => number, kinds: readonly Line["kind"][]): Line[] {
  const random = randomFrom(7);
  const all: Line[] = [];
  for (const wall of WALLS)
    for (let n = 0; n < 4; n++)
      for (const kind of kinds) {
        const s = between(random, wall.from, wall.to);
        const [a, b] =
          kind === "plumb"
            ? [wall.at(s, 1.2), wall.at(s, -3.4)]
            : [wall.at(wall.from, -1 - n), wall.at(wall.to, -1 - n)];
        const ends = [seenAt(recipe, a), seenAt(recipe, b)].map(([x, y]): [number, number] => [
          x + noise(),
          y + noise(),
        ]);
        all.push({ id: `${kind}${all.length}`, kind, points: ends, on: true } as Line);
      }
  return all;
}

test.each(["cylindrical", "equirectangular"] as const)(
  "plumbs and sills all around, by their rays, tell a %s picture's attitude",
  (model) => {
    const truth = withCamera(stitched(model, 186), size);
    const normal = normalFrom(randomFrom(11));
    for (const [spread, within] of [
      [0, 1e-4],
      [0.5, 0.05],
    ] as const) {
      const marked = lines(truth, () => spread * normal(), ["plumb", "sill"]);
      const drawn = { ...truth, lines: marked, attitude: { ...truth.attitude, from: "lines" as const } };
      const { solution } = solveRecipe(drawn, size);
      expect(solution.status).toBe("solved");
      if (solution.status !== "solved") return;
      expect(Math.abs(solution.attitude.pitch - 4)).toBeLessThan(within);
      expect(Math.abs(solution.attitude.roll + 2.5)).toBeLessThan(within);
      expect(solution.focal ?? null).toBeNull();
    }
  },
);

test.each(["cylindrical", "equirectangular"] as const)(
  "a %s picture shown on a cylinder: verticals are vertical, the horizon level",
  (model) => {
    const truth = withCamera(stitched(model, 186), size);
    const map = compile(truth, size);
    for (const wall of WALLS)
      for (const s of [wall.from, (wall.from + wall.to) / 2, wall.to]) {
        const [foot, top] = [wall.at(s, 1.5), wall.at(s, -4)].map((p) => map.fromRecorded(seenAt(truth, p))!);
        expect(foot![0]).toBeCloseTo(top![0], 6);
        expect(map.fromRecorded(seenAt(truth, wall.at(s, 0)))![1]).toBeCloseTo(900, 6);
      }
    expect(map.gaps).toBe(false);
    expect(map.frame[2]).toBeGreaterThan(5000);
  },
);

test("there and back on every surface, of a stitched picture and of a lens's", () => {
  const random = randomFrom(3);
  for (const surface of [0, 0.4, 1])
    for (const make of [
      () => stitched("cylindrical", 150, undefined, surface),
      () => stitched("equirectangular", 120, undefined, surface),
      () => {
        const recipe = stitched("cylindrical", 100, undefined, surface);
        recipe.lens.model = "brown-conrady";
        recipe.lens.k = [-0.06, 0.01, 0];
        return recipe;
      },
    ]) {
      const map = compile(withCamera(make(), size), size);
      for (let n = 0; n < 200; n++) {
        const p: Vec2 = [between(random, 0, size[0]), between(random, 0, size[1])];
        const plane = map.fromRecorded(p);
        if (!plane) continue;
        map.toRecorded(plane[0], plane[1], out);
        expect(Math.hypot(out[0]! - p[0], out[1]! - p[1])).toBeLessThan(1e-6);
        expect(out[2]).toBeGreaterThan(0);
      }
    }
});

test("a surface that is not bent gives the very map that there is without one", () => {
  const recipe = stitched("cylindrical", 100, undefined, 0);
  recipe.lens.model = "brown-conrady";
  recipe.lens.k = [-0.06, 0.01, 0];
  const { shape, ...plain } = recipe;
  expect(shape!.surface).toBe(0);
  const [a, b] = [compile(withCamera(recipe, size), size), compile(withCamera(plain, size), size)];
  expect(a.outline).toEqual(b.outline);
  // And one that is hardly bent, by its rays, nearly that.
  const hardly = compile(withCamera(stitchedLike(recipe, 1e-7), size), size);
  for (const p of [
    [300, 200],
    [3000, 900],
    [5600, 1500],
  ] as const) {
    const [x, y] = [b.fromRecorded(p)!, hardly.fromRecorded(p)!];
    expect(x[0]).toBeCloseTo(y[0], 2);
    expect(x[1]).toBeCloseTo(y[1], 2);
  }
});

const stitchedLike = (recipe: Recipe, surface: number): Recipe => ({ ...recipe, shape: { ...NO_SHAPE, surface } });

test("a picture that goes right round, turned: everything is shown once, its seam is sewn", () => {
  const recipe = stitched("equirectangular", 360, { pitch: 3, yaw: 70, roll: 2 });
  const round: Size = [6000, 3000];
  const settled = withCamera(recipe, round);
  const map = compile(settled, round);
  const turn = 2 * Math.PI * settled.camera.focalPx;
  const xs = map.outline.map(([x]) => x);
  expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(0.999 * turn);
  expect(Math.max(...xs) - Math.min(...xs)).toBeLessThanOrEqual(turn);
  expect(map.gaps).toBe(false);
  // Where the picture's ends meet every pixel reads next to one end.
  const seam = map.fromRecorded([0.5, 1500])!;
  const window = { ...map, frame: [Math.round(seam[0]) - 40, 1450, 80, 100] as const, output: [80, 100] as const };
  let worst = 0;
  let widest = 0;
  eachCell(window, 0, 100, (cell: Cell) => {
    for (let i = 0; i < 4; i++) {
      const x = cell.corners[2 * i]!;
      worst = Math.max(worst, Math.min(Math.abs(x), Math.abs(x - 6000)));
    }
    widest = Math.max(widest, cell.shrinkX, cell.shrinkY);
  });
  expect(worst).toBeLessThan(60);
  expect(widest).toBeLessThan(3);
});

test("on a flat surface what is beside and behind the camera is left out, not wrapped", () => {
  const map = compile(withCamera(stitched("cylindrical", 190, { pitch: 0, yaw: 0, roll: 0 }, 0), size), size);
  expect(map.fromRecorded([0, 900])).toBeNull();
  const middle = map.fromRecorded([3000 + 900, 900])!;
  const { focalPx } = withCamera(stitched("cylindrical", 190), size).camera;
  expect(middle[0]).toBeCloseTo(3000 + focalPx * Math.tan(900 / focalPx), 6);
  map.toRecorded(3000 + focalPx * 20, 900, out);
  expect(out[2]).toBeLessThanOrEqual(0);
  expect(map.outline.length).toBeGreaterThan(50);
});

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
      ...NO_SHAPE,
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
    expect(lerp2([0, 0], [2, 2], 0.5)).toEqual([1, 1]);
  });
});

test("a stitched picture without its field of view is assumed to have been seen through a usual lens; nothing falls over", () => {
  const recipe = stitched("cylindrical", 90);
  recipe.camera = { focalPx: null, focalFrom: "assumed", principal: null };
  expect(() => compile(settle(recipe, size), size)).not.toThrow();
});
