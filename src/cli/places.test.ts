import { spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import { temporaryFolder } from "@/server/testing";
import { emptyRecipe } from "@/core/recipe";

const folder = temporaryFolder();
const root = path.join(__dirname, "../..");
const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist"), "flatstone.cjs");
const recipe = path.join(folder, "r.json");
const made = emptyRecipe();
made.lens.k = [-0.05, 0.01, 0];
Object.assign(made.attitude, { from: "by-hand", pitch: 11, yaw: -6, roll: 1 });
made.proportion.height = 1.07;
writeFileSync(recipe, JSON.stringify(made));

function places(lines: readonly string[], ...args: string[]) {
  const command = [program, "places", "--size", "3000,2000", "--recipe", recipe, ...args];
  return spawnSync(process.execPath, command, { encoding: "utf8", input: lines.join("\n") });
}
const read = (stdout: string): ([number, number] | null)[] =>
  stdout
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as [number, number] | null);

test("places go from the original to the delivered picture and come back", () => {
  const asked: [number, number][] = [
    [1500, 1000],
    [900.25, 700.5],
    [2100, 1400],
  ];
  const there = places(asked.map((p) => JSON.stringify(p)));
  expect(there.status).toBe(0);
  const landed = read(there.stdout);
  const back = read(
    places(
      landed.map((p) => JSON.stringify(p)),
      "--from",
      "output",
    ).stdout,
  );
  asked.forEach(([x, y], i) => {
    expect(back[i]![0]).toBeCloseTo(x, 5);
    expect(back[i]![1]).toBeCloseTo(y, 5);
  });
  // The frame begins elsewhere than the original, so they are not the same numbers.
  expect(Math.abs(landed[0]![0] - 1500)).toBeGreaterThan(1);
});

test("what lies behind the corrected camera lands nowhere", () => {
  const steep = path.join(folder, "steep.json");
  const tipped = emptyRecipe();
  tipped.camera.focalPx = 1200;
  Object.assign(tipped.attitude, { from: "by-hand", pitch: 60, ease: { plumb: 1, sill: 1 } });
  writeFileSync(steep, JSON.stringify(tipped));
  const command = [program, "places", "--size", "3000,2000", "--recipe", steep];
  const { stdout } = spawnSync(process.execPath, command, { encoding: "utf8", input: "[1500,5]\n\n[1500,1900]" });
  const landed = read(stdout);
  expect(landed[0]).toBeNull();
  // An empty row stays one, so that rows answer to rows.
  expect(landed[1]).toBeNull();
  expect(landed[2]).toHaveLength(2);
});

test.each([["[1,2,3]"], ["here"], ["[1,null]"], ["{}"]])("%s is no place, and is told with its line", (line) => {
  const { status, stderr, stdout } = places(["[1,2]", line]);
  expect(status).toBe(2);
  expect(stderr).toContain("Line 2 is no place");
  expect(stdout).toBe("");
});

test("other pixels than the two are refused", () => {
  const { status, stderr } = places(["[1,2]"], "--from", "screen");
  expect(status).toBe(2);
  expect(stderr).toContain("neither");
});
