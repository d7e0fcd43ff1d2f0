import fc from "fast-check";
import { greyAfter, NO_FINISH } from "../../finish";
import { type Recipe, emptyRecipe, readRecipe } from "../../recipe";
import { type Edit, addCurvePoint, moveCurvePoint, removeCurvePoint, straightCurve } from "..";

const after = (...edits: Edit[]): Recipe => edits.reduce((r, e) => e.apply(r), emptyRecipe());

test("a point lifts the middle; moved, it stays between its neighbours; a straight curve is none", () => {
  const lifted = after(addCurvePoint(0.5, 0.6));
  expect(lifted.finish?.curve).toEqual([[0, 0], [0.5, 0.6], [1, 1]]); // prettier-ignore
  expect(greyAfter(0.5, lifted.finish!)).toBeCloseTo(0.6, 6);
  const pulled = moveCurvePoint(1, 3, -1).apply(lifted);
  expect(pulled.finish?.curve![1]).toEqual([0.98, 0]);
  expect(after(addCurvePoint(0.5, 0.6), removeCurvePoint(1))).toEqual(emptyRecipe());
  expect(straightCurve().apply(lifted)).toEqual(emptyRecipe());
  expect(after(addCurvePoint(0.5, 0.6), addCurvePoint(0.51, 0.2)).finish?.curve).toHaveLength(3);
  expect(after(removeCurvePoint(0))).toEqual(emptyRecipe());
});

test("whatever is done to it, a curve is one that a recipe may hold", () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          what: fc.constantFrom("add", "move", "remove"),
          i: fc.nat(17),
          x: fc.double({ min: -1, max: 2, noNaN: true }),
          y: fc.double({ min: -1, max: 2, noNaN: true }),
        }),
        { maxLength: 60 },
      ),
      (all) => {
        const recipe = after(
          ...all.map(({ what, i, x, y }) =>
            what === "add" ? addCurvePoint(x, y) : what === "move" ? moveCurvePoint(i, x, y) : removeCurvePoint(i),
          ),
        );
        expect(readRecipe(JSON.parse(JSON.stringify(recipe)))).toEqual(recipe);
        expect(Number.isFinite(greyAfter(0.3, recipe.finish ?? NO_FINISH))).toBe(true);
      },
    ),
    { numRuns: 150 },
  ));
