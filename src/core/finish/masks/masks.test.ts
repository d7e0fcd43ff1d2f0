import fc from "fast-check";
import type { Raster } from "../../course";
import type { Vec2 } from "../../geometry";
import {
  type Mask,
  NO_FINISH,
  SEEN,
  effectField,
  evenStep,
  finishPart,
  lightOf,
  maskField,
  maskStep,
  masks,
  masksOn,
  placedMasks,
} from "..";
import { randomFrom } from "../../testing";

const W = 300;
const H = 200;
const same = (p: Vec2): Vec2 => p;
const WASH: Mask = { id: "w", kind: "wash", on: true, ends: [[100, 40], [100, 140]], exposure: 1 }; // prettier-ignore
const DAB: Mask = { id: "d", kind: "dab", on: true, dabs: [{ points: [[80, 100], [220, 100]], radius: 40 }], exposure: -1 }; // prettier-ignore

const grey = (v: number | ((x: number, y: number) => number)): Raster<Uint16Array> => {
  const data = new Uint16Array(3 * W * H);
  for (let n = 0; n < W * H; n++)
    data.fill(65535 * (typeof v === "number" ? v : v(n % W, Math.floor(n / W))), 3 * n, 3 * n + 3);
  return { data, width: W, height: H, channels: 3 };
};
const stepOf = (all: Mask[], made = 1, forward = same) =>
  maskStep({ finish: { ...NO_FINISH, masks: all } }, { forward, made, frame: [0, 0, W, H] });
function run(source: Raster<Uint16Array>, all: Mask[], place = { x: 0, y: 0, scale: 1 }): Uint16Array {
  const target = source.data.slice();
  stepOf(all, place.scale)!.run(source, target, place);
  return target;
}
const stopsAt = (source: Raster<Uint16Array>, made: Uint16Array, x: number, y: number, c = 0): number => {
  const n = 3 * (y * W + x) + c;
  return Math.log2(lightOf(made[n]! / 65535) / lightOf(source.data[n]! / 65535));
};

test("a wash is whole at its first end and beyond, half in the middle and nothing at its second end and beyond", () => {
  const source = grey(0.4);
  const made = run(source, [WASH]);
  const stops = (y: number) => stopsAt(source, made, 37, y);
  expect(stops(10)).toBeCloseTo(1, 3);
  expect(stops(40)).toBeGreaterThan(0.98);
  expect(stops(90)).toBeCloseTo(0.5, 1);
  expect(made[3 * (160 * W + 37)]).toBe(source.data[3 * (160 * W + 37)]);
  for (let y = 50; y < 130; y++) expect(stops(y)).toBeGreaterThan(stops(y + 4));
});

test("dabs cover their way, softly; a dab that takes away does", () => {
  const source = grey(0.4);
  const made = run(source, [DAB]);
  expect(stopsAt(source, made, 150, 100)).toBeCloseTo(-1, 2);
  expect(stopsAt(source, made, 150, 110)).toBeCloseTo(-1, 1);
  expect(stopsAt(source, made, 150, 128)).toBeGreaterThan(-0.7);
  expect(made[3 * (145 * W + 150)]).toBe(source.data[3 * (145 * W + 150)]);
  const cut: Mask = { ...DAB, dabs: [...DAB.dabs!, { points: [[150, 100]], radius: 50, off: true }] };
  expect(stopsAt(source, run(source, [cut]), 150, 100)).toBeCloseTo(0, 2);
  expect(stopsAt(source, run(source, [cut]), 80, 100)).toBeCloseTo(-1, 1);
});

test("masks add up; those that are off, or of a Finish that is left out, do nothing", () => {
  const source = grey(0.4);
  const twice = run(source, [WASH, { ...WASH, id: "b", exposure: 0.5 }]);
  expect(stopsAt(source, twice, 20, 10)).toBeCloseTo(1.5, 2);
  expect(stepOf([{ ...WASH, on: false }])).toBeNull();
  expect(stepOf([{ ...WASH, exposure: 0 }])).toBeNull();
  const off = { ...NO_FINISH, on: false, masks: [WASH] };
  expect(maskStep({ finish: off }, { forward: same, made: 1, frame: [0, 0, W, H] })).toBeNull();
  expect(masksOn([WASH, { ...WASH, id: "x", on: false }])).toHaveLength(1);
});

test("warmth turns grey warm and leaves its light", () => {
  const source = grey(0.5);
  const made = run(source, [{ ...WASH, exposure: 0, warmth: 1 }]);
  const n = 3 * (5 * W + 5);
  expect(made[n]).toBeGreaterThan(made[n + 2]! + 5000);
  const light = SEEN.reduce((sum, w, c) => sum + w * lightOf(made[n + c]! / 65535), 0);
  expect(light).toBeCloseTo(lightOf(0.5), 3);
});

test("the number of stops is exact: within 0.1 % of the light", () =>
  fc.assert(
    fc.property(fc.double({ min: -2, max: 1, noNaN: true }), fc.double({ min: 0.2, max: 0.7, noNaN: true }), (e, v) => {
      fc.pre(Math.abs(e) > 0.01 && lightOf(v) * 2 ** e < 1);
      const source = grey(v);
      const made = run(source, [{ ...WASH, exposure: e }]);
      expect(Math.abs(2 ** stopsAt(source, made, 5, 5) / 2 ** e - 1)).toBeLessThan(1e-3);
    }),
    { numRuns: 25 },
  ));

test("a mask that clings stops at an edge of the picture; one that does not runs over it", () => {
  // A bright window in a dark wall; the dab's soft edge lies over the window's.
  const source = grey((x) => (x < 150 ? 0.15 : 0.85));
  const dab: Mask = { ...DAB, dabs: [{ points: [[205, 60], [205, 140]], radius: 80 }], hardness: 0.5, exposure: -1 }; // prettier-ignore
  const plain = run(source, [dab]);
  const clings = run(source, [{ ...dab, clings: true }]);
  expect(stopsAt(source, plain, 144, 100)).toBeLessThan(-0.3);
  expect(stopsAt(source, clings, 144, 100)).toBeGreaterThan(-0.2);
  expect(stopsAt(source, clings, 156, 100)).toBeLessThan(stopsAt(source, plain, 156, 100) - 0.04);
  expect(stopsAt(source, clings, 205, 100)).toBeLessThan(-0.8);
});

test.each([false, true])("made in bands, at any size, it is the same as made at once (clings: %s)", (clings) => {
  const random = randomFrom(5);
  const source = grey((x) => 0.2 + 0.5 * (x / W) + 0.1 * random());
  const all: Mask[] = [WASH, DAB].map((m) => (clings ? { ...m, clings: true as const } : m));
  for (const scale of [0.4, 1, 1.7]) {
    const step = stepOf(all, scale)!;
    const whole = run(source, all, { x: 0, y: 0, scale });
    const [from, to] = [90, 110];
    const margin = Math.ceil(step.reach * scale);
    const [first, last] = [Math.max(0, from - margin), Math.min(H, to + margin)];
    const part = { ...source, data: source.data.slice(3 * W * first, 3 * W * last), height: last - first };
    const target = part.data.slice();
    const rows = [from - first, to - first] as const;
    step.run(part, target, { x: 0, y: first / scale, scale, rows });
    for (let y = from; y < to; y++)
      for (let x = 0; x < W; x += 11)
        expect(Math.abs(target[3 * ((y - first) * W + x)]! - whole[3 * (y * W + x)]!)).toBeLessThanOrEqual(64);
  }
});

test("masks lie where the building does: turned and enlarged, they go with it", () => {
  const placed = ([x, y]: Vec2): Vec2 => [2 * y + 10, 2 * x];
  const lattice = (apart: number, x: number, y: number) => ({ x, y, apart, width: 1, height: 1 });
  const at = (mask: Mask, forward: (p: Vec2) => Vec2, [x, y]: Vec2) =>
    maskField(placedMasks([mask], forward)[0]!, lattice(1, x, y))[0]!;
  for (const p of [
    [100, 60],
    [150, 100],
    [85, 122],
    [150, 130],
    [20, 20],
  ] as Vec2[])
    // prettier-ignore
    for (const mask of [WASH, DAB]) expect(at(mask, placed, placed(p))).toBeCloseTo(at(mask, same, p), 2);
  const behind = placedMasks([WASH, DAB], () => null);
  expect(effectField(behind, "exposure", { x: 0, y: 0, apart: 8, width: 9, height: 9 })!.every((v) => v === 0)).toBe(true); // prettier-ignore
});

test("sharpness of a mask is worked out where even sharpness is: edges under it get steeper or softer, others stay", () => {
  const source = grey((x) => 0.3 + 0.4 / (1 + Math.exp(-((x % 100) - 50) / 0.6)));
  const steep = (data: Uint16Array, x: number): number => data[3 * (100 * W + x + 1)]! - data[3 * (100 * W + x - 1)]!;
  const dab = (sharpness: number): Mask[] => [{ ...DAB, dabs: [{ points: [[50, 100]], radius: 40 }], exposure: 0, sharpness }]; // prettier-ignore
  const made = [1, -1].map((s) => {
    const target = source.data.slice();
    const back = (x: number, y: number, out: Float64Array) => void out.set([x, y, 1]);
    const step = evenStep({ finish: { ...NO_FINISH, masks: dab(s) } }, { back, forward: same })!;
    step.run(source, target, { x: 0, y: 0, scale: 1 });
    return target;
  });
  expect(steep(made[0]!, 50)).toBeGreaterThan(1.1 * steep(source.data, 50));
  expect(steep(made[1]!, 50)).toBeLessThan(0.95 * steep(source.data, 50));
  for (const target of made) expect(steep(target, 250)).toBe(steep(source.data, 250));
});

test("a recipe's masks are read strictly", () => {
  expect(masks.safeParse([WASH, DAB]).success).toBe(true);
  expect(masks.safeParse([WASH, WASH]).success).toBe(false);
  expect(masks.safeParse([{ ...WASH, dabs: DAB.dabs }]).success).toBe(false);
  expect(masks.safeParse([{ ...DAB, dabs: undefined }]).success).toBe(false);
  expect(finishPart.laid({ finish: { ...NO_FINISH, masks: [WASH] } } as never)).toBe(true);
  expect(finishPart.laid({ finish: { ...NO_FINISH, masks: [{ ...WASH, exposure: 0 }] } } as never)).toBe(false);
});
