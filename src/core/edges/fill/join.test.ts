import { joinCopies } from "./join";
import { paintedField } from "./painted.testing";

const [W, H] = [40, 36];
const EDGE = 20;
const TOP = 12;
const WALL = [0.2, 0.12, 0.1] as const;

/** Sky on the left and a wall on the right; of both what lies below is to be made up. */
function beside(sky: readonly [number, number, number]) {
  const { field } = paintedField(
    [W, H],
    (x) => (x < EDGE ? sky : WALL),
    (_, y) => y >= TOP,
  );
  const pixels = Int32Array.from([...field.wanted.keys()].filter((i) => field.wanted[i]));
  const air = Uint8Array.from({ length: W * H }, (_, i) => (i % W < EDGE ? 1 : 0));
  return { field, pixels, air };
}

/** Copies of a deep blue on the left, and of a wall that is a little darker on the right. */
const BLUE = [0.05, 0.12, 0.3] as const;
const copies = (_: number, i: number, out: Float64Array): boolean => {
  for (let c = 0; c < 3; c++) out[c] = i % W < EDGE ? BLUE[c]! : 0.95 * WALL[c]!;
  return true;
};

function made(sky: readonly [number, number, number], isTold: boolean) {
  const { field, pixels, air } = beside(sky);
  const labels = new Int16Array(pixels.length);
  const light = joinCopies(field, copies, pixels, labels, new Float32Array(3 * pixels.length), isTold ? air : null);
  const at = (x: number, y: number): number[] => {
    const k = pixels.indexOf(y * W + x);
    const own = new Float64Array(3);
    copies(0, y * W + x, own);
    return [0, 1, 2].map((c) => own[c]! + light[3 * k + c]!);
  };
  return at;
}

test("blue copied beside a cloud becomes cloud: one soft light for all of the sky", () => {
  const white = [0.8, 0.8, 0.82] as const;
  const near = made(white, true)(5, TOP + 1);
  near.forEach((v, c) => expect(Math.abs(v - white[c]!)).toBeLessThan(0.1));
  // Without being told what is sky only a share of the copy's own light is given.
  expect(white[0] - made(white, false)(5, TOP + 1)[0]!).toBeGreaterThan(0.4);
});

test("no light goes from the sky to a wall: what the sky is like is nothing to the wall", () => {
  // Both are near enough to the copies to be taken for another light.
  const bright = BLUE.map((v) => 1.25 * v) as [number, number, number];
  const wall = (sky: readonly [number, number, number], isTold: boolean) => made(sky, isTold)(EDGE, TOP + 3);
  expect(wall([...BLUE], true)).toEqual(wall(bright, true));
  expect(Math.abs(wall([...BLUE], false)[0]! - wall(bright, false)[0]!)).toBeGreaterThan(1e-4);
});

test("a pixel whose copy only a larger field reaches is lit as those beside it: no speck", () => {
  const { field, pixels, air } = beside([0.8, 0.8, 0.82]);
  const speck = (TOP + 6) * W + 8;
  const some = (label: number, i: number, out: Float64Array): boolean => i !== speck && copies(label, i, out);
  const light = joinCopies(field, some, pixels, new Int16Array(pixels.length), undefined, air);
  const at = (i: number): number => light[3 * pixels.indexOf(i)]!;
  expect(at(speck)).toBeCloseTo((at(speck - 1) + at(speck + 1) + at(speck - W) + at(speck + W)) / 4, 5);
  expect(at(speck)).toBeGreaterThan(0.1);
});
