import { many } from "@/core/soak.testing";
import { readFileSync } from "node:fs";
import path from "node:path";
import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { type Luminance, cling, edgePeaks, lensRail } from "@/core/lines";
import { between, randomFrom } from "@/core/testing";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** Cling on the demo's photos: strokes drawn beside edges whose true place is known. */
const folder = path.join(__dirname, "../photos");
const NAMES = ["SM-0413.jpg", "SM-0420.jpg", "SM-0423.jpg", "SM-0424.jpg", "SM-0426.jpg", "SM-0428.jpg"];
const truthOf = (name: string): Truth =>
  JSON.parse(readFileSync(path.join(folder, name.replace(/\.\w+$/, ".truth.json")), "utf8")) as Truth;
const lensOf = ({ size, lens }: Truth) =>
  makeLens(size, {
    k: lens.k as [number, number, number],
    p: lens.p as [number, number],
    centre: lens.centre as [number, number],
    amount: 1,
  });

/** Whether the picture shows an edge at the true place, and no other of half its strength within reach of the stroke. */
function standsAlone(image: Luminance, rail: ReturnType<typeof lensRail>): boolean {
  const peaks = edgePeaks(image, rail, 40, 9);
  const clear = peaks.filter((own) => {
    const [here] = own.filter((p) => Math.abs(p.offset) < 0.6).sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope));
    if (!here || Math.abs(here.slope) < 4) return false;
    return own.every((p) => Math.abs(p.offset) < 0.6 || Math.abs(p.slope) < 0.5 * Math.abs(here.slope));
  });
  return clear.length >= 34;
}

/** Overexposed, an edge has spread into the dark side; where it truly is cannot be seen. */
function overexposed(image: Luminance, rail: ReturnType<typeof lensRail>): boolean {
  const f = new Float64Array(6);
  for (let i = 0; i <= 10; i++)
    for (const off of [-3, 3]) {
      rail.frame(i / 5 - 1, f);
      const [x, y] = [Math.floor(f[0]! + f[4]! * off), Math.floor(f[1]! + f[5]! * off)];
      if (image.data[y * image.width + x]! > 235) return true;
    }
  return false;
}

test("strokes up to 6 px beside an edge settle on it, wherever they were drawn", async () => {
  const random = randomFrom(3);
  const off: number[] = [];
  const apart: number[] = [];
  for (const name of NAMES) {
    const image = await greenLight(path.join(folder, name));
    const truth = truthOf(name);
    const lens = lensOf(truth);
    for (const { occluded, recorded } of truth.edges) {
      const [a, b] = [recorded[1]!, recorded[recorded.length - 2]!];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const rail = lensRail(lens, lens.undistort(a), lens.undistort(b));
      if (occluded || length < 120 || !standsAlone(image, rail) || overexposed(image, rail)) continue;
      const n: Vec2 = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
      const beside = (p: Vec2, by: number): Vec2 => [p[0] + n[0] * by, p[1] + n[1] * by];
      const across = (p: Vec2, q: Vec2): number => (p[0] - q[0]) * n[0] + (p[1] - q[1]) * n[1];
      const exact = cling(image, lens, [a, b]);
      for (let k = 0; k < many(4, 1); k++) {
        const found = cling(image, lens, [beside(a, between(random, -6, 6)), beside(b, between(random, -6, 6))]);
        off.push(found ? Math.max(Math.abs(across(found.ends[0], a)), Math.abs(across(found.ends[1], b))) : Infinity);
        apart.push(
          found && exact ? Math.max(...[0, 1].map((i) => Math.abs(across(found.ends[i]!, exact.ends[i]!)))) : Infinity,
        );
      }
    }
  }
  const share = (all: readonly number[], within: number): number => all.filter((v) => v < within).length / all.length;
  expect(off.length).toBeGreaterThan(many(300, 75));
  // The same place from wherever the stroke is drawn; what is left is where the scene's light puts the edge.
  expect(share(apart, 0.05)).toBeGreaterThan(0.95);
  expect(share(off, 0.1)).toBeGreaterThan(0.84);
  expect(share(off, 0.3)).toBeGreaterThan(0.96);
}, 90_000);

test("where the picture shows no edge, cling refuses", async () => {
  const image = await greenLight(path.join(folder, "SM-0424.jpg"));
  const random = randomFrom(9);
  const lens = makeLens([image.width, image.height], null);
  let refused = 0;
  for (let n = 0; n < 60; n++) {
    // The sky above the gable.
    const from: Vec2 = [between(random, 150, 900), between(random, 60, 260)];
    const angle = between(random, 0, Math.PI);
    const to: Vec2 = [from[0] + 180 * Math.cos(angle), from[1] + 60 * Math.sin(angle)];
    if (!cling(image, lens, [from, to])) refused++;
  }
  expect(refused).toBeGreaterThan(57);
});
