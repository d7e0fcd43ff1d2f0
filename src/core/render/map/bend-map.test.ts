import type { Size, Vec2 } from "../../geometry";
import { type Recipe, emptyRecipe } from "../../recipe";
import { NO_BEND } from "../../shape/bend";
import { between, randomFrom } from "../../testing";
import type { Cell } from "../pixels/cell";
import { eachCell } from "../pixels/cells";
import { type CompiledMap, compile } from "./compile";
import { settle } from "../solved/settle";

const size: Size = [1500, 1000];

/** Two faces around a corner, pulled apart, and a bowed line, on a picture with lens and attitude. */
function recipeWith(change: (recipe: Recipe) => void = () => undefined): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 1100;
  recipe.lens.k = [-0.05, 0.01, 0];
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 7, yaw: -4, roll: 1.5 });
  recipe.shape = {
    ...NO_BEND,
    taut: [
      {
        id: "t",
        points: [
          [100, 120],
          [500, 95],
          [1300, 130],
        ],
        lock: "horizontal",
        amount: 1,
        on: true,
      },
    ],
    joints: [
      { id: "1", at: [250, 300], by: [-20, 8] },
      { id: "2", at: [700, 330] },
      { id: "3", at: [710, 800] },
      { id: "4", at: [260, 820] },
      { id: "5", at: [1150, 280], by: [15, 12] },
      { id: "6", at: [1160, 850] },
    ],
    faces: [
      { id: "A", joints: ["1", "2", "3", "4"], form: "free", edges: ["free", "vertical", "free", "free"], on: true },
      { id: "B", joints: ["2", "5", "6", "3"], form: "free", on: true },
    ],
  };
  change(recipe);
  return recipe;
}

const compiled = (recipe: Recipe): CompiledMap => compile(settle(recipe, size), size);

test("marks lie where they are on the picture: recorded → plane → recorded, through lens, attitude and shape", () => {
  const map = compiled(recipeWith());
  const random = randomFrom(3);
  const out = new Float64Array(3);
  for (let n = 0; n < 500; n++) {
    const p: Vec2 = [between(random, 0, size[0]), between(random, 0, size[1])];
    const there = map.fromRecorded(p)!;
    map.toRecorded(there[0], there[1], out);
    expect(Math.hypot(out[0]! - p[0], out[1]! - p[1])).toBeLessThan(0.01);
  }
});

test("a recipe that marks nothing, or whose shape is left out, has the very map it had", () => {
  const bare = compiled(recipeWith((r) => void delete r.shape));
  const off = compiled(recipeWith((r) => void (r.shape!.on = false)));
  expect(off.fromRecorded([400, 400])).toEqual(bare.fromRecorded([400, 400]));
  expect(off.breaks).toEqual(bare.breaks);
  expect(compiled(recipeWith()).fromRecorded([400, 400])).not.toEqual(bare.fromRecorded([400, 400]));
});

test("the same recipe gives the same map, whatever was solved before", () => {
  const [one, other] = [compiled(recipeWith()), compiled(JSON.parse(JSON.stringify(recipeWith())) as Recipe)];
  expect(one.frame).toEqual(other.frame);
  expect(one.fromRecorded([640, 505])).toEqual(other.fromRecorded([640, 505]));
});

test("changing what lies beneath solves it anew: the edge stays straight and level under another attitude", () => {
  const level = (pitch: number): number => {
    const recipe = recipeWith((r) => void (r.attitude.pitch = pitch));
    const { fromRecorded } = compiled(recipe);
    const ys = recipe.shape!.taut[0]!.points.map((p) => fromRecorded(p)![1]);
    return Math.max(...ys) - Math.min(...ys);
  };
  for (const pitch of [0, 7, 15]) expect(level(pitch)).toBeLessThan(0.3);
});

test("cells interpolate it within a twentieth of a pixel, along the creases too", () => {
  const map = compiled(recipeWith());
  expect(map.breaks.length).toBeGreaterThan(0);
  const [fx, fy, fw, fh] = map.frame;
  const [width, height] = map.output;
  const out = new Float64Array(3);
  let worst = 0;
  let seen = 0;
  const look = (top: number) => (cell: Cell) => {
    for (let j = 0; j < cell.h; j++)
      for (let i = 0; i < cell.w; i++) {
        const [u, v] = [i / cell.w, j / cell.h];
        const at = (n: 0 | 1): number =>
          (cell.corners[n]! * (1 - u) + cell.corners[2 + n]! * u) * (1 - v) +
          (cell.corners[4 + n]! * (1 - u) + cell.corners[6 + n]! * u) * v;
        map.toRecorded(fx + (cell.x + i + 0.5) * (fw / width), fy + (top + cell.y + j + 0.5) * (fh / height), out);
        worst = Math.max(worst, Math.hypot(at(0) - out[0]!, at(1) - out[1]!));
        seen++;
      }
  };
  for (let y = 0; y < height; y += 64) eachCell(map, y, Math.min(64, height - y), look(y));
  expect(seen).toBe(width * height);
  expect(worst).toBeLessThan(0.05);
});
