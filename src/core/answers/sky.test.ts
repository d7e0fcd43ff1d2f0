import { normalFrom, randomFrom } from "../testing";
import { shownOf } from "./shown";
import { type SmallPicture, skyOf } from "../lines";

const [W, H] = [240, 160];
const random = normalFrom(randomFrom(7));

/** A picture by what is at each place. */
function picture(at: (x: number, y: number) => readonly [number, number, number], noise = 1.5): SmallPicture {
  const data = new Uint8Array(3 * W * H);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++)
      at(x, y).forEach(
        (v, c) => (data[3 * (y * W + x) + c] = Math.max(0, Math.min(255, Math.round(v + noise * random())))),
      );
  return { data, width: W, height: H };
}

/** A gable, its point in the middle, a chimney to its right. */
const gable = (x: number): number => (x > 176 && x < 186 ? 34 : 40 + 0.5 * Math.abs(x - 120));
const blue = (x: number, y: number): [number, number, number] => [
  120 + 0.4 * y + 0.05 * x,
  160 + 0.3 * y,
  220 + 0.1 * y,
];
const bricks = (x: number, y: number): [number, number, number] =>
  y % 6 === 0 || (x + 9 * (Math.floor(y / 6) % 2)) % 18 === 0 ? [190, 180, 170] : [150, 70, 55];

test("the sky ends at the roof, to a pixel, gable and chimney told", () => {
  const { ends, share } = skyOf(picture((x, y) => (y < gable(x) ? blue(x, y) : bricks(x, y))));
  for (let x = 2; x < W - 2; x++)
    if (Math.abs(gable(x) - gable(x + 1)) < 1 && Math.abs(gable(x) - gable(x - 1)) < 1)
      expect(Math.abs(ends[x]! - gable(x))).toBeLessThan(1.6);
  expect(share).toBeGreaterThan(0.3);
});

test("under clouds, and with a wall as bright as the sky, it still ends at the roof", () => {
  const cloud = (x: number, y: number): [number, number, number] => {
    const c = 40 * (0.5 + 0.5 * Math.sin(x / 31 + Math.sin(y / 17)));
    return blue(x, y).map((v) => Math.min(255, v + c)) as [number, number, number];
  };
  const { ends } = skyOf(
    picture((x, y) => (y < gable(x) ? cloud(x, y) : y < gable(x) + 3 ? [90, 80, 70] : [225, 222, 215])),
  );
  const off = Array.from(ends, (v, x) => Math.abs(v - gable(x)));
  expect(off.filter((d) => d > 2).length).toBeLessThan(0.04 * W);
});

test("a room, a wall that fills the picture, and a dark ceiling have no sky", () => {
  expect(skyOf(picture(bricks)).share).toBe(0);
  expect(skyOf(picture((x, y) => (y < 50 ? [52, 44, 38] : bricks(x, y)))).share).toBe(0);
  // A grey lintel is as smooth as a sky, but neither blue nor bright; an overcast sky is bright.
  expect(skyOf(picture((x, y) => (y < 30 ? [150, 152, 149] : bricks(x, y)))).share).toBe(0);
  expect(skyOf(picture((x, y) => (y < 50 ? [225, 226, 228] : bricks(x, y)))).share).toBeGreaterThan(0.25);
});

test("places of the skyline are where roofs end in the original; of a roof that leaves the photo what is near its border is not told", () => {
  const size = [2400, 1600] as const;
  const whole = shownOf(
    picture((x, y) => (y < gable(x) ? blue(x, y) : bricks(x, y))),
    size,
  );
  for (const [x, y] of whole.skyline) expect(Math.abs(y / 10 - gable(x / 10))).toBeLessThan(3);
  expect(Math.min(...whole.skyline.map(([, y]) => y))).toBeLessThan(360);
  // What is sky has nothing to see.
  expect(whole.detail.weights.slice(0, whole.detail.columns)).toMatch(/^[01]+$/);
  // A roof rising out of the photo to the right.
  const rising = (x: number): number => 90 - 0.6 * x;
  const cut = shownOf(
    picture((x, y) => (y < rising(x) ? blue(x, y) : bricks(x, y))),
    size,
  );
  expect(Math.max(...cut.skyline.map(([x]) => x))).toBeLessThan(10 * 112);
});

test("a roof line that rises by a pixel in seventy, dark blue under a blue sky, does not let the sky run down", () => {
  const roof = (x: number): number => 70 + x / 70;
  const soft = (x: number, y: number): number => 0.5 + 0.5 * Math.tanh(1.2 * (y - roof(x)));
  const slate: [number, number, number] = [70, 90, 115];
  const { ends, share } = skyOf(
    picture((x, y) => {
      const t = soft(x, y);
      return blue(x, y).map((v, c) => v + (slate[c]! - v) * t) as [number, number, number];
    }),
  );
  expect(share).toBeGreaterThan(0.4);
  for (let x = 2; x < W - 2; x++) expect(Math.abs(ends[x]! - roof(x))).toBeLessThan(2);
});
