import { named } from "@/core/language";
import {
  type Edit,
  type FoundLines,
  TAKEN_AT_ONCE,
  addLine,
  bestOf,
  changeKind,
  countsIn,
  frameRatio,
  leaveFound,
  lensByHand,
  levelBy,
  moveBy,
  moveEnd,
  openIn,
  resetAngle,
  setAngles,
  switchFound,
  takeFound,
  turnTo,
} from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import type { Line } from "@/core/recipe";
import { madeUpPlumbs, madeUpSills, randomFrom } from "@/core/testing";
import { type OpenedBench, SIZE, opened } from "../../testing";

const made = {
  size: SIZE,
  intrinsics: { focalPx: 2200, principal: [1500, 1000] as const },
  attitude: { pitch: 12, yaw: 0, roll: -1 },
  k1: 0,
};

const attitudeOf = (store: OpenedBench) => store.getState().recipe.attitude;
let drawn = 0;
/** Draws a line; its id. */
function draw(store: OpenedBench, kind: "plumb" | "sill", ends: readonly [Vec2, Vec2], reach?: number): string {
  const id = `l${++drawn}`;
  store.getState().edit(addLine(id, kind, ends, reach));
  return id;
}
const stated = (i: number, what: Partial<Line>): Edit => ({
  label: named("State"),
  apply: (r) => ({ ...r, lines: r.lines.with(i, { ...r.lines[i]!, ...what }) }),
});
function withPlumbs(): OpenedBench {
  const store = opened();
  for (const ends of madeUpPlumbs(made, randomFrom(5), 3)) draw(store, "plumb", ends);
  return store;
}

describe("lines", () => {
  test("drawn plumbs solve the attitude; a line that is moved counts as placed by hand again", () => {
    const store = withPlumbs();
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 4);
    store.getState().edit(stated(0, { sigma: 0.1 }));
    store.getState().edit(moveEnd(store.getState().recipe.lines[0]!.id, 0, [500, 500]), "g");
    expect(store.getState().recipe.lines[0]!.sigma).toBeUndefined();
    store.getState().edit(stated(1, { sigma: 0.1 }));
    store.getState().edit(moveBy(store.getState().recipe.lines[1]!.id, null, [1, 0]), "h");
    expect(store.getState().recipe.lines[1]!.sigma).toBeUndefined();
  });

  test("drawn or moved on a small picture a line counts as coarsely as the hand could aim there", () => {
    const store = withPlumbs();
    // A stroke that begins twelve pixels beside the edge, on a picture shown at a sixth of its size.
    const [a, b] = madeUpPlumbs(made, randomFrom(9), 1)[0]!;
    const askew: [Vec2, Vec2] = [[a[0] + 12, a[1]], b];
    const off = (): number => Math.abs(attitudeOf(store).pitch - 12) + Math.abs(attitudeOf(store).roll + 1);
    draw(store, "plumb", askew, 6);
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeGreaterThan(3);
    const coarse = off();
    store.getState().undo();
    const id = draw(store, "plumb", askew);
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeUndefined();
    expect(coarse).toBeLessThan(0.2 * off());
    store.getState().edit(moveEnd(id, 0, askew[0], 6), "g");
    expect(off()).toBeCloseTo(coarse, 9);
    store.getState().edit(moveBy(id, null, [0, 0]), "h");
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeUndefined();
    store.getState().edit(moveBy(id, null, [0, 0], 6), "i");
    expect(off()).toBeCloseTo(coarse, 9);
  });

  test("a plumb becomes a sill and back, its wall forgotten", () => {
    const store = withPlumbs();
    const { id } = store.getState().recipe.lines[0]!;
    store.getState().edit(changeKind(id));
    expect(store.getState().recipe.lines[0]!.kind).toBe("sill");
    store.getState().edit(stated(0, { wall: "front" }));
    store.getState().edit(changeKind(id));
    expect(store.getState().recipe.lines[0]).toMatchObject({ kind: "plumb" });
    expect(store.getState().recipe.lines[0]!.wall).toBeUndefined();
  });

  test("cling corrects the step that drew the line, so one step back takes both away", () => {
    const store = withPlumbs();
    const before = store.getState().recipe;
    const id = draw(store, "sill", [
      [300, 900],
      [2500, 950],
    ]);
    const drawn = store.getState().recipe.lines.find((l) => l.id === id)!;
    store.getState().amendLine(drawn, (line) => ({ ...line, sigma: 0.2 }));
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBe(0.2);
    store.getState().undo();
    expect(store.getState().recipe).toEqual(before);
  });
});

describe("angles by hand", () => {
  test("without lines they are simply those; the first lines take over", () => {
    const store = opened();
    store.getState().edit(setAngles(named("Pitch"), SIZE, { pitch: 5 }));
    expect(attitudeOf(store)).toMatchObject({ from: "by-hand", pitch: 5 });
    for (const ends of madeUpPlumbs(made, randomFrom(5), 2)) draw(store, "plumb", ends);
    expect(attitudeOf(store).from).toBe("lines");
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 4);
  });

  test("with lines they are a trim that stays while lines change, and resets alone", () => {
    const store = withPlumbs();
    store.getState().edit(setAngles(named("Pitch"), SIZE, { pitch: 13.5 }));
    store.getState().edit(setAngles(named("Roll"), SIZE, { roll: 0 }));
    expect(attitudeOf(store).trim.pitch).toBeCloseTo(1.5, 4);
    for (const ends of madeUpPlumbs(made, randomFrom(8), 2)) draw(store, "plumb", ends);
    expect(attitudeOf(store).pitch).toBeCloseTo(13.5, 3);
    store.getState().edit(resetAngle("pitch", SIZE));
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 3);
    expect(attitudeOf(store).roll).toBeCloseTo(0, 3);
  });

  test("a stroke levels: drawn along a line that leans by two degrees it rolls the camera by as much", () => {
    const store = opened();
    const a: Vec2 = [500, 1000];
    const b: Vec2 = [2500, 1000 + 2000 * Math.tan((2 * Math.PI) / 180)];
    store.getState().edit(levelBy([b, a], SIZE));
    expect(attitudeOf(store).roll).toBeCloseTo(-2, 6);
    store.getState().undo();
    store.getState().edit(levelBy([a, b], SIZE));
    expect(attitudeOf(store).roll).toBeCloseTo(-2, 6);
  });

  test("pulled, the picture follows the pointer; about the axis it rolls", () => {
    const store = opened();
    const start = { pitch: 0, yaw: 0, roll: 0 };
    store.getState().edit(turnTo({ from: [1500, 1000], start, roll: false }, [1500 + 2200, 1000], SIZE), "k");
    expect(attitudeOf(store).yaw).toBeCloseTo(45, 6);
    store.getState().edit(turnTo({ from: [1500, 1000], start, roll: false }, [1500, 1000 - 2200], SIZE), "k");
    expect(attitudeOf(store).pitch).toBeCloseTo(45, 6);
    store.getState().edit(turnTo({ from: [2500, 1000], start, roll: true }, [1500, 2000], SIZE), "l");
    expect(attitudeOf(store).roll).toBeCloseTo(90, 6);
  });
});

describe("found lines", () => {
  const plumbs = madeUpPlumbs(made, randomFrom(3), 30);
  const sills = madeUpSills(made, randomFrom(4), 12, 6);
  const group = (id: string, kind: "plumb" | "sill", members: number[]) =>
    ({
      id,
      kind,
      vanishing: null,
      heading: kind === "sill" ? 12 : null,
      count: members.length,
      spreadDeg: 0,
      members,
    }) as const;
  const found: FoundLines = {
    segments: [...plumbs, ...sills].map((points) => ({ points, sigmaPx: 0.05 })),
    groups: [
      group(
        "plumb",
        "plumb",
        plumbs.map((_, i) => i),
      ),
      group(
        "wall-1",
        "sill",
        sills.map((_, i) => plumbs.length + i),
      ),
    ],
    told: true,
  };
  const [standing, wall] = found.groups as [FoundLines["groups"][number], FoundLines["groups"][number]];

  test("taken they are ordinary lines and solve; left they are proposals again; every step can be taken back", () => {
    const store = opened();
    const lines = () => store.getState().recipe.lines;
    const best = bestOf(found, openIn(found, standing, lines()), 3000);
    expect(best).toHaveLength(TAKEN_AT_ONCE);
    store.getState().edit(takeFound(found, standing, best));
    store.getState().edit(takeFound(found, wall, openIn(found, wall, lines())));
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 2);
    expect(attitudeOf(store).yaw).toBeCloseTo(12, 2);
    expect(openIn(found, standing, lines())).toHaveLength(30 - TAKEN_AT_ONCE);
    // Taken once more, nothing is there twice.
    store.getState().edit(takeFound(found, wall, wall.members));
    expect(lines()).toHaveLength(TAKEN_AT_ONCE + 6);
    store.getState().edit(switchFound(found, wall, false));
    expect(countsIn(found, wall, lines())).toBe("none");
    expect(attitudeOf(store).yaw).toBe(0);
    store.getState().undo();
    expect(countsIn(found, wall, lines())).toBe("all");
    store.getState().edit(leaveFound(found, wall));
    expect(countsIn(found, wall, lines())).toBeNull();
    expect(lines()).toHaveLength(TAKEN_AT_ONCE);
  });

  test("of many lines in one place only one comes before those of other places", () => {
    const crowd: FoundLines["segments"] = [
      ...Array.from({ length: 10 }, (_, i) => ({
        points: [
          [100 + i, 100],
          [100 + i, 900],
        ] as const,
        sigmaPx: 0.1,
      })),
      {
        points: [
          [2500, 100],
          [2500, 500],
        ],
        sigmaPx: 0.1,
      },
    ];
    const best = bestOf(
      { ...found, segments: crowd },
      crowd.map((_, i) => i),
      3000,
    );
    expect(best.slice(0, 2)).toEqual([0, 10]);
  });

  test("what was found is let go when the lens changes", () => {
    const store = opened();
    store.getState().set({ found });
    store.getState().edit(frameRatio(1.5));
    expect(store.getState().found).toBe(found);
    store.getState().edit(lensByHand(named("Bow"), () => ({ k: [-0.02, 0, 0] })));
    expect(store.getState().found).toBeNull();
  });
});
