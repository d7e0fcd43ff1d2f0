import { isSoak } from "@/core/soak.testing";
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { ownEdgesOf } from "@/core/own-edges";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** Demo photos treated as if they came without metadata and profile: what their own edges say against the truth. */
const folder = path.join(__dirname, "../photos");

/** Those that every run looks at: a room, a view into a corner, and what leans among what does not. */
const EVERY_DAY = ["SM-0415", "SM-0414", "SM-0426"];

async function looked(name: string) {
  const file = readdirSync(folder).find((f) => f.startsWith(name) && !f.endsWith(".json"))!;
  const truth = JSON.parse(readFileSync(path.join(folder, `${name}.truth.json`), "utf8")) as Truth;
  return { truth, found: ownEdgesOf(await greenLight(path.join(folder, file))) };
}

/** Displacement by radial terms at a radius, half diagonals. */
const displaced = (k: readonly number[], r: number): number => r ** 3 * (k[0]! + r * r * (k[1]! + r * r * k[2]!));

test.each(
  [
    ["the street", "SM-0413", true],
    ["a view into a corner, taller than wide", "SM-0414", true],
    ["the reading room", "SM-0415", false],
    ["a view into a corner", "SM-0419", true],
    ["the canal wing from the side", "SM-0420", true],
    ["the courtyard", "SM-0421", true],
    ["the wing over the water", "SM-0423", true],
    ["the store that leans, its neighbours do not", "SM-0426", true],
    ["the doorway", "SM-0428", true],
  ].filter(([, name]) => isSoak || EVERY_DAY.includes(name as string)) as [string, string, boolean][],
)(
  "%s: lens, attitude and focal length from nothing else",
  async (_, name, twoDirections) => {
    const { truth, found } = await looked(name);
    const { k, attitude, focalPx, sigma } = found!.solution;
    expect(Math.abs(attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
    expect(Math.abs(attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
    for (const r of [0.3, 0.5, 0.7, 0.9])
      expect(Math.abs(displaced(k, r) - displaced(truth.lens.k, r))).toBeLessThan(0.001);
    if (twoDirections) expect(Math.abs(focalPx / truth.focalPx - 1)).toBeLessThan(0.01);
    // What is not known so well is said to be.
    expect(Math.abs(focalPx - truth.focalPx)).toBeLessThan(5 * sigma.focalPx);
    expect(Math.abs(attitude.pitch - truth.attitude.pitch)).toBeLessThan(5 * sigma.pitch);
  },
  60_000,
);

test("a view into a corner stays one: neither wall is turned", async () => {
  const { found } = await looked("SM-0419");
  expect(found!.solution.attitude.yaw).toBe(0);
  expect(found!.solution.walls.map((w) => Math.round(w.heading)).sort()).toEqual([-37, 53]);
}, 60_000);

test("stones and rope propose nothing", async () => {
  expect((await looked("SM-0427")).found).toBeNull();
}, 60_000);

test("of a stitched panorama nothing wrong is made: its lens is straight, its camera level", async () => {
  const { found } = await looked("SM-0425");
  if (!found) return;
  const { k, attitude } = found.solution;
  expect(Math.abs(displaced(k, 0.7))).toBeLessThan(0.001);
  expect(Math.abs(attitude.pitch)).toBeLessThan(0.1);
}, 60_000);
