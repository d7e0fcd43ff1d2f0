import { emptyRecipe } from "../../recipe";
import { compile, settle, stretchAt, worstStretch } from "..";

const size = [3000, 2000] as const;
const mapOf = (change: (r: ReturnType<typeof emptyRecipe>) => void) => {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 2000, focalFrom: "stated", principal: null };
  change(recipe);
  return compile(settle(recipe, size), size);
};

test("the picture as it is, is stretched nowhere", () => {
  const map = mapOf(() => undefined);
  expect(stretchAt(map, [1500, 1000], size)).toBeCloseTo(1, 9);
  expect(worstStretch(map).factor).toBeCloseTo(1, 6);
});

test("taller by 1.4 is stretched 1.4 times; outside the photo there is nothing to stretch", () => {
  const map = mapOf((r) => void (r.proportion.height = 1.4));
  expect(stretchAt(map, [1500, 1000], size)).toBeCloseTo(1.4, 6);
  expect(stretchAt(map, [-50, 1000], size)).toBeNull();
});

test("tipped up, the top is stretched as the tangent plane says, and most of all there", () => {
  const map = mapOf((r) => Object.assign(r.attitude, { from: "by-hand", pitch: 20 }));
  // Along the radius an angle a from the axis is drawn 1 / cos² a as large; the recorded point had angle b = a − 20°.
  const a = Math.atan(700 / 2000);
  const b = a - (20 * Math.PI) / 180;
  expect(stretchAt(map, [1500, 1000 - 700], size)).toBeCloseTo((Math.cos(b) / Math.cos(a)) ** 2, 4);
  expect(worstStretch(map).at[1]).toBeLessThan(600);
});
