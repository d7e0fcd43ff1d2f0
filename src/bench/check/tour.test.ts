import { emptyRecipe } from "@/core/recipe";
import { tourStops } from "./tour";

const size = [4000, 3000] as const;

test("the tour goes round the frame's corners from inside, then to the ends of the longest marked edges", () => {
  const recipe = emptyRecipe();
  recipe.lines = [
    { id: "s", kind: "plumb", points: [[500, 500], [500, 700]], on: true }, // prettier-ignore
    { id: "l", kind: "plumb", points: [[900, 200], [900, 2800]], on: true }, // prettier-ignore
    { id: "m", kind: "sill", points: [[900, 300], [2500, 300]], on: true }, // prettier-ignore
    { id: "off", kind: "sill", points: [[100, 300], [3900, 300]], on: false }, // prettier-ignore
  ];
  const stops = tourStops(recipe, size, []);
  expect(stops.map((s) => s.at.map(Math.round))).toEqual([
    [260, 260],
    [3740, 260],
    [3740, 2740],
    [260, 2740],
    [900, 200],
    [900, 2800],
    [900, 300],
    [2500, 300],
  ]);
});

test("where nothing is marked the photo's own edges are looked at", () => {
  const stops = tourStops(emptyRecipe(), size, [[[1, 1], [2, 900]], [[5, 5], [3000, 7]]]); // prettier-ignore
  expect(stops.slice(4).map((s) => s.at)).toEqual([[5, 5], [3000, 7], [1, 1], [2, 900]]); // prettier-ignore
});
