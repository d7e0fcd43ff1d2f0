import type { BendSettings } from "@/core/shape/bend";
import { toolInHand } from "../..";
import { commandsFor } from "../../../commands/keys";
import type { CommandContext } from "../../../commands/command";
import { opened } from "../../../testing";
import { type Bench, at, handOf, onSheet, play } from "../../playing.testing";
import { BEND_COMMANDS } from "./bend-commands";
import { useBend } from "./bend-state";
import { bendMarkUnder } from "./hold-mark";
import { jointUnder, pulledBy } from "./hold-joint";

type Place = readonly [number, number];

const withTool = (tool: string): Bench => {
  const store = opened();
  store.getState().set({ course: "shape", tool, view: "corrected" });
  useBend.setState({ pulling: false, joint: null, mesh: false, lock: "free" });
  return store;
};
const bendOf = (store: Bench): BendSettings => store.getState().recipe.shape!;
const drag = (store: Bench, from: Place, ...way: readonly Place[]) =>
  play(store, onSheet(from), ...way.map((p) => at(onSheet(p))), at(onSheet(way.at(-1)!)));
const click = (store: Bench, place: Place) =>
  play(store, onSheet(place), at(onSheet(place), { far: false, moved: false }));
const press = (store: Bench, key: string): void => {
  const { course, tool } = store.getState();
  for (const one of toolInHand(course, tool).onKey?.(key, handOf(store)) ?? [])
    if (one.do === "set") store.getState().set(one.state);
};
/** Presses a key that means a command of the shape's marks. @returns whether one could be done. */
const command = (store: Bench, key: string, shiftKey = false): boolean => {
  const context = { get: store.getState } as CommandContext;
  const pressed = { key, ctrlKey: false, metaKey: false, shiftKey, altKey: false } as KeyboardEvent;
  const found = commandsFor(BEND_COMMANDS, pressed).find((c) => c.can?.(context) ?? true);
  found?.run(context, pressed);
  return found !== undefined;
};

/** Two faces edge to edge, corner by corner. */
function twoFaces(): Bench {
  const store = withTool("joined-face");
  for (const p of [
    [600, 600],
    [1200, 640],
    [1200, 1400],
    [600, 1440],
  ] as const)
    click(store, p);
  // Clicked in any order; two of them are joints already.
  for (const p of [
    [1900, 1500],
    [1203, 642],
    [1198, 1398],
    [1900, 560],
  ] as const)
    click(store, p);
  return store;
}

describe("joined faces", () => {
  test("corner by corner, a second face takes the joints that are there, and nothing moves", () => {
    const store = twoFaces();
    const { joints, faces } = bendOf(store);
    expect(joints).toHaveLength(6);
    expect(faces.map((f) => f.form)).toEqual(["free", "free"]);
    expect(faces[1]!.joints[0]).toBe(faces[0]!.joints[1]);
    expect(faces[1]!.joints[3]).toBe(faces[0]!.joints[2]);
    expect(joints.find((j) => j.id === faces[1]!.joints[1])!.at).toEqual([1900, 560]);
    expect(store.getState().places).toEqual([]);
    expect(joints.every((j) => pulledBy(store.getState().recipe, store.getState().size, j).every((v) => v === 0))).toBe(
      true,
    );
    store.getState().undo();
    expect(bendOf(store).joints).toHaveLength(4);
  });

  test("a drag makes one from corner to corner; a small one none; keys take corners back and drop them", () => {
    const store = withTool("joined-face");
    drag(store, [800, 800], [1000, 1000], [1600, 1200]);
    expect(bendOf(store).joints.map((j) => j.at)).toEqual([
      [800, 800],
      [1600, 800],
      [1600, 1200],
      [800, 1200],
    ]);
    drag(store, [2000, 300], [2040, 330]);
    expect(bendOf(store).faces).toHaveLength(1);
    click(store, [2000, 500]);
    click(store, [2300, 500]);
    press(store, "Backspace");
    expect(store.getState().places).toEqual([[2000, 500]]);
    press(store, "Escape");
    expect(store.getState().places).toEqual([]);
  });

  test("the same joint twice makes no face", () => {
    const store = twoFaces();
    for (const p of [
      [600, 600],
      [602, 602],
      [1900, 560],
      [1900, 1500],
    ] as const)
      click(store, p);
    expect(bendOf(store).faces).toHaveLength(2);
  });

  test("a joint is put where it belongs; with pulling on it is pulled, by hand and by the arrows, until it is let go", () => {
    const store = twoFaces();
    drag(store, [600, 600], [580, 590]);
    expect(bendOf(store).joints[0]).toMatchObject({ at: [580, 590] });
    expect(bendOf(store).joints[0]).not.toHaveProperty("by");
    expect(command(store, "ArrowRight")).toBe(true);
    expect(bendOf(store).joints[0]!.at).toEqual([581, 590]);
    command(store, "`");
    expect(useBend.getState().pulling).toBe(true);
    drag(store, [581, 590], [601, 570]);
    expect(bendOf(store).joints[0]).toMatchObject({ at: [581, 590], by: [20, -20] });
    command(store, "ArrowDown", true);
    expect(bendOf(store).joints[0]!.by).toEqual([20, -10]);
    command(store, "e", true);
    expect(useBend.getState().joint).toBe(bendOf(store).faces[0]!.joints[1]);
  });
});

describe("taut lines and shields", () => {
  test("a stroke is followed afterwards; with Alt it is straight as it is drawn, to the lock last chosen", async () => {
    const store = withTool("taut-line");
    useBend.setState({ lock: "vertical" });
    const from = onSheet([500, 300]);
    const to = at(onSheet([520, 1500]), { alt: true });
    const { later } = play(store, from, to, to);
    expect(later).toHaveLength(1);
    for (const one of later) if (one.do === "then") await one.work(store.getState, {} as never);
    expect(bendOf(store).taut).toMatchObject([
      {
        points: [
          [500, 300],
          [520, 1500],
        ],
        lock: "vertical",
        amount: 1,
      },
    ]);
    const { id } = bendOf(store).taut[0]!;
    expect(store.getState().selected).toBe(id);
    // By its end it is moved, by its body selected.
    drag(store, [520, 1500], [540, 1500]);
    expect(bendOf(store).taut[0]!.points[1]).toEqual([540, 1500]);
    store.getState().set({ selected: null });
    expect(bendMarkUnder({ screen: onSheet([520, 900]) }, handOf(store))).toBe(id);
    click(store, [520, 900]);
    expect(store.getState().selected).toBe(id);
    expect(command(store, "x", true)).toBe(true);
    expect(bendOf(store).taut[0]!.on).toBe(false);
    expect(command(store, "Delete")).toBe(true);
    expect(store.getState().recipe.shape).toBeUndefined();
    expect(command(store, "Delete")).toBe(false);
  });

  test("an outline keeps its form, a stroke its place", () => {
    const store = withTool("shield");
    drag(store, [800, 800], [1000, 780], [1050, 1000], [820, 1020]);
    drag(store, [1500, 500], [1500, 1200]);
    expect(bendOf(store).shields.map((s) => s.keeps)).toEqual(["form", "place"]);
    expect(bendOf(store).shields[1]!.points).toHaveLength(2);
    expect(jointUnder(onSheet([800, 800]), handOf(store))).toBeNull();
  });
});
