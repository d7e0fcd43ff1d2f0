import type { KnownMeasure } from "@/core/shape/proportion";
import { type Bench, at, onSheet, play } from "../../../playing.testing";
import { opened } from "../../../../testing";
import { useMeasuring } from "../measuring-state";
import { inOrder } from "./draw-measure";
import { projection } from "../../../playing.testing";

const measuresOf = (store: Bench): readonly KnownMeasure[] => store.getState().recipe.proportion.measures ?? [];
const withTool = (tool: string): Bench => {
  const store = opened();
  store.getState().set({ course: "shape", tool });
  useMeasuring.setState({ place: null, reference: null, tapes: [] });
  return store;
};
const drag = (store: Bench, from: readonly [number, number], to: readonly [number, number]) =>
  play(store, onSheet(from), at(onSheet(to)), at(onSheet(to)));
const click = (store: Bench, place: readonly [number, number]) =>
  play(store, onSheet(place), at(onSheet(place), { far: false, moved: false }));

describe("the tools that draw measures", () => {
  test("a drag from any corner makes a rectangle, named from its top left, that waits for its size; as one step", () => {
    const store = withTool("known-rectangle");
    drag(store, [1400, 1500], [1000, 600]);
    expect(measuresOf(store)).toMatchObject([
      {
        kind: "rectangle",
        on: false,
        points: [
          [1000, 600],
          [1400, 600],
          [1400, 1500],
          [1000, 1500],
        ],
      },
    ]);
    store.getState().undo();
    expect(measuresOf(store)).toHaveLength(0);
  });

  test("four clicks make one too, in whatever order", () => {
    const store = withTool("known-grid");
    for (const place of [
      [1400, 1500],
      [1000, 600],
      [1410, 620],
      [980, 1490],
    ] as const)
      click(store, place);
    expect(store.getState().places).toEqual([]);
    expect(measuresOf(store)[0]!.points[0]).toEqual([1000, 600]);
    const shuffled = inOrder(projection, [
      [10, 10],
      [10, 90],
      [90, 90],
      [90, 10],
    ]);
    expect(shuffled).toEqual([
      [10, 10],
      [90, 10],
      [90, 90],
      [10, 90],
    ]);
  });

  test("what is round counts at once; a drag too small makes nothing", () => {
    const store = withTool("known-round");
    drag(store, [1000, 600], [1012, 606]);
    expect(measuresOf(store)).toHaveLength(0);
    drag(store, [1000, 600], [1400, 1000]);
    expect(measuresOf(store)).toMatchObject([{ kind: "ellipse", on: true, unit: "ratio" }]);
    expect(measuresOf(store)[0]!.points).toHaveLength(48);
  });

  test("a corner is moved, along one axis with Shift; the outline moves the whole", () => {
    const store = withTool("known-rectangle");
    drag(store, [1000, 600], [1400, 1500]);
    play(
      store,
      onSheet([1400, 1500]),
      at(onSheet([1460, 1520]), { shift: true }),
      at(onSheet([1460, 1520]), { shift: true }),
    );
    expect(measuresOf(store)[0]!.points[2]).toEqual([1460, 1500]);
    expect(useMeasuring.getState().place).toBe(2);
    store.getState().set({ tool: "move" });
    drag(store, [1200, 600], [1300, 640]);
    expect(measuresOf(store)[0]!.points[0]).toEqual([1100, 640]);
  });
});

describe("tape, length and references", () => {
  test("a tape changes nothing of the recipe", () => {
    const store = withTool("tape");
    const before = store.getState().recipe;
    drag(store, [500, 500], [900, 500]);
    expect(store.getState().recipe).toBe(before);
    expect(useMeasuring.getState().tapes).toEqual([
      [
        [500, 500],
        [900, 500],
      ],
    ]);
  });

  test("a length is drawn along something, and waits for its size", () => {
    const store = withTool("known-length");
    drag(store, [500, 500], [900, 500]);
    expect(measuresOf(store)).toMatchObject([{ kind: "length", on: false, length: 1 }]);
  });

  test("a true circle is moved by its middle and sized by its grip, and is no step", () => {
    const store = withTool("move");
    useMeasuring.setState({ reference: { kind: "circle", centre: [1000, 1000], half: 200 } });
    drag(store, [1000, 1000], [1100, 900]);
    expect(useMeasuring.getState().reference).toMatchObject({ centre: [1100, 900], half: 200 });
    drag(store, [1300, 1100], [1340, 1140]);
    expect(useMeasuring.getState().reference!.half).toBeCloseTo(240, 6);
    expect(store.getState().past).toHaveLength(0);
  });

  test("the grip over the frame pulls the height about the principal point, and the one beside it the width", () => {
    const store = withTool("move");
    // The frame of these tests goes from 100 to 2100 and from 100 to 1600; the principal point is 1500, 1000.
    drag(store, [1100, 100], [1100, 10]);
    expect(store.getState().recipe.proportion).toMatchObject({ from: "by-hand" });
    expect(store.getState().recipe.proportion.height).toBeCloseTo(1.1, 6);
    store.getState().undo();
    drag(store, [2100, 850], [2160, 850]);
    expect(store.getState().recipe.proportion.height).toBeCloseTo(1 / 1.1, 6);
  });
});
