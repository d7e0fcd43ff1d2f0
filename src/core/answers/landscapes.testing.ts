import { DEG } from "../geometry";
import { normalFrom, randomFrom } from "../testing";
import type { SmallPicture } from "../lines";

/** Made-up pictures of what is no building; nothing outside tests imports this. */
export const LANDSCAPES = ["water", "hills", "trees", "portrait"] as const;
export type Landscape = (typeof LANDSCAPES)[number];

const [WIDTH, HEIGHT] = [960, 640];

/** Soft noise between 0 and 1 that changes over about so many pixels. */
function softNoise(seed: number, over: number): (x: number, y: number) => number {
  const random = randomFrom(seed);
  const columns = Math.ceil(WIDTH / over) + 3;
  const rows = Math.ceil(HEIGHT / over) + 3;
  const values = Float64Array.from({ length: columns * rows }, () => random());
  const ease = (t: number): number => t * t * (3 - 2 * t);
  return (px, py) => {
    const [x, y] = [px / over + 1, py / over + 1];
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [ease(x - i), ease(y - j)];
    const at = (a: number, b: number): number => values[Math.min(rows - 1, b) * columns + Math.min(columns - 1, a)]!;
    const above = at(i, j) * (1 - u) + at(i + 1, j) * u;
    const below = at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u;
    return above * (1 - v) + below * v;
  };
}

type Colour = readonly [number, number, number];
const mixed = (a: Colour, b: Colour, t: number): Colour =>
  [0, 1, 2].map((k) => a[k]! + (b[k]! - a[k]!) * t) as unknown as Colour;
const soft = (inside: number): number => 0.5 + 0.5 * Math.tanh(1.2 * inside);

const SKY_HIGH: Colour = [120, 160, 215];
const SKY_LOW: Colour = [205, 220, 235];

/** One of them, by its seed; the camera rolled clockwise by so many degrees. */
export function landscape(kind: Landscape, seed: number, roll = 0): SmallPicture {
  const random = randomFrom(seed);
  const normal = normalFrom(randomFrom(seed + 1));
  const fine = softNoise(seed + 2, 3);
  const broad = softNoise(seed + 3, 40);
  const horizon = HEIGHT * (0.35 + 0.25 * random());
  const slope = -Math.tan(roll * DEG);
  const waves = [1, 2, 3].map((n) => ({ n, at: 7 * random(), high: (45 + 40 * random()) / n }));
  const trunks = Array.from({ length: 9 }, () => ({
    x: WIDTH * random(),
    lean: 0.35 * (random() - 0.5),
    bend: 90 * (random() - 0.5),
    half: 4 + 12 * random(),
    dark: 35 + 40 * random(),
  }));
  const colourAt = (x: number, y: number): Colour => {
    const sky = mixed(SKY_HIGH, SKY_LOW, y / HEIGHT);
    if (kind === "water") {
      const below = y - horizon - slope * (x - WIDTH / 2);
      const glint = softNoiseWide(x, y);
      return mixed(sky, mixed([55, 85, 105], [95, 120, 135], glint), soft(below));
    }
    if (kind === "hills") {
      const edge = waves.reduce((sum, w) => sum + w.high * Math.sin((w.n * 5 * x) / WIDTH + w.at), horizon);
      return mixed(sky, mixed([70, 95, 50], [110, 125, 75], fine(x, y)), soft(y - edge));
    }
    if (kind === "trees") {
      const leaves = mixed([50, 80, 40], [150, 170, 110], 0.6 * fine(x, y) + 0.4 * broad(x, y));
      return trunks.reduce((now, { x: at, lean, bend, half, dark }) => {
        const middle = at + lean * (y - HEIGHT / 2) + bend * Math.sin((2.5 * y) / HEIGHT + at);
        const wide = half * (0.7 + 0.6 * (y / HEIGHT)) * (0.9 + 0.3 * broad(x, y));
        return mixed(now, [dark, dark * 0.8, dark * 0.6], soft(wide - Math.abs(x - middle)));
      }, leaves);
    }
    const back = mixed([120, 110, 100], [170, 165, 150], broad(x / 2, y / 2));
    const [u, v] = [(x - WIDTH / 2) / 120, (y - 0.38 * HEIGHT) / 160];
    const shoulders = (y - 0.72 * HEIGHT) / 60 + ((x - WIDTH / 2) / 260) ** 2 * -2.4;
    const body = mixed(back, [60, 65, 90], soft(shoulders * 20));
    return mixed(body, [210, 170, 145], soft((1 - u * u - v * v) * 60));
  };
  // Waves are wider than they are high.
  const softNoiseWide = (x: number, y: number): number => fine(x / 6, y);
  const data = new Uint8Array(3 * WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const colour = colourAt(x + 0.5, y + 0.5);
      for (let k = 0; k < 3; k++)
        data[3 * (y * WIDTH + x) + k] = Math.max(0, Math.min(255, Math.round(colour[k]! + 2 * normal())));
    }
  return { data, width: WIDTH, height: HEIGHT };
}

/** The same at half its size. */
export function atHalf({ data, width, height }: SmallPicture): SmallPicture {
  const [w, h] = [width / 2, height / 2];
  const out = new Uint8Array(3 * w * h);
  for (let i = 0; i < out.length; i++) {
    const [k, x, y] = [i % 3, Math.floor(i / 3) % w, Math.floor(i / 3 / w)];
    const at = (dx: number, dy: number): number => data[3 * ((2 * y + dy) * width + 2 * x + dx) + k]!;
    out[i] = Math.round((at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4);
  }
  return { data: out, width: w, height: h };
}
