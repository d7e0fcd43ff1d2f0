import { put } from "@/language";
import type { Vec2 } from "../../geometry";
import { makeLens } from "../../lens";
import { type MadeUpCamera, madeUpCamera, madeUpPlumbs, madeUpSills, randomFrom } from "../../testing";
import { type LineInput, type LineMessage, explainLines, solveLines } from "..";

const none = makeLens([3000, 2000], null);
const made: MadeUpCamera = (() => {
  const random = randomFrom(8);
  return { ...madeUpCamera(random), k1: 0, attitude: { pitch: 11, yaw: 0, roll: -1.5 } };
})();
const plumbsOf = (count: number, seed = 5): LineInput[] =>
  madeUpPlumbs(made, randomFrom(seed), count).map((ends, i) => ({ id: `p${i + 1}`, kind: "plumb", ends }));
const sillsOf = (heading: number, count: number, name: string): LineInput[] =>
  madeUpSills(made, randomFrom(6), heading, count).map((ends, i) => ({ id: `${name}${i + 1}`, kind: "sill", ends }));

/** Everything that is said about lines; ids are their names. */
function said(
  inputs: readonly LineInput[],
  lens = none,
  camera = made.intrinsics,
  assumedFocal = false,
): LineMessage[] {
  const solution = solveLines(camera, lens, inputs, { freeFocal: assumedFocal });
  const solve = (others: readonly LineInput[]) => solveLines(camera, lens, others);
  return explainLines(solution, {
    size: made.size,
    camera,
    lens,
    inputs,
    names: new Map(inputs.map((l) => [l.id, l.id])),
    assumedFocal,
    solve,
  });
}
const line = (id: string, kind: LineInput["kind"], a: Vec2, b: Vec2): LineInput => ({ id, kind, ends: [a, b] });

describe("too little or nothing to go by is said in a sentence, and turns nothing", () => {
  const p = line("p", "plumb", [500, 100], [420, 1900]);
  const s = line("s", "sill", [500, 600], [2400, 500]);
  test.each<[string, LineMessage["code"], LineInput[]]>([
    ["no line", "none", []],
    ["a line of zero length", "none", [line("z", "plumb", [500, 500], [500, 500])]],
    ["one plumb", "one", [p]],
    ["one sill", "one", [s]],
    ["the same plumb twice", "undetermined", [p, { ...p, id: "q" }]],
    ["sills of one wall only", "missing", sillsOf(20, 4, "s")],
    ["one plumb and a sill", "missing", [p, s]],
    ["the same sill twice and a plumb", "missing", [p, s, { ...s, id: "t" }]],
  ])("%s", (_, code, inputs) => {
    const [first] = said(inputs);
    expect(first).toMatchObject({ code });
    expect(put(first!.text).length).toBeGreaterThan(20);
    expect(solveLines(made.intrinsics, none, inputs).attitude).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  });

  test.each<[string, LineInput[]]>([
    [
      "all lines through one point",
      [0, 40, 80, 120, 160].map((deg, i) => {
        const a = (deg * Math.PI) / 180;
        return line(
          `l${i}`,
          i < 3 ? "plumb" : "sill",
          [1500, 1000],
          [1500 + 700 * Math.cos(a), 1000 + 700 * Math.sin(a)],
        );
      }),
    ],
    [
      "plumbs that meet inside the picture",
      [line("a", "plumb", [1200, 1900], [1480, 900]), line("b", "plumb", [1900, 1900], [1520, 900])],
    ],
    [
      "plumbs drawn level and sills drawn nearly vertical",
      [
        line("a", "plumb", [200, 900], [2800, 950]),
        line("b", "plumb", [200, 1400], [2800, 1300]),
        line("c", "sill", [900, 200], [950, 1800]),
      ],
    ],
  ])("%s: a sentence, and no angle that is not a number", (_, inputs) => {
    expect(said(inputs).length).toBeGreaterThan(0);
    const { pitch, yaw, roll } = solveLines(made.intrinsics, none, inputs).attitude;
    for (const angle of [pitch, yaw, roll]) expect(Number.isFinite(angle)).toBe(true);
    expect(Math.abs(pitch)).toBeLessThanOrEqual(89);
  });
});

test("a line without a length is not counted among those that agree", () => {
  const plumbs = plumbsOf(3);
  const dot: LineInput = {
    id: "dot",
    kind: "plumb",
    ends: [
      [500, 500],
      [500, 500],
    ],
  };
  expect(
    said([...plumbs, dot])
      .map((m) => put(m.text))
      .join(),
  ).toContain("3 plumbs agree");
});

describe("the line that contradicts the others is named with its likely cause", () => {
  const moved = (l: LineInput, by: number): LineInput => ({
    ...l,
    ends: [l.ends[0], [l.ends[1][0] + by, l.ends[1][1]]],
  });

  test("a leaning plumb", () => {
    const plumbs = plumbsOf(7);
    plumbs[3] = moved(plumbs[3]!, 50);
    const [first] = said(
      plumbs,
      makeLens([3000, 2000], { k: [-1e-9, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 1 }),
    );
    expect(first).toMatchObject({ code: "contradicts", lines: ["p4"] });
    expect(put(first!.text)).toMatch(/^No\. p4 misses .* Is that edge truly vertical\?$/);
  });

  test("far out with the lens untouched, the lens is suspected where a lens can bow so much, and not where none does", () => {
    const bowed = makeLens([3000, 2000], { k: [-0.07, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 1 });
    const out = ({ ends }: LineInput): number => Math.max(...ends.map(([x, y]) => Math.hypot(x - 1500, y - 1000)));
    const plumbs = plumbsOf(7);
    const far = plumbs.reduce((best, l, i) => (out(l) > out(plumbs[best]!) ? i : best), 0);
    // As the lens bows it: its ends lie where a straight edge's would not.
    const [p, q] = plumbs[far]!.ends;
    const bent = { ...plumbs[far]!, ends: [bowed.distort(p), bowed.distort(q)] as const };
    const first = said(plumbs.with(far, bent))[0]!;
    expect(first).toMatchObject({ code: "contradicts", lines: [bent.id] });
    expect(put(first.text)).toContain("settle Lens first");
    expect(put(said(plumbs.with(far, moved(plumbs[far]!, 150)))[0]!.text)).toContain("Is that edge truly vertical?");
  });

  test("a sill drawn as a plumb", () => {
    const [odd, ...rest] = sillsOf(30, 4, "s");
    const first = said([...plumbsOf(4), ...rest, { ...odd!, kind: "plumb" }])[0]!;
    expect(first).toMatchObject({ code: "contradicts", lines: [odd!.id] });
    expect(put(first.text)).toContain("runs like a sill of the wall of s2, s3 and s4");
  });

  test("a sill put on another wall than its own", () => {
    const near = sillsOf(-35, 4, "a").map((l) => ({ ...l, wall: "left" }));
    const far = sillsOf(50, 4, "b").map((l) => ({ ...l, wall: "right" }));
    const wrong = { ...far[0]!, wall: "left" };
    const first = said([...plumbsOf(4), ...near, wrong, ...far.slice(1)])[0]!;
    expect(first).toMatchObject({ code: "contradicts", lines: ["b1"] });
    expect(put(first.text)).toContain("runs with the wall of b2, b3 and b4");
  });
});

test("short plumbs close to each other fix little, and it is said by how much", () => {
  const doubt = said([
    line("a", "plumb", [1400, 900], [1395, 1100]),
    line("b", "plumb", [1500, 900], [1498, 1100]),
  ])[0]!;
  expect(doubt.code).toBe("uncertain");
  expect(put(doubt.text)).toMatch(/^These two fix the (pitch|roll) to ±\d+\.\d° only/);
});

test("one wall is turned and named; in a view into a corner none is, and it says why", () => {
  const wall = said([...plumbsOf(3), ...sillsOf(18, 3, "a")]);
  expect(put(wall.find((m) => m.code === "face")!.text)).toMatch(/wall of a1, a2 and a3 is turned face-on, by 18\.0°/);
  const corner = [...plumbsOf(3), ...sillsOf(-42, 3, "a"), ...sillsOf(48, 3, "b")];
  expect(put(said(corner).find((m) => m.code === "face")!.text)).toContain("view into a corner");
  const solution = solveLines(made.intrinsics, none, corner);
  expect(solution.attitude.yaw).toBe(0);
  expect(solveLines(made.intrinsics, none, corner, { face: { line: "b2" } }).attitude.yaw).toBeCloseTo(48, 3);
  expect(
    solveLines(made.intrinsics, none, [...plumbsOf(3), ...sillsOf(18, 3, "a")], { face: "none" }).attitude.yaw,
  ).toBe(0);
});

test("an unknown focal length is taken from the lines, or it is said what depends on it", () => {
  const assumed = { ...made.intrinsics, focalPx: made.intrinsics.focalPx * 1.3 };
  const inputs = [...plumbsOf(4), ...sillsOf(-35, 3, "a"), ...sillsOf(50, 3, "b")];
  expect(solveLines(assumed, none, inputs, { freeFocal: true }).focal!.focalPx).toBeCloseTo(made.intrinsics.focalPx, 0);
  expect(put(said(inputs, none, assumed, true).find((m) => m.code === "focal")!.text)).toContain(
    "The lines tell the focal length",
  );
  expect(put(said(plumbsOf(4), none, assumed, true).find((m) => m.code === "focal")!.text)).toContain("assumed");
});

test("each line weighs as its own uncertainty allows", () => {
  const plumbs = plumbsOf(5);
  plumbs[4] = { ...plumbs[4]!, ends: [plumbs[4]!.ends[0], [plumbs[4]!.ends[1][0] + 12, plumbs[4]!.ends[1][1]]] };
  const off = (sigmaPx: number): number => {
    const { attitude } = solveLines(made.intrinsics, none, [...plumbs.slice(0, 4), { ...plumbs[4]!, sigmaPx }]);
    return Math.hypot(attitude.pitch - 11, attitude.roll + 1.5);
  };
  expect(off(8)).toBeLessThan(off(0.5) / 4);
});

test("lines wholly outside the picture are named; one that only reaches out is not", () => {
  const inside = plumbsOf(3);
  const reaching = line("r", "plumb", [-20, 900], [40, 1900]);
  expect(said([...inside, reaching]).some((m) => m.code === "outside")).toBe(false);
  const out = said([...inside, line("q", "plumb", [3100, 200], [3140, 1800])]).find((m) => m.code === "outside");
  expect(out!.lines).toEqual(["q"]);
  expect(put(out!.text)).toContain("Q lies outside the picture");
});
