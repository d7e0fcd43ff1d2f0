import type { Attitude } from "../camera";
import { type Size, type Vec2, type Vec3, lerp2 } from "../geometry";
import { makeLens } from "../lens";
import { sillInCamera } from "../attitude";
import { downInCamera } from "../camera";
import { between, normalFrom, randomFrom } from "../testing";
import type { OwnEdge } from "./own-edge";

/** A picture's edges made up from a known camera; nothing outside tests imports this. */
export interface MadeUpScene {
  readonly size: Size;
  readonly focalPx: number;
  readonly k: readonly [number, number, number];
  readonly attitude: Pick<Attitude, "pitch" | "roll">;
  readonly headings: readonly number[];
  readonly edges: readonly OwnEdge[];
  /** Of each edge: −1 plumb, the index of its heading, or null: it is straight and no more, or false. */
  readonly truth: readonly (number | null)[];
}

export interface SceneWishes {
  readonly noisePx?: number;
  /** Share of the edges that belong to no direction. */
  readonly astray?: number;
  readonly directions?: 1 | 2 | 3;
  readonly count?: number;
  readonly k?: readonly [number, number];
  /** Of the distortion from the picture's middle, pixels. */
  readonly centre?: Vec2;
  /** Through an equidistant fisheye instead. */
  readonly fisheye?: boolean;
}

/** A scene by its seed: 40 to 400 edges of 20 to 300 px, seen by a lens of the trade held as the trade holds it. */
export function madeUpScene(seed: number, wishes: SceneWishes = {}): MadeUpScene {
  const random = randomFrom(seed);
  const normal = normalFrom(random);
  const { noisePx = 0.25, astray = 0.1 } = wishes;
  const size: Size = [3000, 2000];
  const focalPx = between(random, 0.5, 1.5) * size[0];
  const [k1, k2] = [between(random, -0.09, 0.04), between(random, -0.02, 0.02)];
  const k = [...(wishes.k ?? [k1, k2]), 0] as unknown as readonly [number, number, number];
  const attitude = { pitch: between(random, -12, 25), roll: between(random, -4, 4) };
  const directions = wishes.directions ?? ((1 + Math.floor(random() * 3)) as 1 | 2 | 3);
  const first = random() < 0.3 ? between(random, 30, 60) : between(random, -25, 25);
  const headings = [first, first > 0 ? first - 90 : first + 90].slice(0, directions - 1);
  const count = wishes.count ?? Math.round(between(random, 40, 400));
  const [dx, dy] = wishes.centre ?? [0, 0];
  const lens = makeLens(size, {
    k,
    p: [0, 0],
    centre: [1500 + dx, 1000 + dy],
    amount: 1,
    ...(wishes.fisheye ? { model: "equidistant" as const, k: [0, 0, 0] as const, focalPx } : {}),
  });
  const inCamera = [downInCamera(attitude), ...headings.map((h) => sillInCamera(attitude.pitch, attitude.roll, h))];
  const edges: OwnEdge[] = [];
  const truth: (number | null)[] = [];
  for (let tries = 0; edges.length < count && tries < 100 * count; tries++) {
    const at: Vec2 = lens.undistort([between(random, 10, size[0] - 10), between(random, 10, size[1] - 10)]);
    const lost = random() < astray;
    const which = Math.floor(random() * inCamera.length);
    const along = lost ? straying(random) : towards(inCamera[which]!, focalPx, size, at);
    const half = between(random, 20, 300) / 2;
    const ends: [Vec2, Vec2] = [-half, half].map((t): Vec2 => [at[0] + t * along[0], at[1] + t * along[1]]) as never;
    const recorded = ends.map((e) => lens.distort(e));
    if (recorded.some(([x, y]) => !(x > 2 && y > 2 && x < size[0] - 2 && y < size[1] - 2))) continue;
    const nodes = Math.max(2, Math.min(9, Math.round(half / 18)));
    edges.push({
      nodes: Array.from({ length: nodes }, (_, i) => {
        const [x, y] = lens.distort(lerp2(ends[0], ends[1], i / (nodes - 1)));
        return { place: [x + noisePx * normal(), y + noisePx * normal()], sigmaPx: noisePx };
      }),
    });
    truth.push(lost ? null : which - 1);
  }
  return { size, focalPx, k, attitude, headings, edges, truth };
}

function straying(random: () => number): Vec2 {
  const a = between(random, 0, Math.PI);
  return [Math.cos(a), Math.sin(a)];
}

/** Unit direction in the picture from a place towards where a direction of the camera vanishes. */
function towards(d: Vec3, focalPx: number, size: Size, [x, y]: Vec2): Vec2 {
  const [ux, uy] = [focalPx * d[0] - (x - size[0] / 2) * d[2], focalPx * d[1] - (y - size[1] / 2) * d[2]];
  const length = Math.hypot(ux, uy);
  return [ux / length, uy / length];
}
