import { type Bench, at, onSheet, play } from "../../playing.testing";
import { opened } from "../../../testing";

describe("the keep tool", () => {
  const marksOf = (store: Bench) => store.getState().recipe.frame.keep ?? [];

  test("a press marks a spot, a press on it leaves it, a drag from it moves it; a drag elsewhere marks an area", () => {
    const store = opened();
    store.getState().set({ course: "frame", tool: "keep" });
    const spot = onSheet([400, 300]);
    play(store, spot, at(spot, { far: false, moved: false }));
    expect(marksOf(store)).toMatchObject([{ at: [400, 300] }]);
    play(store, spot, at(spot, { far: false, moved: false }));
    expect(marksOf(store)).toHaveLength(1);
    const there = onSheet([900, 700]);
    play(store, spot, at(there), at(there));
    expect(marksOf(store)).toMatchObject([{ at: [900, 700] }]);
    play(store, onSheet([1500, 900]), at(onSheet([1700, 1000])), at(onSheet([1700, 1000])));
    expect(marksOf(store)[1]).toMatchObject({ at: [1500, 900], to: [1700, 1000] });
    play(store, onSheet([1500, 900]), at(onSheet([1600, 900])), at(onSheet([1600, 900])));
    expect(marksOf(store)[1]).toMatchObject({ at: [1600, 900], to: [1800, 1000] });
    store.getState().undo();
    store.getState().undo();
    store.getState().undo();
    expect(marksOf(store)).toMatchObject([{ at: [400, 300] }]);
  });

  test("with the Move tool in hand a mark can be moved, and comes before the frame under it", () => {
    const store = opened();
    store.getState().set({ course: "frame", tool: "keep" });
    const spot = onSheet([400, 300]);
    play(store, spot, at(spot, { far: false, moved: false }));
    store.getState().set({ tool: "move" });
    play(store, spot, at(onSheet([500, 300])), at(onSheet([500, 300])));
    expect(marksOf(store)).toMatchObject([{ at: [500, 300] }]);
    expect(store.getState().recipe.frame.rule).toBe("clean");
  });
});
