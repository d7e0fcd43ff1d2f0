/**
 * npm run bench:finish: what Finish costs a delivery of 24 megapixels by the command line, part by part, against the same delivery without, in
 * turn in the same run. Needs dist/.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";

const ROUNDS = 7;
const folder = mkdtempSync(path.join(tmpdir(), "flat-stone-bench-"));
const at = (name) => path.join(folder, name);
const BASE = {
  format: "flat-stone-recipe",
  version: 1,
  lens: { k: [-0.05, 0.01, 0], from: "by-hand" },
  attitude: { from: "by-hand", pitch: 16, yaw: -12, roll: 1 },
};
const TONE = { exposure: 0.4, contrast: 0.3, warmth: 0.2, saturation: 0.2 };
const PARTS = {
  tone: TONE,
  "even sharpness": { even: 1 },
  "even sharpness and tone": { even: 1, ...TONE },
  "bright and dark parts": { bright: -0.5, dark: 0.5 },
};

/** One delivery. @returns seconds. */
function delivered(recipe) {
  const began = performance.now();
  const args = ["dist/flatstone.cjs", "render", at("24.jpg"), "--recipe", at(recipe), "--out", at("out.jpg")];
  const { status, stderr } = spawnSync(process.execPath, args);
  if (status !== 0) throw new Error(stderr.toString());
  return (performance.now() - began) / 1000;
}

const middle = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];

try {
  await sharp("demo/photos/SM-0412.jpg").resize(6000, 4000).jpeg({ quality: 92 }).toFile(at("24.jpg"));
  writeFileSync(at("without.json"), JSON.stringify(BASE));
  delivered("without.json");
  const rows = Object.entries(PARTS).map(([part, finish]) => {
    writeFileSync(at("part.json"), JSON.stringify({ ...BASE, finish }));
    const pairs = Array.from({ length: ROUNDS }, () => [delivered("without.json"), delivered("part.json")]);
    const ratios = pairs.map(([without, with_]) => with_ / without - 1);
    return {
      part,
      "without, s": middle(pairs.map((p) => p[0])).toFixed(2),
      "with, s": middle(pairs.map((p) => p[1])).toFixed(2),
      "more, of the delivery without": middle(ratios).toFixed(2),
    };
  });
  console.table(rows);
} finally {
  rmSync(folder, { recursive: true });
}
