import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { emptyRecipe } from "@/core/recipe";
import { temporaryFolder } from "@/server/testing";
import { flatstone } from "./running.testing";

const root = path.join(__dirname, "../..");
const photo = path.join(root, "demo/photos/SM-0428.jpg");
const truth = JSON.parse(readFileSync(path.join(root, "demo/photos/SM-0428.truth.json"), "utf8")) as {
  attitude: { pitch: number; yaw: number; roll: number };
  lens: { k: [number, number, number]; p: [number, number]; centre: [number, number] };
};

const recipe = path.join(temporaryFolder(), "lens.json");
writeFileSync(
  recipe,
  JSON.stringify({ ...emptyRecipe(), lens: { ...emptyRecipe().lens, from: "by-hand", ...pick(truth.lens) } }),
);
function pick({ k, p, centre }: (typeof truth)["lens"]) {
  return { k, p, centre };
}

test("lines prints segments, groups and the attitude they agree on, as one line of JSON", () => {
  const { status, stdout } = flatstone("lines", photo, "--recipe", recipe);
  expect(status).toBe(0);
  expect(stdout.trimEnd()).not.toContain("\n");
  const found = JSON.parse(stdout);
  expect(found.size).toEqual([3000, 2000]);
  const ids = found.groups.map((g: { id: string }) => g.id);
  expect(ids[0]).toBe("plumb");
  expect(ids).toContain("other");
  for (const { points, sigmaPx, group } of found.segments) {
    expect(ids).toContain(group);
    expect(sigmaPx).toBeGreaterThan(0);
    for (const [x, y] of points) expect(x >= 0 && y >= 0 && x <= 3000 && y <= 2000).toBe(true);
  }
  for (const { id, count, vanishing, kind } of found.groups) {
    expect(count).toBe(found.segments.filter((s: { group: string }) => s.group === id).length);
    if (kind === "other") expect(vanishing).toBeNull();
    else expect(Math.hypot(...vanishing)).toBeCloseTo(1, 9);
  }
  for (const key of ["pitch", "roll"] as const)
    expect(Math.abs(found.attitude[key] - truth.attitude[key])).toBeLessThan(0.15);
  expect(found.sigma.pitch).toBeGreaterThan(0);
}, 60_000);

test("solve --find solves from them, the wall's turn included", () => {
  const { status, stdout } = flatstone("solve", photo, "--find", "--recipe", recipe);
  expect(status).toBe(0);
  const { attitude, lines, walls } = JSON.parse(stdout);
  expect(Math.abs(attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.15);
  expect(Math.abs(attitude.yaw - truth.attitude.yaw)).toBeLessThan(0.3);
  expect(lines.length).toBeGreaterThan(50);
  expect(walls.length).toBeGreaterThan(0);
}, 60_000);

test.each([
  ["two photos", ["lines", photo, photo]],
  ["no photo", ["lines"]],
  ["a photo that is not there", ["lines", "nowhere.jpg"]],
  ["--find without a photo", ["solve", "--find"]],
  ["--find with a size", ["solve", photo, "--find", "--size", "3000,2000"]],
])("%s: a sentence on stderr, status 2", (_, args) => {
  const { status, stdout, stderr } = flatstone(...args);
  expect(status).toBe(2);
  expect(stdout).toBe("");
  expect(stderr.trim().length).toBeGreaterThan(10);
});
