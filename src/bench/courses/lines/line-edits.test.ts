import type { FoundLines } from "@/client/compute/found-lines";
import type { Vec2 } from "@/core/geometry";
import { madeUpPlumbs, madeUpSills, randomFrom } from "@/core/testing";
import { levelBy, resetAngle, setAngles, turnedTo } from "./attitude-edits";
import { TAKEN_AT_ONCE, bestOf, countsIn, leaveFound, openIn, switchFound, takeFound } from "./found-edits";
import { addLine, changeKind, moveBy, moveEnd } from "./line-edits";
import { type OpenedBench, SIZE, opened } from "../../testing";

const made = {
  size: SIZE,
  intrinsics: { focalPx: 2200, principal: [1500, 1000] as const },
  attitude: { pitch: 12, yaw: 0, roll: -1 },
  k1: 0,
};

const attitudeOf = (store: OpenedBench) => store.getState().recipe.attitude;
function withPlumbs(): OpenedBench {
  const store = opened();
  for (const ends of madeUpPlumbs(made, randomFrom(5), 3)) addLine(store.getState(), "plumb", ends);
  return store;
}

describe("lines", () => {
  test("drawn plumbs solve the attitude; a line that is moved counts as placed by hand again", () => {
    const store = withPlumbs();
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 4);
    store.getState().edit("cling", (r) => void (r.lines[0]!.sigma = 0.1));
    moveEnd(store.getState(), store.getState().recipe.lines[0]!.id, 0, [500, 500], "g");
    expect(store.getState().recipe.lines[0]!.sigma).toBeUndefined();
    store.getState().edit("cling", (r) => void (r.lines[1]!.sigma = 0.1));
    moveBy(store.getState(), store.getState().recipe.lines[1]!.id, null, [1, 0], "h");
    expect(store.getState().recipe.lines[1]!.sigma).toBeUndefined();
  });

  test("drawn or moved on a small picture a line counts as coarsely as the hand could aim there", () => {
    const store = withPlumbs();
    // A stroke that begins twelve pixels beside the edge, on a picture shown at a sixth of its size.
    const [a, b] = madeUpPlumbs(made, randomFrom(9), 1)[0]!;
    const askew: [Vec2, Vec2] = [[a[0] + 12, a[1]], b];
    const off = (): number => Math.abs(attitudeOf(store).pitch - 12) + Math.abs(attitudeOf(store).roll + 1);
    addLine(store.getState(), "plumb", askew, 6);
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeGreaterThan(3);
    const coarse = off();
    store.getState().undo();
    const id = addLine(store.getState(), "plumb", askew);
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeUndefined();
    expect(coarse).toBeLessThan(0.2 * off());
    moveEnd(store.getState(), id, 0, askew[0], "g", 6);
    expect(off()).toBeCloseTo(coarse, 9);
    moveBy(store.getState(), id, null, [0, 0], "h");
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBeUndefined();
    moveBy(store.getState(), id, null, [0, 0], "i", 6);
    expect(off()).toBeCloseTo(coarse, 9);
  });

  test("a plumb becomes a sill and back, its wall forgotten", () => {
    const store = withPlumbs();
    const { id } = store.getState().recipe.lines[0]!;
    changeKind(store.getState(), id);
    expect(store.getState().recipe.lines[0]!.kind).toBe("sill");
    store.getState().edit("wall", (r) => void (r.lines[0]!.wall = "front"));
    changeKind(store.getState(), id);
    expect(store.getState().recipe.lines[0]).toMatchObject({ kind: "plumb" });
    expect(store.getState().recipe.lines[0]!.wall).toBeUndefined();
  });

  test("cling corrects the step that drew the line, so one step back takes both away", () => {
    const store = withPlumbs();
    const before = store.getState().recipe;
    const id = addLine(store.getState(), "sill", [
      [300, 900],
      [2500, 950],
    ]);
    const drawn = store.getState().recipe.lines.find((l) => l.id === id)!;
    store.getState().amendLine(drawn, (line) => void (line.sigma = 0.2));
    expect(store.getState().recipe.lines.at(-1)!.sigma).toBe(0.2);
    store.getState().undo();
    expect(store.getState().recipe).toEqual(before);
  });
});

describe("angles by hand", () => {
  test("without lines they are simply those; the first lines take over", () => {
    const store = opened();
    setAngles(store.getState(), "Pitch", { pitch: 5 });
    expect(attitudeOf(store)).toMatchObject({ from: "by-hand", pitch: 5 });
    for (const ends of madeUpPlumbs(made, randomFrom(5), 2)) addLine(store.getState(), "plumb", ends);
    expect(attitudeOf(store).from).toBe("lines");
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 4);
  });

  test("with lines they are a trim that stays while lines change, and resets alone", () => {
    const store = withPlumbs();
    setAngles(store.getState(), "Pitch", { pitch: 13.5 });
    setAngles(store.getState(), "Roll", { roll: 0 });
    expect(attitudeOf(store).trim.pitch).toBeCloseTo(1.5, 4);
    for (const ends of madeUpPlumbs(made, randomFrom(8), 2)) addLine(store.getState(), "plumb", ends);
    expect(attitudeOf(store).pitch).toBeCloseTo(13.5, 3);
    resetAngle(store.getState(), "pitch");
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 3);
    expect(attitudeOf(store).roll).toBeCloseTo(0, 3);
  });

  test("a stroke levels: drawn along a line that leans by two degrees it rolls the camera by as much", () => {
    const store = opened();
    const a: Vec2 = [500, 1000];
    const b: Vec2 = [2500, 1000 + 2000 * Math.tan((2 * Math.PI) / 180)];
    levelBy(store.getState(), [b, a]);
    expect(attitudeOf(store).roll).toBeCloseTo(-2, 6);
    store.getState().undo();
    levelBy(store.getState(), [a, b]);
    expect(attitudeOf(store).roll).toBeCloseTo(-2, 6);
  });

  test("pulled, the picture follows the pointer; about the axis it rolls", () => {
    const store = opened();
    const start = { pitch: 0, yaw: 0, roll: 0 };
    turnedTo(store.getState(), { from: [1500, 1000], start, key: "k", roll: false }, [1500 + 2200, 1000]);
    expect(attitudeOf(store).yaw).toBeCloseTo(45, 6);
    turnedTo(store.getState(), { from: [1500, 1000], start, key: "k", roll: false }, [1500, 1000 - 2200]);
    expect(attitudeOf(store).pitch).toBeCloseTo(45, 6);
    turnedTo(store.getState(), { from: [2500, 1000], start, key: "l", roll: true }, [1500, 2000]);
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
    takeFound(store.getState(), found, standing, best);
    takeFound(store.getState(), found, wall, openIn(found, wall, lines()));
    expect(attitudeOf(store).pitch).toBeCloseTo(12, 2);
    expect(attitudeOf(store).yaw).toBeCloseTo(12, 2);
    expect(openIn(found, standing, lines())).toHaveLength(30 - TAKEN_AT_ONCE);
    // Taken once more, nothing is there twice.
    takeFound(store.getState(), found, wall, wall.members);
    expect(lines()).toHaveLength(TAKEN_AT_ONCE + 6);
    switchFound(store.getState(), found, wall, false);
    expect(countsIn(found, wall, lines())).toBe("none");
    expect(attitudeOf(store).yaw).toBe(0);
    store.getState().undo();
    expect(countsIn(found, wall, lines())).toBe("all");
    leaveFound(store.getState(), found, wall);
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
    store.getState().edit("frame", (r) => void (r.frame.ratio = 1.5));
    expect(store.getState().found).toBe(found);
    store.getState().edit("bow", (r) => void (r.lens.k[0] = -0.02));
    expect(store.getState().found).toBeNull();
  });
});
