import { type Plane, boxMean, emptyPlane } from "./plane";

/** Half the side of the surroundings that a place's light is measured against, pixels. */
const AROUND = 5;
/** Deviations smaller than this are noise, as displayed. */
const NOISE = 0.012;
/** What is darker or lighter than this shows nothing, as displayed. */
const SHOWN = [0.02, 0.985] as const;
/** Where more than this share of the surroundings is lost, nothing is shown. */
const MOST_LOST = 0.05;
/** Pixels compared at a level, at most: those with the most structure. */
const MOST = 60_000;

/** Fine structure: what each place has of its surroundings' own contrast, with how steeply it changes. */
export interface Structure extends Plane {
  readonly across: Float32Array;
  readonly down: Float32Array;
}

export function structureOf(plane: Plane): Structure {
  const { width, height, data } = plane;
  const mean = boxMean(plane, AROUND).data;
  const square = boxMean({ width, height, data: data.map((v) => v * v) }, AROUND).data;
  // What is burnt out or black beside a place says nothing of its surroundings' contrast.
  const lost = boxMean({ width, height, data: data.map((v) => (v < SHOWN[0] || v > SHOWN[1] ? 1 : 0)) }, AROUND).data;
  const out = data.map((v, i) =>
    lost[i]! > MOST_LOST ? 0 : (v - mean[i]!) / (Math.sqrt(Math.max(0, square[i]! - mean[i]! ** 2)) + NOISE),
  );
  const across = emptyPlane(width, height).data;
  const down = emptyPlane(width, height).data;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      across[i] = (out[i + 1]! - out[i - 1]!) / 2;
      down[i] = (out[i + width]! - out[i - width]!) / 2;
    }
  return { width, height, data: out, across, down };
}

/** Reads a plane between its pixels, bilinear; the caller keeps inside. */
export function readAt({ width }: Plane, data: Float32Array, u: number, v: number): number {
  const [x, y] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - x, v - y];
  const i = y * width + x;
  return (
    (1 - t) * ((1 - s) * data[i]! + s * data[i + 1]!) + t * ((1 - s) * data[i + width]! + s * data[i + width + 1]!)
  );
}

/** Pixels with structure: where two photos can be compared at all. */
export function toldBy(from: Structure): number[] {
  const { width, height, across, down } = from;
  const steep: number[] = [];
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x;
      if (across[i]! ** 2 + down[i]! ** 2 > 0.02) steep.push(i);
    }
  const every = Math.max(1, Math.ceil(steep.length / MOST));
  return every === 1 ? steep : steep.filter((_, k) => k % every === 0);
}
