import type { Mask } from "../../finish";
import { type Recipe, emptyRecipe, parseRecipe } from "../../recipe";
import { addDab, addMask, deleteMask, maskEdge, maskEffect, maskPlaces, moveMask, switchMask } from "..";

const WASH: Mask = { id: "w", kind: "wash", on: true, ends: [[10, 20], [30, 400]], exposure: -0.5 }; // prettier-ignore
const DAB: Mask = { id: "d", kind: "dab", on: true, dabs: [{ points: [[1, 2], [3, 4]], radius: 50 }], warmth: 0.2 }; // prettier-ignore
const both = [addMask(WASH), addMask(DAB)].reduce<Recipe>((r, e) => e.apply(r), emptyRecipe());
const after = (recipe: Recipe, ...edits: ReturnType<typeof addMask>[]): Recipe =>
  edits.reduce((r, e) => e.apply(r), recipe);
const masks = (recipe: Recipe): readonly Mask[] => recipe.finish?.masks ?? [];

test("masks are drawn, changed, switched and deleted; without the last of them there is no trace", () => {
  expect(masks(both).map((m) => m.id)).toEqual(["w", "d"]);
  const changed = after(
    both,
    maskEffect("w", { exposure: 0, sharpness: 0.4 }),
    maskEdge("d", { clings: true, hardness: 1 }),
  );
  expect(masks(changed)[0]).toEqual({ id: "w", kind: "wash", on: true, ends: WASH.ends, sharpness: 0.4 });
  expect(masks(changed)[1]).toMatchObject({ clings: true, hardness: 1, warmth: 0.2 });
  expect(masks(after(changed, maskEdge("d", { clings: false })))[1]).not.toHaveProperty("clings");
  expect(masks(after(both, switchMask("w", false)))[0]!.on).toBe(false);
  expect(after(both, deleteMask("w"), deleteMask("d"))).toEqual(emptyRecipe());
  const again = parseRecipe(JSON.stringify(changed));
  expect(again.finish?.masks).toEqual(changed.finish?.masks);
});

test("dabs are added and taken away; places move, each to its own dab", () => {
  const more = after(both, addDab("d", { points: [[9, 9]], radius: 20, off: true }), addDab("w", { points: [[9, 9]], radius: 20 })); // prettier-ignore
  expect(masks(more)[1]!.dabs).toHaveLength(2);
  expect(masks(more)[0]).toEqual(WASH);
  const moved = after(
    more,
    moveMask(
      "d",
      maskPlaces(masks(more)[1]!).map(([x, y]) => [x + 5, y]),
    ),
  );
  expect(masks(moved)[1]!.dabs!.map((d) => d.points)).toEqual([[[6, 2], [8, 4]], [[14, 9]]]); // prettier-ignore
  expect(after(more, moveMask("d", [[1, 1]]))).toBe(more);
  expect(masks(after(more, moveMask("w", [[0, 0], [5, 5]])))[0]!.ends).toEqual([[0, 0], [5, 5]]); // prettier-ignore
});

test("a recipe holds no more than it may", () => {
  const full = after(emptyRecipe(), ...Array.from({ length: 50 }, (_, i) => addMask({ ...WASH, id: `${i}` })));
  expect(masks(full)).toHaveLength(40);
  const dabbed = after(both, ...Array.from({ length: 90 }, () => addDab("d", { points: [[9, 9]], radius: 20 })));
  expect(masks(dabbed)[1]!.dabs).toHaveLength(60);
});
