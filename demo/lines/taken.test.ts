import { readFileSync } from "node:fs";
import path from "node:path";
import { bestOf, foundId } from "@/core/edits";
import { findLines } from "@/client/compute/line-work";
import { type Recipe, emptyRecipe, foundLine } from "@/core/recipe";
import { solveRecipe, withCamera } from "@/core/render";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** What comes of taking found groups on the Bench: the lines it takes at once, solved as marks. */
const folder = path.join(__dirname, "../photos");

async function taken(file: string, groups: number) {
  const truth = JSON.parse(readFileSync(path.join(folder, file.replace(/\.\w+$/, ".truth.json")), "utf8")) as Truth;
  const { size } = truth;
  const recipe: Recipe = emptyRecipe();
  recipe.camera = { focalPx: truth.focalPx, focalFrom: "metadata", principal: [...truth.principal] };
  const [k, p] = [truth.lens.k as [number, number, number], truth.lens.p as [number, number]];
  recipe.lens = { ...recipe.lens, from: "by-hand", k, p, centre: [...truth.lens.centre] };
  const image = await greenLight(path.join(folder, file));
  const found = findLines({ image, scale: 1, recipe: withCamera(recipe, size), size });
  const lines = found.groups.slice(0, groups).flatMap(({ kind, members }) =>
    kind === "other"
      ? []
      : bestOf(found, members, Math.max(...size)).map((i) => {
          const segment = found.segments[i]!;
          return foundLine(foundId(segment), kind, segment);
        }),
  );
  return { truth, ...solveRecipe(withCamera({ ...recipe, lines }, size), size) };
}

test.each([
  ["the reading room", "SM-0415.jpg", 2],
  ["the canal wing from the side", "SM-0420.jpg", 2],
  // A boat before the wing has a sill of its own that faces the camera better than the wing does.
  ["the wing over the water", "SM-0423.jpg", 2],
  ["the wing over the water, ripples taken too", "SM-0423.jpg", 3],
  ["the gable", "SM-0424.jpg", 3],
  ["the doorway", "SM-0428.jpg", 2],
])(
  "%s: plumbs and walls taken at one stroke each turn the main wall",
  async (_, file, groups) => {
    const { truth, solution } = await taken(file, groups);
    expect(Math.abs(solution.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.15);
    expect(Math.abs(solution.attitude.roll - truth.attitude.roll)).toBeLessThan(0.15);
    expect(Math.abs(solution.attitude.yaw - truth.attitude.yaw)).toBeLessThan(0.3);
  },
  60_000,
);

test("the view into a corner, all groups taken, stays one", async () => {
  const { truth, solution } = await taken("SM-0419.jpg", 3);
  expect(solution.face).toEqual({ wall: null, why: "corner" });
  expect(Math.abs(solution.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(solution.attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
}, 60_000);
