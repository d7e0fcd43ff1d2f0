import type { Size, Vec2 } from "../../geometry";
import type { Line, Recipe } from "../../recipe";
import { NO_BEND } from "../../shape/bend";
import { between, normalFrom, randomFrom } from "../../testing";
import type { Cell } from "../pixels/cell";
import { eachCell } from "../pixels/cells";
import { compile } from "./compile";
import { settle, solveRecipe } from "../solved/settle";
import { type SettledRecipe, withCamera } from "../solved/settled";
import { WALLS, seenAt, size, stitched } from "../stitched.testing";

const out = new Float64Array(3);

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

const stitchedLike = (recipe: Recipe, surface: number): Recipe => ({ ...recipe, shape: { ...NO_BEND, surface } });

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

test("a stitched picture without its field of view is assumed to have been seen through a usual lens; nothing falls over", () => {
  const recipe = stitched("cylindrical", 90);
  recipe.camera = { focalPx: null, focalFrom: "assumed", principal: null };
  expect(() => compile(settle(recipe, size), size)).not.toThrow();
});
