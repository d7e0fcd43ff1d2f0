import { opened } from "../../../testing";
import { at, onSheet, play } from "../../playing.testing";
import { hardened, resized, sourceAt, useBrush, useBrushSettings, weakened } from "../../../brush/brush-state";

const SIZE = [4000, 3000] as const;
beforeEach(() => useBrushSettings.setState(useBrushSettings.getInitialState(), true));

const inEdges = (tool: string) => {
  const store = opened();
  useBrush.setState({ radius: 40 });
  store.getState().set({ course: "edges", tool });
  return store;
};

test("a mend drawn over something is a stroke with what the brush is; a press alone is one, too; undo takes it back", () => {
  const store = inEdges("mend");
  play(store, onSheet([600, 600]), at(onSheet([700, 600])), at(onSheet([800, 640])), at(onSheet([800, 640])));
  const [stroke] = store.getState().recipe.edges.strokes!;
  expect(stroke).toMatchObject({ kind: "mend", radius: 40, hardness: 0.7, on: true });
  expect(stroke!.points).toEqual([
    [600, 600],
    [700, 600],
    [800, 640],
  ]);
  expect(stroke).not.toHaveProperty("from");
  expect(useBrush.getState().running).toBeNull();
  play(store, onSheet([900, 900]), at(onSheet([900, 900]), { moved: false, far: false }));
  expect(store.getState().recipe.edges.strokes![1]!.points).toEqual([[900, 900]]);
  store.getState().undo();
  store.getState().undo();
  expect(store.getState().recipe.edges.strokes).toBeUndefined();
});

test("with Shift a stroke runs straight; a pen's pressure is kept", () => {
  const store = inEdges("mend");
  const straight = { shift: true };
  play(
    store,
    onSheet([600, 600]),
    at(onSheet([700, 650]), straight),
    at(onSheet([900, 600]), straight),
    at(onSheet([900, 600])),
  );
  expect(store.getState().recipe.edges.strokes![0]!.points).toEqual([
    [600, 600],
    [900, 600],
  ]);
  play(store, onSheet([600, 800]), at(onSheet([700, 800]), { pressure: 0.5 }), at(onSheet([700, 800])));
  expect(store.getState().recipe.edges.strokes![1]).toMatchObject({ press: [1, 0.5] });
});

test("a graft's first press chooses where it copies from; aligned, the source keeps its distance, fixed it stays", () => {
  const store = inEdges("graft");
  play(store, onSheet([500, 500]), at(onSheet([500, 500]), { moved: false, far: false }));
  expect(store.getState().recipe.edges.strokes).toBeUndefined();
  expect(useBrush.getState().source).toEqual([500, 500]);
  const draw = (x: number, y: number) =>
    play(store, onSheet([x, y]), at(onSheet([x + 50, y])), at(onSheet([x + 50, y])));
  draw(1000, 800);
  draw(1100, 900);
  const from = () => store.getState().recipe.edges.strokes!.map((s) => s.from!.map(Math.round));
  expect(from()).toEqual([
    [500, 500],
    [600, 600],
  ]);
  useBrushSettings.setState({ aligned: false });
  draw(1300, 1000);
  expect(from()[2]).toEqual([500, 500]);
  sourceAt([700, 700]);
  useBrushSettings.setState({ aligned: true, lock: "horizontal" });
  draw(1200, 710);
  expect(store.getState().recipe.edges.strokes![3]).toMatchObject({ from: [700, 710], lock: "horizontal" });
});

test("a stroke is taken hold of and moved with the Move tool; what it copies from stays", () => {
  const store = inEdges("mend");
  play(store, onSheet([600, 600]), at(onSheet([800, 600])), at(onSheet([800, 600])));
  store.getState().set({ tool: "move" });
  play(store, onSheet([700, 600]), at(onSheet([750, 700])), at(onSheet([750, 700])));
  const [stroke] = store.getState().recipe.edges.strokes!;
  expect(stroke!.points).toEqual([
    [650, 700],
    [850, 700],
  ]);
  expect(store.getState().selected).toBe(stroke!.id);
});

test("brushes keep within what makes sense", () => {
  opened();
  for (let i = 0; i < 80; i++) resized(1.15, SIZE);
  expect(useBrush.getState().radius).toBe(1000);
  for (let i = 0; i < 120; i++) resized(1 / 1.15, SIZE);
  expect(useBrush.getState().radius).toBe(1.5);
  for (let i = 0; i < 20; i++) hardened(0.1);
  expect(useBrushSettings.getState().hardness).toBe(1);
  const seen = Array.from({ length: 6 }, () => (weakened(), useBrushSettings.getState().strength));
  expect(seen).toEqual([0.8, 0.6, 0.4, 0.2, 1, 0.8]);
});
