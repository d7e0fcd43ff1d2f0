import type { ShownFill } from "@/client/shown-fill";
import { type EdgesSettings, onlyShuts } from "@/core/edges";
import { emptyRecipe } from "@/core/recipe";
import { compile, withCamera } from "@/core/render";
import type { Derived } from "../derived";
import { SIZE } from "../testing";
import { isShown, madeFor, standingOf } from "./use-fill";

const FRAME: [number, number, number, number] = [-150, 0, 3150, 2000];

function derivedWith(edges: EdgesSettings, rect = FRAME): Derived {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 2200;
  Object.assign(recipe.frame, { rule: "free", rect });
  recipe.edges = edges;
  const settled = withCamera(recipe, SIZE);
  return { recipe: settled, map: compile(settled, SIZE) } as Derived;
}

const fillFor = (derived: Derived): ShownFill => ({
  photoId: "p",
  info: {} as ShownFill["info"],
  parts: [],
  ...madeFor(derived),
});

const filled: EdgesSettings = { on: true, gaps: "fill" };

test("a fill is fresh for what it was made for; with other choices it is stale, and stays in sight in Edges alone", () => {
  const [before, after] = [derivedWith(filled), derivedWith({ ...filled, seed: 2 })];
  const fill = fillFor(before);
  expect(standingOf(fill, before)).toBe("fresh");
  expect(isShown(fill, before, false)).toBe(true);
  expect(standingOf(fill, after)).toBe("stale");
  expect(isShown(fill, after, true)).toBe(true);
  expect(isShown(fill, after, false)).toBe(false);
  expect(standingOf(fill, derivedWith({ on: true, gaps: "leave" }))).toBe("none");
});

test("where places have moved since, by the frame or by a side shut shut, a fill is not shown", () => {
  const before = derivedWith({ ...filled, each: [{ side: "left", do: "plain", plain: "#2040a0" }] });
  expect(isShown(fillFor(before), derivedWith(filled, [-160, 0, 3160, 2000]), true)).toBe(false);
  const shut = derivedWith({ ...filled, each: [{ side: "left", do: "bend" }] }, [-150, -80, 3150, 2080]);
  expect(onlyShuts(shut.recipe.edges)).not.toBeNull();
  const straight = derivedWith(filled, [-150, -80, 3150, 2080]);
  expect(isShown(fillFor(straight), shut, true)).toBe(false);
  expect(isShown(fillFor(shut), straight, true)).toBe(false);
  expect(isShown(fillFor(shut), shut, false)).toBe(true);
});
