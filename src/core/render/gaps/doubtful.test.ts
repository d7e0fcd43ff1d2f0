import type { PlacedPlan } from "./edge-job";
import { doubtfulIn } from "./doubtful";

const [W, H] = [640, 400];

/** A plan that says of each pixel by how much it may be off. */
const placed = (levels: (x: number, y: number) => number): PlacedPlan => ({
  plan: {
    ...{ width: W, height: H, shifts: [], unfilled: 0, shown: null },
    labels: new Int16Array(W * H).fill(-1),
    light: new Float32Array(3 * W * H),
    doubt: Uint8Array.from({ length: W * H }, (_, i) => levels(i % W, Math.floor(i / W))),
  },
  view: { focal: [500, 500], centre: [320, 200] },
  at: [-100, 50, 6400, 4000],
});

test("places that hang together are one, the worst first, with where they lie and their share", () => {
  const { places, cell } = doubtfulIn(
    placed((x, y) => (x >= 600 && y >= 320 ? 60 : x < 40 && y < 80 ? 30 : x >= 600 ? 10 : 0)),
  )!;
  expect(cell).toEqual([80, 80]);
  expect(places.map(({ where }) => where)).toEqual([
    [2, 2],
    [0, 0],
  ]);
  expect(places[0]!.levels).toBe(60);
  expect(places[0]!.share).toBeCloseTo((40 * 80) / (W * H), 10);
  expect(places[1]!.share).toBeCloseTo((40 * 80) / (W * H), 10);
  // The worst cell's middle, on the plane.
  expect(places[0]!.at[0]).toBeGreaterThan(-100 + 6000);
  expect(places[0]!.at[1]).toBeGreaterThan(50 + 3200);
});

test("what is sure, and what is too small to look at, is no place; without a trial nothing is said", () => {
  expect(doubtfulIn(placed((x) => (x >= 600 ? 15 : 0)))!.places).toEqual([]);
  expect(doubtfulIn(placed((x, y) => (x >= 632 && y < 16 ? 90 : 0)))!.places).toEqual([]);
  const { plan, ...rest } = placed(() => 90);
  expect(doubtfulIn({ ...rest, plan: { ...plan, doubt: null } })).toBeNull();
});
