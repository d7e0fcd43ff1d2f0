import { readFileSync } from "node:fs";
import path from "node:path";
import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { quadEdges, roundEdge } from "@/core/lines";
import { type KnownMeasure, measuresOf } from "@/core/shape/proportion";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { compile, measuredIn, settle } from "@/core/render";
import { between, randomFrom } from "@/core/testing";
import { greenLight } from "@/server/image/reading/luminance";
import { gable } from "../scenes/gable";
import type { P3 } from "../scenes/scene";
import { recorded } from "../truth/project";
import type { Truth } from "../truth/truth";

/** The gable's tiles and its round window as known measures, marked by an unsteady hand and settled on the photo's edges. */
const folder = path.join(__dirname, "../photos");
const truth = JSON.parse(readFileSync(path.join(folder, "SM-0424.truth.json"), "utf8")) as Truth;
const camera = gable.camera;
const seen = (p: P3): Vec2 => recorded(p, camera, gable.lens)!;

/** Lines along four true edges, the lens known, the focal length stated wrongly. */
function recipeWith(measures: KnownMeasure[], focal = 1.1): Recipe {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: truth.focalPx * focal, focalFrom: "stated", principal: null };
  const [k, p] = [truth.lens.k as [number, number, number], truth.lens.p as [number, number]];
  recipe.lens = { ...recipe.lens, from: "by-hand", k, p, centre: [...truth.lens.centre] };
  recipe.lines = ["quoin-left", "quoin-right", "band", "field-foot"].map((id) => {
    const edge = truth.edges.find((e) => e.id === id)!;
    const points: [[number, number], [number, number]] = [[...edge.recorded[0]!], [...edge.recorded.at(-1)!]];
    return { id, kind: edge.kind === "sill" ? "sill" : "plumb", points, on: true };
  });
  recipe.attitude.from = "lines";
  recipe.proportion.measures = measures;
  return recipe;
}

/** Width over height in the corrected picture of what is truly square on the wall. */
function squareness(recipe: Recipe): number {
  const map = compile(settle(recipe, truth.size), truth.size);
  const at = (x: number, y: number): Vec2 => map.fromRecorded(seen([x, y, -0.012]))!;
  return (at(1.2, 2.8)[0] - at(-1.2, 2.8)[0]) / (at(0, 1.6)[1] - at(0, 4)[1]);
}

const lens = makeLens(truth.size, {
  k: truth.lens.k as [number, number, number],
  p: truth.lens.p as [number, number],
  centre: truth.lens.centre as [number, number],
  amount: 1,
});
const photo = greenLight(path.join(folder, "SM-0424.jpg"));

test.each([1, 2, 3])("tiles marked by hand %d make the wall square within 0.3 %%", async (seed) => {
  const random = randomFrom(seed);
  const corners = (
    [
      [-1.8, 4],
      [1.8, 4],
      [1.8, 1.6],
      [-1.8, 1.6],
    ] as const
  ).map(([x, y]): Vec2 => {
    const [px, py] = seen([x, y, -0.012]);
    return [px + between(random, -3, 3), py + between(random, -3, 3)];
  });
  const settled = quadEdges(await photo, lens, corners, 2)!;
  const points = settled.map(([x, y]) => [x, y]);
  const measure = {
    id: "t",
    kind: "grid",
    points,
    columns: 12,
    rows: 8,
    width: 0.3,
    height: 0.3,
    on: true,
  } as KnownMeasure;
  const recipe = recipeWith([measure]);
  expect(measuresOf(recipe)).toHaveLength(1);
  expect(Math.abs(squareness(recipe) - 1)).toBeLessThan(0.003);
  expect(Math.abs(squareness(recipeWith([])) - 1)).toBeGreaterThan(0.003);
});

test.each([1, 2, 3])("the round window marked by hand %d makes it so within 0.5 %%", async (seed) => {
  const random = randomFrom(seed);
  const [dx, dy, grown] = [between(random, -3, 3), between(random, -3, 3), between(random, 0.985, 1.015)];
  const around = Array.from({ length: 48 }, (_, i): Vec2 => {
    const t = (2 * Math.PI * i) / 48;
    const [x, y] = seen([0.85 * grown * Math.cos(t), 7.3 + 0.85 * grown * Math.sin(t), 0]);
    return [x + dx, y + dy];
  });
  const settled = roundEdge(await photo, around, 2)!;
  const points = settled.map(([x, y]): [number, number] => [x, y]);
  const recipe = recipeWith([{ id: "o", kind: "ellipse", points, width: 1, height: 1, unit: "ratio", on: true }]);
  expect(Math.abs(squareness(recipe) - 1)).toBeLessThan(0.005);
  const { sigma, measures } = measuredIn(settle(recipe, truth.size), truth.size)!;
  expect(sigma).toBeLessThan(0.005);
  expect(measures[0]!.missPx).toBeLessThan(1);
});
