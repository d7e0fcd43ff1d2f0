import { readFileSync } from "node:fs";
import path from "node:path";
import { groupSegments } from "@/core/attitude";
import { makeLens } from "@/core/lens";
import { findSegments } from "@/core/lines";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** Found lines alone, on the demo's photos, under their true lens and focal length. */
const folder = path.join(__dirname, "../photos");

async function grouped(file: string) {
  const truth = JSON.parse(readFileSync(path.join(folder, file.replace(/\.\w+$/, ".truth.json")), "utf8")) as Truth;
  const lens = makeLens(truth.size, {
    k: truth.lens.k as [number, number, number],
    p: truth.lens.p as [number, number],
    centre: truth.lens.centre as [number, number],
    amount: 1,
  });
  const principal = [truth.size[0] / 2, truth.size[1] / 2] as const;
  const segments = findSegments(await greenLight(path.join(folder, file)), lens);
  return { truth, segments, found: groupSegments({ focalPx: truth.focalPx, principal }, lens, segments) };
}

test.each([
  ["the whole street front, 24 megapixels", "SM-0413.jpg"],
  ["the tower, on its side", "SM-0414.jpg"],
  ["the reading room", "SM-0415.jpg"],
  ["the view into its corner", "SM-0419.jpg"],
  ["the canal wing from the side", "SM-0420.jpg"],
  ["the stair hall, 16 bits", "SM-0421.tif"],
  ["the wing over the water", "SM-0423.jpg"],
  ["the gable", "SM-0424.jpg"],
  ["the timber store that truly leans", "SM-0426.jpg"],
  ["the doorway", "SM-0428.jpg"],
])(
  "%s: pitch and roll within 0.15°, the main wall's heading within 0.3°",
  async (_, file) => {
    const { truth, found } = await grouped(file);
    expect(found.told).toBe(true);
    expect(Math.abs(found.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.15);
    expect(Math.abs(found.attitude.roll - truth.attitude.roll)).toBeLessThan(0.15);
    const main = found.groups.filter((g) => g.kind === "sill").sort((a, b) => b.count - a.count)[0]!;
    const headings = Object.values(truth.walls).map((h) => (h as number) + truth.attitude.yaw);
    const off = headings.map((h) => Math.abs(((((main.heading! - h) % 180) + 270) % 180) - 90));
    expect(Math.min(...off)).toBeLessThan(0.3);
  },
  60_000,
);

test("on pebbles there is nothing to go by, and it says so", async () => {
  const { found, segments } = await grouped("SM-0427.png");
  expect(found.told).toBe(false);
  expect(found.attitude).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  expect(found.groups.map((g) => g.id)).toEqual(["other"]);
  expect(found.groups[0]!.count).toBe(segments.length);
}, 60_000);
