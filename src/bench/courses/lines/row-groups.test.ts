import type { Line } from "@/core/recipe";
import type { LineRow } from "../../derived";
import { groupsOf } from "./row-groups";

let count = 0;
function row(kind: Line["kind"], wall: string | null, after: number | null, on = true): LineRow {
  const id = `l${++count}`;
  const line: Line = {
    id,
    kind,
    on,
    points: [
      [0, 0],
      [0, 100],
    ],
  };
  return { line, name: id, lengthPx: 100, before: 3, after, meant: wall !== "w2", pull: 0, residualPx: 0, wall };
}

test("a short schedule is one group without a name", () => {
  const rows = [row("plumb", null, 0.1), row("sill", null, 0.2)];
  expect(groupsOf(rows)).toMatchObject([{ title: "", rows, on: 2, worst: 0.2 }]);
});

test("a long one is folded by what its lines are: plumbs, then the sills of each wall, with the worst that counts", () => {
  const plumbs = [0.1, 0.4, 0.2, 0.3, null].map((after) => row("plumb", null, after));
  const off = row("plumb", null, 9, false);
  const second = [row("sill", "w2", 0.6), row("sill", "w2", 0.5)];
  const first = [row("sill", "w1", null)];
  const groups = groupsOf([...second, ...plumbs, off, ...first]);
  expect(groups.map((g) => g.title)).toEqual(["6 plumbs", "1 sill, wall 1", "2 sills, wall 2"]);
  expect(groups.map((g) => g.on)).toEqual([5, 1, 2]);
  // The second wall is not turned face-on, so its sills need not be level.
  expect(groups.map((g) => g.worst)).toEqual([0.4, null, null]);
  expect(groups.flatMap((g) => g.rows)).toHaveLength(9);
});

test("no group is empty", () => {
  const rows = Array.from({ length: 12 }, () => row("sill", null, 0.1));
  expect(groupsOf(rows).map((g) => g.title)).toEqual(["12 sills"]);
});
