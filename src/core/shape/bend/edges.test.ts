import fc from "fast-check";
import { put } from "@/language";
import { distance2 } from "../../geometry";
import { type BendSettings, NO_BEND, bendMarks, bowOf, bowedEdges, explainBend } from ".";
import { type Curve, SIZE, along, areasOver, curve, fiveCrossing, solved, straightness } from "./bend.testing";

const UNIT = Math.hypot(...SIZE);
const bowed: Curve = { from: [300, 600], to: [2700, 600], arc: 50, wave: 0 };
const taut = (points: [number, number][], lock: "free" | "horizontal" | "vertical" = "horizontal", amount = 1) => ({
  id: "t",
  points,
  lock,
  amount,
  on: true,
});
type Edge = NonNullable<BendSettings["edges"]>[number];
/** A roof's ridge over the line, a sill beneath it, a post far off. */
const EDGES: Edge[] = [
  [600, 420, 2300, 430],
  [700, 820, 2200, 815],
  [2850, 900, 2860, 1900],
];

test("straight edges that no mark touches stay straight beside a line that is straightened, which is as straight as without them", () => {
  const marks = { taut: [taut(along(25, curve(bowed)))] };
  const [without, beside] = [solved({ ...marks, edges: undefined }), solved({ ...marks, edges: EDGES })];
  const bows = (model: typeof without) => beside.edges.map((e) => bowOf(e, (p) => model.warp.forward(p)) / e.length);
  expect(Math.max(...bows(without))).toBeGreaterThan(0.005);
  expect(Math.max(...bows(beside))).toBeLessThan(0.001);
  expect(straightness(beside, bowed).bow).toBeLessThan(0.1);
  const { least, most } = areasOver(beside, [100, 75]);
  expect(least).toBeGreaterThan(0.45);
  expect(most).toBeLessThan(2.2);
  expect(bowedEdges(beside, UNIT)).toEqual([]);
  expect(bowedEdges(without, UNIT)).toEqual([]);
});

test("edges that bow all the same are told, the worst first, with the taut line that is nearest", () => {
  // Between five lines that cross there is no room for sixty straight edges.
  const lines = fiveCrossing(51);
  const edges = Array.from({ length: 60 }, (_, n): Edge => {
    const [x, y] = [150 + 450 * (n % 6), 120 + 195 * Math.floor(n / 6)];
    return n % 2 ? [x, y, x + 420, y + 20] : [x, y, x + 15, y + 300];
  });
  const model = solved({
    taut: lines.map((l, i) => ({ ...taut(along(25, curve(l.curve)), l.lock), id: `t${i}` })),
    edges,
  });
  const bowed = bowedEdges(model, UNIT);
  expect(bowed.length).toBeGreaterThan(0);
  expect(bowed.map((e) => e.bowPx)).toEqual(bowed.map((e) => e.bowPx).sort((a, b) => b - a));
  for (const { number, bowPx, at, nearest } of bowed) {
    const edge = model.edges.find((e) => e.number === number)!;
    expect(bowPx).toBeGreaterThan(1);
    expect(bowPx).toBe(bowOf(edge, (p) => model.warp.forward(p)));
    const far = (k: number) => Math.min(...model.tauts[k]!.places.map((p) => distance2(model.warp.forward(p), at)));
    const all = lines.map((_, k) => far(k));
    // Before the warp or after it: about the same one is nearest.
    expect(all[Number(nearest!.slice(1))]! - Math.min(...all)).toBeLessThan(60);
  }
});

test("an edge that a taut line runs along is that line's", () => {
  const model = solved({ taut: [taut(along(25, curve(bowed)))], edges: [[1200, 648, 1800, 648], EDGES[0]!] });
  expect(model.edges.map((e) => e.number)).toEqual([1]);
});

test("edges anywhere never keep a line from becoming straight, nor fold the picture", () => {
  const at = (most: number) => fc.double({ min: 0, max: most, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(at(SIZE[0]), at(SIZE[1]), at(SIZE[0]), at(SIZE[1])), { minLength: 1, maxLength: 40 }),
      (edges) => {
        const model = solved({ taut: [taut(along(25, curve(bowed)))], edges });
        expect(model.share).toBe(1);
        expect(straightness(model, bowed).bow).toBeLessThan(0.15);
        expect(areasOver(model, [60, 40]).least).toBeGreaterThan(0.05);
      },
    ),
    { numRuns: 12 },
  );
});

const told = (points: [number, number][], amount = 1): string => {
  const shape = { ...NO_BEND, taut: [taut(points, "free", amount)] };
  const model = solved(shape);
  return explainBend(shape, model, bendMarks(shape, model), () => null)
    .map((m) => put(m.text))
    .join();
};

test("a taut line along what is not straight is asked about: an arch, a path; not what a lens bends", () => {
  const lens: Curve = { from: [300, 600], to: [2700, 600], arc: 80, wave: 15 };
  const path = (t: number): [number, number] => [400 + 2000 * t, 1000 + 30 * Math.sin(14 * t)];
  const arch = (t: number): [number, number] => [1200 + 500 * t, 1000 - 700 * t * (1 - t)];
  expect(told(along(25, curve(lens)))).toBe("");
  expect(told(along(40, path))).toMatch(
    /^Taut line T1 leaves a straight line by 1\.\d % of its length\. Is it straight/,
  );
  expect(told(along(25, arch))).toContain("Is it straight in reality?");
  expect(told(along(25, arch), 0)).toBe("");
});
