import { spawnSync } from "node:child_process";
import { copyFileSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { temporaryFolder } from "@/server/testing";
import { emptyRecipe } from "@/core/recipe";

const elsewhere = temporaryFolder();
const root = path.join(__dirname, "../..");
const bundles = process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist");

test("starts from one file also where what was compiled beforehand is missing, damaged, or another version's", () => {
  for (const name of ["flatstone.cjs", "command-line.cjs"])
    copyFileSync(path.join(bundles, name), path.join(elsewhere, name));
  const recipe = path.join(elsewhere, "r.json");
  const tipped = emptyRecipe();
  Object.assign(tipped.attitude, { from: "by-hand", pitch: 10 });
  writeFileSync(recipe, JSON.stringify(tipped));
  const run = (folder: string): string => {
    const args = [path.join(folder, "flatstone.cjs"), "frame", "--size", "3000,2000", "--recipe", recipe];
    return spawnSync(process.execPath, args, { encoding: "utf8" }).stdout;
  };
  const whole = run(bundles);
  expect(JSON.parse(whole)).toHaveProperty("rect");
  const kept = readFileSync(path.join(bundles, "command-line.compiled"));
  for (const compiled of [null, kept.subarray(0, 5000), Buffer.from("not compiled"), Buffer.from(kept).fill(7, 4, 8)]) {
    if (compiled) writeFileSync(path.join(elsewhere, "command-line.compiled"), compiled);
    expect(run(elsewhere)).toBe(whole);
  }
});
