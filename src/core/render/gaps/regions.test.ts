import { HIGH, LOW, SKY } from "../../edges";
import type { PlacedPlan } from "./edge-job";
import { regionsIn } from "./regions";

const [W, H] = [60, 48];

/** A plan whose gap is what lies left of a column. */
const placed = (gap: number, kind: (x: number, y: number) => number): PlacedPlan => ({
  plan: {
    ...{ width: W, height: H, shifts: [], unfilled: 0, doubt: null },
    labels: Int16Array.from({ length: W * H }, (_, i) => (i % W < gap ? 0 : -1)),
    light: new Float32Array(3 * W * H),
    shown: Uint8Array.from({ length: W * H }, (_, i) => kind(i % W, Math.floor(i / W))),
  },
  view: { focal: [50, 50], centre: [30, 24] },
  at: [-100, 50, 6000, 4800],
});

test("each cell of a gap tells what most of it shows; beside the gap there is nothing", () => {
  const regions = regionsIn(
    placed(18, (x, y) => (y < 12 ? SKY : y < 30 ? HIGH : x < 6 ? HIGH | LOW : x > 50 ? SKY | HIGH : LOW)),
  )!;
  expect([regions.columns, regions.rows, regions.cell]).toEqual([10, 8, [600, 600]]);
  const rows = Array.from({ length: 8 }, (_, row) => regions.kinds.slice(10 * row, 10 * row + 10));
  expect(rows).toEqual([
    ...Array<string>(2).fill("sss......."),
    ...Array<string>(3).fill("ttt......."),
    ...Array<string>(3).fill("ngg......."),
  ]);
});

test("what nobody asked is not told", () => {
  const { plan, ...rest } = placed(10, () => SKY);
  expect(regionsIn({ ...rest, plan: { ...plan, shown: null } })).toBeNull();
});
