import type { Size } from "../../geometry";
import { fieldOfView } from "../../lens";
import { type Recipe, emptyRecipe } from "../../recipe";
import { compile, settle, withCamera } from "../../render";
import { drawTaut, edited, fieldIs, recordedAs, showOn, takeLayout } from "..";

const size: Size = [6000, 1800];
const fieldOf = (recipe: Recipe): number =>
  fieldOfView(recipe.lens.model, withCamera(recipe, size).camera.focalPx, size[0]);
const known = (focalPx: number): Recipe => {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx, focalFrom: "metadata", principal: null };
  return recipe;
};

test("a picture said to be stitched sees as much across as before; its lens's own terms go", () => {
  const lensed = known(3000);
  lensed.lens.k = [-0.1, 0, 0];
  const stitched = edited(lensed, recordedAs("cylindrical", size), size);
  expect(fieldOf(stitched)).toBeCloseTo(90, 6);
  expect(stitched.lens.k).toEqual([0, 0, 0]);
  expect(stitched.camera.focalFrom).toBe("stated");
  expect(stitched.shape).toBeUndefined();
  expect(fieldOf(edited(stitched, recordedAs("equirectangular", size), size))).toBeCloseTo(90, 6);
  expect(fieldOf(edited(stitched, recordedAs("brown-conrady", size), size))).toBeCloseTo(90, 6);
  expect(edited(stitched, recordedAs("cylindrical", size), size)).toBe(stitched);
});

test("a flat picture and a fisheye of one lens keep the focal length", () => {
  const fisheye = edited(known(3000), recordedAs("equidistant", size), size);
  expect(fisheye.camera.focalPx).toBe(3000);
  expect(fisheye.camera.focalFrom).toBe("metadata");
});

test("one that goes far round is shown on a cylinder, unless somebody has said otherwise", () => {
  const wide = edited(edited(known(3000), recordedAs("cylindrical", size), size), fieldIs(190, size), size);
  expect(fieldOf(wide)).toBeCloseTo(190, 6);
  expect(wide.shape?.surface).toBe(1);
  const flat = edited(wide, showOn(0), size);
  expect(flat.shape?.surface).toBe(0);
  expect(edited(flat, fieldIs(170, size), size).shape?.surface).toBe(0);
  expect(fieldOf(edited(wide, fieldIs(1000, size), size))).toBeCloseTo(360, 6);
  expect(compile(settle(wide, size), size).output[0]).toBeGreaterThan(5000);
});

test("a surface stays when marks go, and a flat one without marks leaves nothing behind", () => {
  const recipe = edited(known(3000), showOn(0.4), size);
  const marked = edited(recipe, drawTaut("t", [[100, 100], [900, 140]]), size); // prettier-ignore
  expect(marked.shape?.surface).toBe(0.4);
  expect(edited(recipe, showOn(0), size).shape).toBeUndefined();
  expect(edited(marked, showOn(0), size).shape?.taut).toHaveLength(1);
  expect(edited(recipe, showOn(0.4), size)).toBe(recipe);
});

test("what a picture states is taken as it is, how it was held too", () => {
  const layout = { model: "equirectangular", focalPx: 6000 / 6, centre: [2500, 800], pitch: -3, roll: 2 } as const;
  const taken = edited(emptyRecipe(), takeLayout(layout, size), size);
  expect(taken.lens).toMatchObject({ model: "equirectangular", from: "metadata", centre: [2500, 800] });
  expect(taken.camera).toMatchObject({ focalPx: 1000, focalFrom: "metadata" });
  expect(withCamera(taken, size).camera.principal).toEqual([2500, 800]);
  expect(taken.attitude).toMatchObject({ pitch: -3, roll: 2, from: "by-hand" });
  expect(taken.shape?.surface).toBe(1);
});
