import { emptyRecipe } from "@/core/recipe";
import { bendKeyOf, bendOf, compile, settle } from "@/core/render";
import { NO_BEND } from "@/core/shape/bend";
import { mapOfJob } from "./picture-job";

/** Threads take over what marks were found to come to; their map is the very same. */
test("a thread's map is the one its job was made by, without looking again", () => {
  const size = [1500, 1000] as const;
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 1100;
  recipe.shape = {
    ...NO_BEND,
    taut: [{ id: "t", points: [[100, 120], [700, 60], [1400, 130]], lock: "horizontal", amount: 1, on: true }], // prettier-ignore
    joints: [
      { id: "1", at: [250, 300], by: [-20, 8] },
      { id: "2", at: [700, 330] },
      { id: "3", at: [710, 800] },
      { id: "4", at: [260, 820] },
    ],
    faces: [{ id: "A", joints: ["1", "2", "3", "4"], form: "rectangle", on: true }],
  };
  const settled = settle(recipe, size);
  const map = compile(settled, size);
  const found = bendOf(settled, size)!.found;
  const key = bendKeyOf(settled, size);
  const job = { recipe: structuredClone(settled), size, alpha: false, kernel: "cubic" as const };
  // Numbers a little off would show: what is handed over is what is used.
  const moved = { ...structuredClone(found), numbers: found.numbers.map((v) => v + 3) };
  const [a, b, c] = [0, 1, 2].map(() => new Float64Array(3)) as [Float64Array, Float64Array, Float64Array];
  const same = mapOfJob({ ...job, bend: { key, found: structuredClone(found) } });
  const other = mapOfJob({ ...job, recipe: structuredClone(settled), bend: { key, found: moved } });
  for (const [x, y] of [
    [200, 150],
    [500, 500],
    [1200, 700],
    [1490, 10],
  ] as const) {
    map.toRecorded(x, y, a);
    same.toRecorded(x, y, b);
    other.toRecorded(x, y, c);
    expect([...b]).toEqual([...a]);
  }
  map.toRecorded(1200, 700, a);
  expect(c[0]).not.toBe(a[0]);
});
