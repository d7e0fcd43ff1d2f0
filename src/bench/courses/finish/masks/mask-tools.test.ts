import { opened } from "../../../testing";
import { useBrush } from "../../../brush/brush-state";
import { at, onSheet, play } from "../../playing.testing";
import { maskNames } from "./mask-names";
import { useMasks } from "./mask-state";
import { maskInTheMiddle } from "./new-mask";

const inFinish = (tool: string) => {
  const store = opened();
  useBrush.setState({ dabRadius: 60 });
  store.getState().set({ course: "finish", tool });
  return store;
};
const masksOf = (store: ReturnType<typeof opened>) => store.getState().recipe.finish?.masks ?? [];

test("a wash is drawn from where it is whole to where it is none, as one step, and does what the last mask did", () => {
  const store = inFinish("wash");
  play(store, onSheet([600, 600]), at(onSheet([700, 900])), at(onSheet([600, 1200])), at(onSheet([600, 1200])));
  const [mask] = masksOf(store);
  expect(mask).toMatchObject({ kind: "wash", on: true, ends: [[600, 600], [600, 1200]], exposure: -0.5 }); // prettier-ignore
  expect(store.getState().selected).toBe(mask!.id);
  expect(store.getState().past).toHaveLength(1);
  store.getState().undo();
  expect(store.getState().recipe.finish).toBeUndefined();
  useMasks.setState({ effect: { warmth: 0.3 } });
  play(store, onSheet([600, 600]), at(onSheet([600, 900])), at(onSheet([600, 900])));
  expect(masksOf(store)[0]).toMatchObject({ warmth: 0.3 });
  expect(masksOf(store)[0]).not.toHaveProperty("exposure");
});

test("a press without a stroke draws no wash and lets go of what is selected", () => {
  const store = inFinish("wash");
  store.getState().set({ selected: "x" });
  play(store, onSheet([600, 600]), at(onSheet([600, 600]), { moved: false, far: false }));
  expect(masksOf(store)).toHaveLength(0);
  expect(store.getState().selected).toBeNull();
});

test("a wash's end is pulled alone, its middle moves all of it, with either tool", () => {
  const store = inFinish("wash");
  play(store, onSheet([600, 600]), at(onSheet([600, 1200])), at(onSheet([600, 1200])));
  play(store, onSheet([600, 1200]), at(onSheet([800, 1400])), at(onSheet([800, 1400])));
  expect(masksOf(store)).toHaveLength(1);
  expect(masksOf(store)[0]!.ends).toEqual([[600, 600], [800, 1400]]); // prettier-ignore
  expect(store.getState().selectedEnd).toBe(1);
  store.getState().set({ tool: "move" });
  play(store, onSheet([700, 1000]), at(onSheet([800, 1000])), at(onSheet([800, 1000])));
  expect(masksOf(store)[0]!.ends!.map((p) => p.map(Math.round))).toEqual([[700, 600], [900, 1400]]); // prettier-ignore
});

test("dabs begin a mask, add to the selected one, and with Alt take away from it", () => {
  const store = inFinish("dab");
  const draw = (y: number, alt = false) =>
    play(store, onSheet([500, y]), at(onSheet([700, y]), { alt }), at(onSheet([700, y]), { alt }));
  draw(500, true);
  expect(masksOf(store)).toHaveLength(0);
  draw(500);
  draw(600);
  draw(550, true);
  expect(masksOf(store)).toHaveLength(1);
  expect(masksOf(store)[0]!.dabs!.map((d) => [d.radius, d.off ?? false])).toEqual([[60, false], [60, false], [60, true]]); // prettier-ignore
  store.getState().set({ selected: null });
  draw(900);
  expect([...maskNames(masksOf(store)).values()]).toEqual(["D1", "D2"]);
  store.getState().undo();
  store.getState().undo();
  expect(masksOf(store)[0]!.dabs).toHaveLength(2);
});

test("a dab is moved whole with the Move tool", () => {
  const store = inFinish("dab");
  play(store, onSheet([500, 500]), at(onSheet([700, 500])), at(onSheet([700, 500])));
  store.getState().set({ tool: "move" });
  play(store, onSheet([600, 500]), at(onSheet([650, 600])), at(onSheet([650, 600])));
  const { points } = masksOf(store)[0]!.dabs![0]!;
  expect(points.map((p) => p.map(Math.round))).toEqual([[550, 600], [750, 600]]); // prettier-ignore
});

test("without a pointer a wash or a dab is put in the middle, selected, doing what the last mask did", () => {
  const store = inFinish("move");
  maskInTheMiddle(store.getState, "wash");
  maskInTheMiddle(store.getState, "dab");
  const [wash, dab] = masksOf(store);
  expect(wash!.ends).toEqual([[1500, 700], [1500, 1300]]); // prettier-ignore
  expect(dab!.dabs).toEqual([{ points: [[1500, 1000]], radius: 360 }]);
  expect(dab!.exposure).toBe(-0.5);
  expect(store.getState().selected).toBe(dab!.id);
  store.getState().undo();
  expect(masksOf(store)).toHaveLength(1);
});
