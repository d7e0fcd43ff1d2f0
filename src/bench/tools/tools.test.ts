import { named } from "@/core/language";
import { addFace, addLine, lensByHand } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { BENCH_COURSES, toolInHand } from "../courses";
import { opened } from "../testing";
import { type Bench, at, onSheet, play } from "../courses/playing.testing";

const linesOf = (store: Bench) => store.getState().recipe.lines;

describe("the line tool", () => {
  test("a stroke upwards is a plumb, across a sill; each clings afterwards unless Alt is held", () => {
    const store = opened();
    const { later } = play(store, onSheet([800, 1800]), at(onSheet([820, 900])), at(onSheet([840, 200])));
    expect(linesOf(store)[0]).toMatchObject({
      kind: "plumb",
      points: [
        [800, 1800],
        [840, 200],
      ],
    });
    expect(later).toHaveLength(1);
    const alone = play(store, onSheet([300, 900]), at(onSheet([900, 910])), at(onSheet([2700, 950]), { alt: true }));
    expect(linesOf(store)[1]!.kind).toBe("sill");
    expect(alone.later).toHaveLength(0);
    expect(store.getState().past).toHaveLength(2);
  });

  test("only the selected line's ends are caught, so that another line may begin on a line", () => {
    const store = opened();
    store.getState().edit(
      addLine("a", "plumb", [
        [800, 200],
        [800, 1800],
      ]),
    );
    store.getState().edit(
      addLine("b", "plumb", [
        [1600, 200],
        [1600, 1800],
      ]),
    );
    store.getState().set({ selected: "a" });
    play(store, onSheet([800, 200]), at(onSheet([840, 240])), at(onSheet([840, 240])));
    expect(linesOf(store)[0]!.points[0]).toEqual([840, 240]);
    play(store, onSheet([1600, 200]), at(onSheet([1600, 600])), at(onSheet([1600, 1000])));
    expect(linesOf(store)).toHaveLength(3);
    expect(linesOf(store)[1]!.points[0]).toEqual([1600, 200]);
  });

  test("a click selects the line under it, and on nothing lets go", () => {
    const store = opened();
    store.getState().edit(
      addLine("a", "plumb", [
        [800, 200],
        [800, 1800],
      ]),
    );
    const press = (p: Vec2) => play(store, onSheet(p), at(onSheet(p), { far: false, moved: false }));
    press([800, 1000]);
    expect(store.getState().selected).toBe("a");
    press([2400, 1000]);
    expect(store.getState().selected).toBeNull();
    expect(linesOf(store)).toHaveLength(1);
  });
});

describe("taken hold of", () => {
  test("with marks hidden nothing is caught, and the picture moves", () => {
    const store = opened();
    store.getState().edit(
      addLine("a", "plumb", [
        [800, 200],
        [800, 1800],
      ]),
    );
    store.getState().edit(
      addFace("f", [
        [1000, 400],
        [1400, 400],
        [1400, 900],
        [1000, 900],
      ]),
    );
    store.getState().set({ tool: "move", marks: false });
    const before = store.getState().recipe;
    for (const p of [
      [800, 1000],
      [1000, 400],
    ] as Vec2[])
      expect(play(store, onSheet(p), at(onSheet([900, 700])), at(onSheet([900, 700]))).gesture.pans).toBe(true);
    expect(store.getState().recipe).toBe(before);
    store.getState().set({ marks: true });
    play(store, onSheet([1000, 400]), at(onSheet([1040, 440]), { shift: true }), at(onSheet([1040, 440])));
    // With Shift along one axis of the sheet only.
    expect(store.getState().recipe.faces[0]!.corners[0]![0] === 1000).not.toBe(
      store.getState().recipe.faces[0]!.corners[0]![1] === 400,
    );
  });

  test("turning, pulling and the frame need the corrected picture", () => {
    for (const [course, tool] of [
      ["lines", "turn"],
      ["lens", "pull"],
      ["frame", "frame"],
    ] as const) {
      const store = opened();
      store.getState().set({ course, tool, view: "as-shot" });
      const before = store.getState().recipe;
      const way = [at(onSheet([2020, 1515])), at(onSheet([2030, 1520]))];
      expect(play(store, onSheet([2000, 1500]), ...way).gesture.pans).toBe(true);
      expect(store.getState().recipe).toBe(before);
      store.getState().set({ view: "corrected" });
      expect(play(store, onSheet([2000, 1500]), ...way).gesture.pans).toBeUndefined();
      expect(store.getState().recipe).not.toBe(before);
      expect(store.getState().past).toHaveLength(1);
    }
  });

  test("a frame's corner is dragged and the frame is free from then on", () => {
    const store = opened();
    store.getState().set({ course: "frame" });
    play(store, onSheet([2100, 1600]), at(onSheet([2200, 1700])), at(onSheet([2200, 1700])));
    expect(store.getState().recipe.frame).toMatchObject({ rule: "free", rect: [100, 100, 2100, 1600] });
  });
});

describe("the tracing tool", () => {
  const press = (store: Bench, p: Vec2) => play(store, onSheet(p), at(onSheet(p), { far: false, moved: false }));

  test("places are clicked, taken back by Backspace and followed by Enter; a tool put down drops them", () => {
    const store = opened();
    store.getState().set({ course: "lens", tool: "taut" });
    const tool = toolInHand("lens", "taut");
    const key = (k: string) => tool.onKey!(k, { bench: store.getState() });
    expect(key("Enter")).toBeNull();
    for (const p of [
      [500, 500],
      [900, 520],
      [1300, 530],
    ] as Vec2[])
      press(store, p);
    expect(store.getState().places).toEqual([
      [500, 500],
      [900, 520],
      [1300, 530],
    ]);
    expect(tool.hint!(store.getState())).toContain("Enter follows");
    for (const one of key("Backspace")!) if (one.do === "set") store.getState().set(one.state);
    expect(store.getState().places).toHaveLength(2);
    // Two places are no path: the key is the tool's all the same.
    expect(key("Enter")).toEqual([]);
    press(store, [1300, 530]);
    expect(key("Enter")!.map((o) => o.do)).toEqual(["set", "then"]);
    store.getState().set({ tool: "move" });
    expect(store.getState().places).toEqual([]);
  });

  test("an edge traced before is selected by a click, but never dragged", () => {
    const store = opened();
    const points = [
      [500, 500],
      [900, 520],
      [1300, 530],
      [1700, 520],
      [2100, 500],
    ] as [number, number][];
    store.getState().edit({
      label: named("Trace"),
      apply: (r) => ({ ...r, lines: [{ id: "t", kind: "taut", points, on: true }] }),
    });
    store.getState().set({ course: "lens", tool: "taut" });
    press(store, [900, 520]);
    expect(store.getState().selected).toBe("t");
    expect(store.getState().places).toEqual([]);
    store.getState().set({ tool: "move" });
    expect(play(store, onSheet([900, 520]), at(onSheet([900, 900])), at(onSheet([900, 900]))).gesture.pans).toBe(true);
    expect(linesOf(store)[0]!.points).toEqual(points);
  });
});

test("a pull that is taken back leaves the lens as it was", () => {
  const store = opened();
  store.getState().edit(lensByHand(named("Bow"), () => ({ k: [-0.02, 0.004, 0] })));
  store.getState().set({ course: "lens", tool: "pull" });
  const { lens } = store.getState().recipe;
  play(store, onSheet([2600, 300]), at(onSheet([2620, 290])), at(onSheet([2640, 280])));
  expect(store.getState().recipe.lens.k[0]).not.toBe(-0.02);
  expect(store.getState().recipe.lens.k[1]).toBe(0.004);
  store.getState().undo();
  expect(store.getState().recipe.lens).toBe(lens);
});

test("every tool of every course has a key of its own and a sentence", () => {
  const tools = BENCH_COURSES.flatMap((c) => c.tools);
  expect(new Set(tools.map((t) => t.key)).size).toBe(tools.length);
  expect(new Set(tools.map((t) => t.name)).size).toBe(tools.length);
  for (const { words } of tools) expect(words.length).toBeGreaterThan(8);
});
