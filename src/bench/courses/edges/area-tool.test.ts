import { opened } from "../../testing";
import { at, onSheet, play } from "../playing.testing";

test.each([
  ["source", "from"],
  ["spare", "never"],
] as const)("an outline drawn with %s is an area to fill %s; a click is none", (tool, use) => {
  const store = opened();
  store.getState().set({ course: "edges", tool });
  const way = [
    [900, 400],
    [1200, 700],
    [900, 1000],
    [620, 700],
  ] as const;
  play(store, onSheet([600, 690]), ...way.map((p) => at(onSheet(p))), at(onSheet([605, 695])));
  expect(store.getState().recipe.edges.sources).toMatchObject([{ use, on: true, points: { length: 5 } }]);
  play(store, onSheet([600, 690]), at(onSheet([600, 690]), { far: false, moved: false }));
  expect(store.getState().recipe.edges.sources).toHaveLength(1);
  store.getState().undo();
  expect(store.getState().recipe.edges.sources).toBeUndefined();
});
