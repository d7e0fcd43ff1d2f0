import { named } from "@/core/language";
import { type Edit, drawTaut, lensByHand, moveEnd } from "@/core/edits";
import { type Line, emptyRecipe } from "@/core/recipe";
import { createBenchStore } from "./bench-store";

const size = [300, 200] as const;

function opened() {
  const store = createBenchStore();
  store.getState().open("v", size, emptyRecipe());
  return store;
}

const did = (label: string, apply: Edit["apply"]): Edit => ({ label: named(label), apply });

const plumb = (id: string, x: number, lean: number) => ({
  id,
  kind: "plumb" as const,
  points: [
    [x, 180],
    [x + lean, 20],
  ] as [number, number][],
  on: true,
});

test("every edit can be taken back and made again, without limit", () => {
  const store = opened();
  for (let i = 1; i <= 300; i++)
    store.getState().edit(did("height", (r) => ({ ...r, proportion: { ...r.proportion, height: 1 + i / 1000 } })));
  for (let i = 0; i < 300; i++) store.getState().undo();
  expect(store.getState().recipe).toEqual(emptyRecipe());
  store.getState().undo();
  expect(store.getState().recipe).toEqual(emptyRecipe());
  for (let i = 0; i < 300; i++) store.getState().redo();
  expect(store.getState().recipe.proportion.height).toBeCloseTo(1.3, 12);
});

test("the edits of one gesture are one step; the next gesture is another", () => {
  const store = opened();
  const to = (height: number, gesture?: string) =>
    store.getState().edit(
      did("height", (r) => ({ ...r, proportion: { ...r.proportion, height } })),
      gesture,
    );
  to(1.1, "drag-1");
  to(1.2, "drag-1");
  store.getState().endGesture();
  to(1.3, "drag-1");
  expect(store.getState().past).toHaveLength(2);
  store.getState().undo();
  expect(store.getState().recipe.proportion.height).toBe(1.2);
});

test("two plumbs settle the attitude, taking one back unsettles it", () => {
  const store = opened();
  const add = (line: ReturnType<typeof plumb>) =>
    store.getState().edit(did("plumb", (r) => ({ ...r, lines: [...r.lines, line] })));
  add(plumb("a", 60, 14));
  expect(store.getState().recipe.attitude.pitch).toBe(0);
  add(plumb("b", 240, -12));
  expect(store.getState().recipe.attitude.pitch).toBeGreaterThan(1);
  store.getState().undo();
  expect(store.getState().recipe.attitude.pitch).toBe(0);
  store.getState().redo();
  expect(store.getState().recipe.attitude.pitch).toBeGreaterThan(1);
});

test("an edit after going back drops what lay ahead; the selection goes with its line", () => {
  const store = opened();
  const add = (line: ReturnType<typeof plumb>) =>
    store.getState().edit(did("plumb", (r) => ({ ...r, lines: [...r.lines, line] })));
  add(plumb("a", 60, 14));
  store.getState().set({ selected: "a" });
  store.getState().undo();
  expect(store.getState().selected).toBeNull();
  add(plumb("c", 80, 3));
  expect(store.getState().future).toHaveLength(0);
  expect(store.getState().save).toBe("unsaved");
});

test("what arrives late for a stroke changes that stroke alone, wherever it stands by then", () => {
  const store = opened();
  const add = (line: ReturnType<typeof plumb>) =>
    store.getState().edit(did("plumb", (r) => ({ ...r, lines: [...r.lines, line] })));
  const xs = () => store.getState().recipe.lines.map((l) => l.points[0]![0]);
  add(plumb("a", 60, 14));
  const first = store.getState().recipe.lines[0]!;
  add(plumb("b", 240, -12));
  const moveTo =
    (x: number) =>
    (line: Line): Line => ({ ...line, points: line.points.with(0, [x, line.points[0]![1]]) });
  // Another stroke has been drawn meanwhile: it is left alone, and taking it back leaves the late word in force.
  store.getState().amendLine(first, moveTo(61));
  expect(xs()).toEqual([61, 240]);
  expect(store.getState().past).toHaveLength(2);
  store.getState().undo();
  expect(xs()).toEqual([61]);
  store.getState().redo();
  expect(xs()).toEqual([61, 240]);
  // Taken back before the word came: made again, it is as it should have been.
  const second = store.getState().recipe.lines[1]!;
  store.getState().undo();
  store.getState().amendLine(second, moveTo(241));
  expect(xs()).toEqual([61]);
  store.getState().redo();
  expect(xs()).toEqual([61, 241]);
  expect(store.getState().recipe.attitude.pitch).toBeGreaterThan(1);
  // Moved by hand since: the hand has the last word.
  store.getState().edit(moveEnd("a", 0, [70, 180]));
  store.getState().amendLine(first, moveTo(99));
  expect(xs()).toEqual([70, 241]);
});

test("what was found with one lens is gone once another is in force, by a step back too", () => {
  const store = opened();
  const found = { segments: [], groups: [], told: false } as never;
  store.getState().edit(lensByHand(named("Bow"), () => ({ k: [-0.05, 0, 0] })));
  store.getState().set({ found });
  store.getState().edit(did("height", (r) => ({ ...r, proportion: { ...r.proportion, height: 1.1 } })));
  store.getState().undo();
  expect(store.getState().found).toBe(found);
  store.getState().undo();
  expect(store.getState().found).toBeNull();
});

test("what the photo shows straight is kept once a mark bends, and is no step of its own", () => {
  const store = opened();
  const edges = [{ points: [[10, 20], [200, 24]] as const }]; // prettier-ignore
  store.getState().knowStraight(edges);
  expect(store.getState().recipe).toEqual(emptyRecipe());
  store.getState().edit(drawTaut("t", [[0, 100], [290, 104]])); // prettier-ignore
  expect(store.getState().recipe.shape!.edges).toEqual([[10, 20, 200, 24]]);
  store.getState().undo();
  expect(store.getState().recipe).toEqual(emptyRecipe());
  // Known only afterwards, they come to a recipe that has been edited.
  const late = opened();
  late.getState().edit(drawTaut("t", [[0, 100], [290, 104]])); // prettier-ignore
  late.getState().knowStraight(edges);
  expect(late.getState().recipe.shape!.edges).toHaveLength(1);
  expect(late.getState().past).toHaveLength(1);
});

test("marks of an older recipe bend as they did until they are changed: another edit keeps no edges", () => {
  const store = createBenchStore();
  const edges = [{ points: [[10, 20], [200, 24]] as const }]; // prettier-ignore
  const marked = drawTaut("t", [[0, 100], [290, 104]]).apply(emptyRecipe()); // prettier-ignore
  store.getState().open("v", size, marked);
  store.getState().knowStraight(edges);
  store.getState().edit(did("height", (r) => ({ ...r, proportion: { ...r.proportion, height: 1.1 } })));
  store.getState().knowStraight(edges);
  expect(store.getState().recipe.shape!.edges).toBeUndefined();
  store.getState().edit(drawTaut("u", [[10, 150], [280, 152]])); // prettier-ignore
  expect(store.getState().recipe.shape!.edges).toHaveLength(1);
});
