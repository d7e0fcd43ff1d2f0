import { createBenchStore } from "./bench-store";
import { forgetVersion, versionState } from "./version-state";
import { emptyRecipe } from "@/core/recipe";

const useTapes = versionState("test-tapes", (): { readonly tapes: readonly number[]; readonly held: boolean } => ({
  tapes: [],
  held: false,
}));

test("parts change by themselves, and those who look at one are told of that one alone", () => {
  const useOther = versionState("test-other", () => ({ on: false }));
  const told: boolean[] = [];
  const stop = useTapes.subscribe((now, before) => told.push(now !== before));
  useTapes.setState({ tapes: [1] });
  useOther.setState({ on: true });
  useTapes.setState(({ tapes }) => ({ tapes: [...tapes, 2] }));
  stop();
  useTapes.setState({ held: true });
  expect(told).toEqual([true, true]);
  expect(useTapes.getState()).toEqual({ tapes: [1, 2], held: true });
  expect(useOther.getState()).toEqual({ on: true });
  forgetVersion();
  expect(useTapes.getState()).toEqual({ tapes: [], held: false });
  expect(useOther.getState()).toEqual({ on: false });
});

test("opening a version finds nothing of the one before", () => {
  const store = createBenchStore();
  store.getState().open("a", [3000, 2000], emptyRecipe());
  const before = store.getState();
  useTapes.setState({ tapes: [7], held: true });
  store
    .getState()
    .set({ selected: "x", selectedEnd: 1, view: "as-shot", finding: true, holding: true, places: [[1, 2]] });
  store.getState().open("b", [3000, 2000], emptyRecipe());
  expect(useTapes.getState()).toEqual({ tapes: [], held: false });
  const after = store.getState();
  expect({ ...after, versionId: "a", opening: before.opening }).toEqual(before);
});

test("two parts of one name are a mistake that is told at once", () => {
  expect(() => versionState("test-tapes", () => ({}))).toThrow("test-tapes");
});
