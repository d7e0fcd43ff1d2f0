import { put } from "@/language";
import type { Vec2 } from "../geometry";
import { makeLens } from "../lens";
import { between, normalFrom, randomFrom, seenBy } from "../testing";
import type { LineInput } from "./line-model";
import { explainLines } from "./told/explain";
import { solveLines } from "./solve-lines";

const lens = makeLens([6000, 4000], null);
const line = (id: string, kind: "plumb" | "sill", a: Vec2, b: Vec2): LineInput => ({ id, kind, ends: [a, b] });

test("two plumbs close together and sills of two walls mixed: the walls are not stuck together", () => {
  const camera = { focalPx: 8126.9, principal: [3000, 2000] as const };
  const { attitude, walls } = solveLines(camera, lens, [
    line("p1", "plumb", [2305.1, 961.7], [2310.6, 2562.4]),
    line("p2", "plumb", [2321.6, 102.6], [2327.4, 2065.3]),
    line("a", "sill", [563.9, 1278.6], [2952.6, 1938.5]),
    line("b", "sill", [3666.2, 1577.8], [4455.7, 1731.2]),
    line("c", "sill", [4088.4, 1145.6], [5879, 1048.4]),
    line("d", "sill", [3508.1, 1164.4], [5429.8, 1062]),
  ]);
  expect(Math.abs(attitude.pitch - -11.53)).toBeLessThan(0.3);
  expect(walls.map((w) => w.lines.join("")).sort()).toEqual(["ab", "cd"]);
});

/** Two plumbs less than 700 px apart and three sills on each of two walls, mixed over the picture; ends ± 0.5 px. */
function hardSet(seed: number) {
  const random = randomFrom(seed);
  const normal = normalFrom(random);
  const camera = { focalPx: between(random, 0.6, 1.4) * 6000, principal: [3000, 2000] as const };
  const attitude = { pitch: between(random, -15, 20), yaw: 0, roll: between(random, -3, 3) };
  const first = between(random, 15, 45);
  const lines: LineInput[] = [];
  const noisy = ([x, y]: Vec2): Vec2 => [x + 0.5 * normal(), y + 0.5 * normal()];
  const inside = (p: Vec2 | null): p is Vec2 => !!p && p[0] > 20 && p[1] > 20 && p[0] < 5980 && p[1] < 3980;
  const at = between(random, -0.25, 0.25);
  for (let n = 0, tries = 0; n < 2 && tries < 5000; tries++) {
    const x = at + between(random, 0, 0.07);
    const middle = -Math.tan((attitude.pitch * Math.PI) / 180);
    const ends = [between(random, -0.3, -0.1), between(random, 0.1, 0.3)].map((y) =>
      seenBy(camera, attitude, [x, middle + y, 1]),
    );
    if (!ends.every(inside)) continue;
    lines.push(line(`p${n++}`, "plumb", noisy(ends[0]!), noisy(ends[1]!)));
  }
  for (const [w, heading] of [first, first - 90].entries())
    for (let n = 0, tries = 0; n < 3 && tries < 20_000; tries++) {
      const [c, s] = [Math.cos((heading * Math.PI) / 180), Math.sin((heading * Math.PI) / 180)];
      const depth = between(random, 3, 8);
      const from = [between(random, -0.45, 0.45) * depth, between(random, -0.5, 0.35) * depth, depth] as const;
      const ends = [between(random, -2, -0.4), between(random, 0.4, 2)].map((t) =>
        seenBy(camera, attitude, [from[0] + t * c, from[1], from[2] + t * s]),
      );
      if (!ends.every(inside) || Math.hypot(ends[0]![0] - ends[1]![0], ends[0]![1] - ends[1]![1]) < 600) continue;
      lines.push(line(`w${w}${n++}`, "sill", noisy(ends[0]!), noisy(ends[1]!)));
    }
  return lines.length === 8 ? { camera, attitude, lines } : null;
}

test("of many such sets hardly one is answered wrong", () => {
  let [runs, wrong] = [0, 0];
  for (let seed = 1; runs < 150; seed++) {
    const set = hardSet(seed);
    if (!set) continue;
    runs++;
    const { attitude, sigma, status } = solveLines(set.camera, lens, set.lines);
    const off = Math.abs(attitude.pitch - set.attitude.pitch);
    if (status !== "solved" || off > Math.max(1, 6 * sigma.pitch!)) wrong++;
  }
  expect(wrong).toBeLessThanOrEqual(2);
});

test("lines through a lens that was not taken out are said to miss, and its cause is named", () => {
  const size = [6000, 4000] as const;
  const bowed = makeLens(size, { k: [-0.06, 0, 0], p: [0, 0], centre: [3000, 2000], amount: 1 });
  const camera = { focalPx: 4000, principal: [3000, 2000] as const };
  const attitude = { pitch: 12, yaw: 0, roll: 1 };
  const middle = -Math.tan((12 * Math.PI) / 180);
  const lines = [-0.62, -0.55, -0.4, -0.2, 0.1, 0.3, 0.45, 0.56, 0.64].map((x, i) => {
    // Above and below in turn, where the bow leans them the one way and the other.
    const [from, to] = i % 2 ? [-0.4, -0.1] : [0.12, 0.4];
    const [a, b] = [from, to].map((y) => bowed.distort(seenBy(camera, attitude, [x, middle + y, 1])!));
    return line(`p${i}`, "plumb", a!, b!);
  });
  const solution = solveLines(camera, lens, lines);
  const off = Math.hypot(solution.attitude.pitch - 12, solution.attitude.roll - 1);
  expect(off).toBeGreaterThan(0.2);
  const names = new Map(lines.map((l) => [l.id, l.id]));
  const question = {
    camera,
    lens,
    inputs: lines,
    names,
    assumedFocal: false,
    solve: (l: readonly LineInput[]) => solveLines(camera, lens, l),
  };
  const words = explainLines(solution, question)
    .map((m) => put(m.text))
    .join(" ");
  expect(words).toMatch(/more than hands do.*lens has not been taken out|contradict|misses/);
  // With the lens known nothing is amiss.
  const right = solveLines(camera, bowed, lines);
  expect(right.attitude.pitch).toBeCloseTo(12, 4);
  expect(put(explainLines(right, { ...question, lens: bowed })[0]!.text)).toContain("agree within 0.1 px");
});
