import type { KnownMeasure } from "../../shape/proportion";
import { emptyRecipe } from "../../recipe";
import { compile, withCamera } from "../../render";
import * as edits from "..";

const size = [6000, 4000] as const;
/** Level and straight on from 5 m: 800 pixels to a metre. */
function level() {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 4000, focalFrom: "stated", principal: null };
  recipe.attitude.from = "by-hand";
  return recipe;
}
const door = (height: number, on = true): KnownMeasure => ({
  id: "d",
  kind: "rectangle",
  points: [
    [1000, 1000],
    [1720, 1000],
    [1720, 2680],
    [1000, 2680],
  ],
  width: 0.9,
  height,
  on,
});
const done = (recipe: ReturnType<typeof level>, ...all: edits.Edit[]) =>
  all.reduce((now, edit) => edits.edited(now, edit, size), recipe);

test("a measure sets the height and the scale, follows what is said of it, and lets both go with it", () => {
  const drawn = done(level(), edits.addMeasure(door(2.31)));
  expect(drawn.proportion).toMatchObject({ from: "measures" });
  expect(drawn.proportion.height).toBeCloseTo(1.1, 9);
  expect(drawn.proportion.perPixel).toBeCloseTo(1 / 800, 9);
  expect(done(drawn, edits.sayMeasure("d", { height: 2.1 })).proportion.height).toBeCloseTo(1, 9);
  expect(done(drawn, edits.switchMeasure("d")).proportion.height).toBe(1);
  const without = done(drawn, edits.deleteMeasure("d"));
  expect(without.proportion).toEqual(level().proportion);
});

test("one that is drawn counts once its size is said; no size, a negative one or none at all changes nothing", () => {
  const drawn = done(level(), edits.addMeasure(door(2.31, false)));
  expect(drawn.proportion.height).toBe(1);
  for (const wrong of [0, -2, NaN, Infinity])
    expect(edits.edited(drawn, edits.sayMeasure("d", { height: wrong }), size)).toBe(drawn);
  expect(done(drawn, edits.sayMeasure("d", { unit: "cm" })).proportion.height).toBe(1);
  expect(done(drawn, edits.sayMeasure("d", { height: 2.31 })).proportion.height).toBeCloseTo(1.1, 9);
});

test("a height set by hand stays until it is let go, whatever measures say", () => {
  const byHand = done(level(), edits.addMeasure(door(2.31)), edits.heightByHand(1.02));
  expect(byHand.proportion).toMatchObject({ from: "by-hand", height: 1.02 });
  expect(done(byHand, edits.sayMeasure("d", { height: 2 })).proportion.height).toBe(1.02);
  expect(done(byHand, edits.heightAsMeasured()).proportion.height).toBeCloseTo(1.1, 9);
});

test.each(["width", "height", "area"] as const)("as tall as it was, with the %s of the picture kept", (keeps) => {
  const recipe = level();
  Object.assign(recipe.attitude, { pitch: 18, yaw: 6, roll: -2 });
  const ends = [
    [2500, 900],
    [2650, 3100],
  ] as const;
  const kept = done(recipe, edits.heightKeeps(keeps), edits.asTallAsShot(ends, size));
  const map = compile(withCamera(kept, size), size);
  const [a, b] = ends.map((e) => map.fromRecorded(e)!);
  const asShot = Math.hypot(150, 2200);
  // With the height kept there may be no width that makes it so.
  if (kept.proportion.from === "by-hand") expect(Math.hypot(b![0] - a![0], b![1] - a![1])).toBeCloseTo(asShot, 3);
  else expect(keeps).toBe("height");
});
