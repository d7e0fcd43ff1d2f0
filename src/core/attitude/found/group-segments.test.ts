import type { Vec2 } from "../../geometry";
import { makeLens } from "../../lens";
import {
  type MadeUpCamera,
  between,
  madeUpCamera,
  madeUpPlumbs,
  madeUpSills,
  normalFrom,
  randomFrom,
  seenBy,
} from "../../testing";
import { type SegmentInput, groupSegments } from "..";

/** Deviation of a found end, pixels. */
const NOISE = 0.2;

function scene(seed: number, attitude: Partial<MadeUpCamera["attitude"]> = {}) {
  const random = randomFrom(seed);
  const normal = normalFrom(randomFrom(seed + 1000));
  const drawn = { ...madeUpCamera(random), k1: 0 };
  const made: MadeUpCamera = { ...drawn, attitude: { ...drawn.attitude, ...attitude } };
  const shaken = ([x, y]: Vec2): Vec2 => [x + NOISE * normal(), y + NOISE * normal()];
  const found = (ends: readonly (readonly [Vec2, Vec2])[]): SegmentInput[] =>
    ends.map(([a, b]) => ({ points: [shaken(a), shaken(b)], sigmaPx: NOISE }));
  /** Segments anywhere, of any direction: foliage, shadows, things in the street. */
  const clutter = (count: number): SegmentInput[] =>
    found(
      Array.from({ length: count }, () => {
        const from: Vec2 = [between(random, 300, 2700), between(random, 300, 1700)];
        const [angle, length] = [between(random, 0, Math.PI), between(random, 60, 250)];
        return [from, [from[0] + length * Math.cos(angle), from[1] + length * Math.sin(angle)]];
      }),
    );
  const lens = makeLens(made.size, null);
  return { random, made, found, clutter, group: (all: SegmentInput[]) => groupSegments(made.intrinsics, lens, all) };
}

const members = (groups: ReturnType<typeof groupSegments>["groups"], id: string): readonly number[] =>
  groups.find((g) => g.id === id)?.members ?? [];
const offHalfTurn = (a: number, b: number): number => Math.abs(((((a - b) % 180) + 270) % 180) - 90);

test.each(Array.from({ length: 12 }, (_, seed) => seed))(
  "among clutter, plumbs and the sills of two walls are told apart, and the attitude with them (camera %i)",
  (seed) => {
    const { random, made, found, clutter, group } = scene(seed);
    const headings = [between(random, -50, -20), between(random, 20, 50)];
    const plumbs = found(madeUpPlumbs(made, random, 24));
    const walls = headings.map((h) => found(madeUpSills(made, random, h, 16)));
    const all = [...plumbs, ...walls.flat(), ...clutter(30)];
    const { told, groups, attitude, sigma } = group(all);
    expect(told).toBe(true);
    const sure = (s: number | null): number => Math.max(0.1, 4 * s!);
    expect(Math.abs(attitude.pitch - made.attitude.pitch)).toBeLessThan(sure(sigma.pitch));
    expect(Math.abs(attitude.roll - made.attitude.roll)).toBeLessThan(sure(sigma.roll));
    const sills = groups.filter((g) => g.kind === "sill");
    for (const h of headings) expect(Math.min(...sills.map((g) => offHalfTurn(g.heading!, h)))).toBeLessThan(0.4);
    // Nearly all true plumbs are found as such, and what is found as such is nearly all true.
    const own = members(groups, "plumb");
    expect(own.filter((i) => i < plumbs.length).length).toBeGreaterThan(0.85 * plumbs.length);
    expect(own.filter((i) => i >= plumbs.length).length).toBeLessThan(0.25 * own.length);
  },
);

test("a leaning thing does not win over the buildings, though it has more standing edges than they", () => {
  const { random, made, found, group } = scene(3, { pitch: 8, roll: 0.5 });
  // All its posts lean alike, by four degrees; the walls' sills bear the other plumbs out.
  const lean = Math.tan((4 * Math.PI) / 180);
  const posts = Array.from({ length: 16 }, (_, i): [Vec2, Vec2] => {
    const x = -1.2 + 0.16 * i;
    return [0.8, -1.2].map((y) => seenBy(made.intrinsics, made.attitude, [x - y * lean, y - 0.4, 5])!) as [Vec2, Vec2];
  });
  const plumbs = madeUpPlumbs(made, random, 12);
  const sills = [...madeUpSills(made, random, 4, 12), ...madeUpSills(made, random, -62, 8)];
  const { attitude, groups } = group(found([...posts, ...plumbs, ...sills]));
  expect(attitude.roll).toBeCloseTo(0.5, 0);
  expect(members(groups, "plumb").filter((i) => i < posts.length)).toHaveLength(0);
  expect(members(groups, "plumb").filter((i) => i >= posts.length && i < posts.length + 12).length).toBeGreaterThan(9);
});

test.each([7, 8, 9, 10])("clutter alone tells nothing, and all of it is left as it is (seed %i)", (seed) => {
  const { clutter, group } = scene(seed);
  const all = clutter(120);
  expect(group(all)).toMatchObject({
    told: false,
    attitude: { pitch: 0, yaw: 0, roll: 0 },
    groups: [{ id: "other", count: all.length, vanishing: null }],
  });
});

test("no segments, and two alone, tell nothing", () => {
  const { random, made, found, group } = scene(1);
  expect(group([])).toMatchObject({ told: false, groups: [{ count: 0 }] });
  expect(group(found(madeUpPlumbs(made, random, 2)))).toMatchObject({ told: false, groups: [{ count: 2 }] });
});

test("each segment is in one group, and its group's vanishing point lies on it", () => {
  const { random, made, found, clutter, group } = scene(5);
  const all = [...found([...madeUpPlumbs(made, random, 20), ...madeUpSills(made, random, 30, 14)]), ...clutter(20)];
  const { groups } = group(all);
  const counted = groups.flatMap((g) => [...g.members]).sort((a, b) => a - b);
  expect(counted).toEqual(all.map((_, i) => i));
  for (const { vanishing, members: own, spreadDeg } of groups) {
    if (!vanishing) continue;
    expect(Math.hypot(...vanishing)).toBeCloseTo(1, 9);
    for (const i of own) {
      const [a, b] = all[i]!.points;
      const middle: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
      const towards: Vec2 = [vanishing[0] - middle[0] * vanishing[2], vanishing[1] - middle[1] * vanishing[2]];
      const cross = (b[0] - a[0]) * towards[1] - (b[1] - a[1]) * towards[0];
      const sine = Math.abs(cross) / (Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(...towards));
      expect((Math.asin(sine) * 180) / Math.PI).toBeLessThan(2);
    }
    expect(spreadDeg).toBeLessThan(0.6);
  }
});
