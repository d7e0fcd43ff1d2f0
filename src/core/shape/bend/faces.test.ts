import { type Vec2, type Vec3, lerp2 } from "../../geometry";
import { between, randomFrom, seenBy } from "../../testing";
import { CAMERA, pair, solved } from "./bend.testing";
import type { JoinedFace } from "./bend-settings";
import { straightThrough } from "./straight-line";

/** A room 4 m wide, 2.6 m high and from 2 to 5 m deep: its eight corners. */
const ROOM: Record<string, Vec3> = {
  a: [-2, -1.3, 5],
  b: [2, -1.3, 5],
  c: [2, 1.3, 5],
  d: [-2, 1.3, 5],
  A: [-2, -1.3, 3],
  B: [2, -1.3, 3],
  C: [2, 1.3, 3],
  D: [-2, 1.3, 3],
};
const FACES: { name: string; joints: [string, string, string, string]; ratio: number }[] = [
  { name: "back", joints: ["a", "b", "c", "d"], ratio: 4 / 2.6 },
  { name: "left", joints: ["A", "a", "d", "D"], ratio: 2 / 2.6 },
  { name: "right", joints: ["b", "B", "C", "c"], ratio: 2 / 2.6 },
  { name: "ceiling", joints: ["A", "B", "b", "a"], ratio: 4 / 2 },
  { name: "floor", joints: ["d", "c", "C", "D"], ratio: 4 / 2 },
];

/** The room as a camera with some turn sees it. */
function room(seed: number, rectangular: string | null, ratio?: number) {
  const random = randomFrom(seed);
  const attitude = { pitch: between(random, -3, 3), yaw: between(random, -8, 8), roll: between(random, -2, 2) };
  const joints = Object.entries(ROOM).map(([id, at]) => ({ id, at: pair(seenBy(CAMERA, attitude, at)!) }));
  const faces = FACES.map((f): JoinedFace => ({
    id: f.name,
    joints: f.joints,
    form: f.name === rectangular ? "rectangle" : "free",
    ...(f.name === rectangular && ratio !== undefined ? { ratio } : {}),
    on: true,
  }));
  return solved({ joints, faces });
}

/** The worst bow of straight lines drawn on a face after the warp, pixels. */
function bowOn(model: ReturnType<typeof solved>, f: number): number {
  const patch = model.warp.patches[f]!;
  const out = new Float64Array(2);
  const inside = (s: number, t: number): Vec2 =>
    lerp2(lerp2(patch.from[0], patch.from[1], s), lerp2(patch.from[3], patch.from[2], s), t);
  let worst = 0;
  for (const [p, q] of [
    [inside(0.1, 0.2), inside(0.9, 0.7)],
    [inside(0.3, 0.05), inside(0.35, 0.95)],
    [inside(0.02, 0.5), inside(0.98, 0.5)],
    [inside(0.02, 0.02), inside(0.98, 0.98)],
  ] as const) {
    const places = Array.from({ length: 41 }, (_, k): Vec2 => {
      const [x, y] = lerp2(p, q, k / 40);
      patch.forward(x, y, out);
      return [out[0]!, out[1]!];
    });
    const { middle, across } = straightThrough(places);
    worst = Math.max(
      worst,
      ...places.map((r) => Math.abs(across[0] * (r[0] - middle[0]) + across[1] * (r[1] - middle[1]))),
    );
  }
  return worst;
}

/** The worst step across an edge that two faces share, pixels. */
function partedAlongEdges(model: ReturnType<typeof solved>): number {
  const [one, two] = [new Float64Array(2), new Float64Array(2)];
  let worst = 0;
  model.faces.forEach((f, k) =>
    model.faces.forEach((g, l) => {
      const common = f.joints.filter((j) => g.joints.includes(j));
      if (l <= k || common.length !== 2) return;
      const [a, b] = common.map((j) => model.joints.get(j)!.from) as [Vec2, Vec2];
      for (let n = 0; n <= 40; n++) {
        const [x, y] = lerp2(a, b, n / 40);
        model.warp.patches[k]!.forward(x, y, one);
        model.warp.patches[l]!.forward(x, y, two);
        worst = Math.max(worst, Math.hypot(one[0]! - two[0]!, one[1]! - two[1]!));
      }
    }),
  );
  return worst;
}

describe.each([1, 2, 3])("a room of five faces (%i)", (seed) => {
  test.each(FACES)(
    "its $name made rectangular is flat and has its true ratio, and all five stay joined",
    ({ name, ratio }) => {
      for (const told of [undefined, ratio]) {
        const model = room(seed, name, told);
        const k = model.faces.findIndex((f) => f.id === name);
        const [tl, tr, br, bl] = model.faces[k]!.joints.map((j) => model.joints.get(j)!.to) as [Vec2, Vec2, Vec2, Vec2];
        expect(model.share).toBe(1);
        expect(Math.abs((tr[0] - tl[0]) / (bl[1] - tl[1]) / ratio - 1)).toBeLessThan(0.003);
        expect(Math.abs((br[0] - bl[0]) / (br[1] - tr[1]) / ratio - 1)).toBeLessThan(0.003);
        expect(bowOn(model, k)).toBeLessThan(0.2);
        expect(partedAlongEdges(model)).toBeLessThan(0.1);
        // Where one camera could see it so the others stay flat as well: no camera sees a side wall flat with both its neighbours.
        if (name === "back") for (let f = 0; f < 5; f++) expect(bowOn(model, f)).toBeLessThan(0.2);
      }
    },
  );
});

test("a face that is eased goes part of the way; a joint of two faces the mean of theirs", () => {
  const whole = room(3, "back");
  const joints = Object.entries(ROOM).map(([id]) => id);
  const eased = (amount: number, other?: number) => {
    const random = randomFrom(3);
    const attitude = { pitch: between(random, -3, 3), yaw: between(random, -8, 8), roll: between(random, -2, 2) };
    const faces = FACES.map((f): JoinedFace => ({
      id: f.name,
      joints: f.joints,
      form: f.name === "back" ? "rectangle" : "free",
      amount: f.name === "back" ? amount : (other ?? amount),
      on: true,
    }));
    return solved({
      joints: Object.entries(ROOM).map(([id, at]) => ({ id, at: pair(seenBy(CAMERA, attitude, at)!) })),
      faces,
    });
  };
  const half = eased(0.5);
  for (const id of joints) {
    const [a, b] = [whole.joints.get(id)!, half.joints.get(id)!];
    expect(b.to[0] - b.from[0]).toBeCloseTo((a.to[0] - a.from[0]) / 2, 6);
    expect(b.to[1] - b.from[1]).toBeCloseTo((a.to[1] - a.from[1]) / 2, 6);
  }
  const mixed = eased(1, 0.25);
  const [a, b] = [whole.joints.get("a")!, mixed.joints.get("a")!];
  expect(b.to[0] - b.from[0]).toBeCloseTo((a.to[0] - a.from[0]) * ((1 + 0.25 + 0.25) / 3), 6);
});
