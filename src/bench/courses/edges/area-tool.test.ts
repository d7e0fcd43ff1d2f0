import { opened } from "../../testing";
import { toolInHand } from "..";
import { useFillState } from "../../made-up/fill-state";
import { at, handOf, onSheet, play } from "../playing.testing";

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

test("a colour pressed on in the picture is the gap's it is picked for, which becomes plain; where nothing shows nothing changes", () => {
  const store = opened();
  store.getState().set({ course: "edges", tool: "colour" });
  const press = (colour: readonly [number, number, number] | null): void => {
    const hand = { ...handOf(store), colourAt: () => colour };
    const place = at(onSheet([600, 600]), { moved: false, far: false });
    const gesture = toolInHand("edges", "colour").down(place, hand);
    for (const one of gesture.up(place)) if (one.do === "edit") store.getState().edit(one.edit);
  };
  // No gap has a colour, and none was asked for.
  press([18, 52, 86]);
  expect(store.getState().recipe.edges.each).toBeUndefined();
  useFillState.setState({ pickFor: "top" });
  press(null);
  expect(store.getState().recipe.edges.each).toBeUndefined();
  press([18, 52, 86]);
  expect(store.getState().recipe.edges.each).toEqual([{ side: "top", do: "plain", plain: "#123456" }]);
  useFillState.setState({ pickFor: null });
  press([255, 0, 10]);
  expect(store.getState().recipe.edges.each).toEqual([{ side: "top", do: "plain", plain: "#ff000a" }]);
});
