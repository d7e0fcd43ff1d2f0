/**
 * npm run bench:mend [-- VIEW …]: pipes, posts, wires and bins taken out of views that were rendered with and without them
 * (demo/photos/mending), by strokes of the mending brush, and by OpenCV's two plain ways of inpainting where Debian's
 * python3-opencv is installed. What is printed for each is explained in mend.py. Mending was tuned on the gable and the
 * doorway; the other views tell how good it is.
 */
import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, readdirSync, rmSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { imported } from "./shared.mjs";

const { settle, compile, resampleBand, edgeLayers, planStroke, strokesNeed, parseRecipe } = await imported("mend", {
  contents: `export { settle, compile, resampleBand, edgeLayers, planStroke, strokesNeed } from "@/core/render";
    export { parseRecipe } from "@/core/recipe";`,
});
const views = path.resolve("demo/photos/mending");
const folder = path.resolve(".local/bench-mend");
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const given = process.argv.slice(2);
const names = readdirSync(views)
  .filter((file) => file.endsWith(".json"))
  .map((file) => path.parse(file).name)
  .filter((name) => given.length === 0 || given.includes(name));

async function loaded(name) {
  const { data, info } = await sharp(path.join(views, name)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data: new Uint8Array(data), width: info.width, height: info.height, channels: 3 };
}

/** A view's recipe: its camera as it was, a brush over each thing. */
function recipeOf({ size, focalPx, principal, attitude, strokes }) {
  const text = JSON.stringify({
    format: "flat-stone-recipe",
    version: 1,
    camera: { focalPx, focalFrom: "stated", principal },
    lens: { from: "by-hand", k: [0, 0, 0] },
    attitude: { from: "by-hand", ...attitude },
    edges: {
      gaps: "leave",
      strokes: strokes.map(({ is, points, radius }) => ({
        id: is, kind: "mend", points, radius, hardness: 1, on: true,
      })), // prettier-ignore
    },
  });
  return settle(parseRecipe(text), size);
}

let [ms, runs] = [0, 0];
for (const name of names) {
  const about = JSON.parse(readFileSync(path.join(views, `${name}.json`), "utf8"));
  const recipe = recipeOf(about);
  const map = compile(recipe, about.size);
  const [width, height] = map.output;
  const source = await loaded(`${name}-with.jpg`);
  const seen = (raster) => {
    const pixels = new Uint8Array(3 * width * height);
    resampleBand(raster, { map, kernel: "cubic", y: 0, rows: height, alpha: false }, pixels);
    return pixels;
  };
  const before = seen(source);
  const after = before.slice();
  // One bit for each thing that a pixel was mended for.
  const which = new Uint8Array(width * height);
  const strokes = [];
  for (const [k, { stroke, box, under }] of strokesNeed(recipe, map).entries()) {
    const job = { recipe, map, kernel: "cubic", fill: null };
    const began = performance.now();
    const work = await planStroke(source, { ...job, strokes: under.map((j) => strokes[j]) }, stroke);
    ms += performance.now() - began;
    strokes.push(work ?? { stroke, box, parts: [] });
    runs += strokes[k].parts.length;
    const room = (count) => new Uint8Array(count);
    for (const { rect, raster } of edgeLayers(source, { ...job, strokes }, room, undefined, k)) {
      const [left, top] = [rect[0] - map.frame[0], rect[1] - map.frame[1]].map(Math.round);
      for (let i = 0; i < raster.width * raster.height; i++) {
        const [x, y] = [left + (i % raster.width), top + Math.floor(i / raster.width)];
        if (!raster.data[4 * i + 3] || x >= width || y >= height) continue;
        which[y * width + x] |= 1 << k;
        after.set(raster.data.subarray(4 * i, 4 * i + 3), 3 * (y * width + x));
      }
    }
  }
  const write = (pixels, what, channels) =>
    sharp(pixels, { raw: { width, height, channels } })
      .png()
      .toFile(path.join(folder, `${name}.${what}.png`));
  await write(before, "with", 3);
  await write(seen(await loaded(`${name}-without.jpg`)), "truth", 3);
  await write(after, "mended", 3);
  await write(which, "which", 1);
}
console.log(`${names.join(", ")}: ${runs} runs of strokes, ${(ms / runs).toFixed(0)} ms each.`);
try {
  console.log(execFileSync("/usr/bin/python3", ["benchmarks/mend.py", folder, ...names], { encoding: "utf8" }));
} catch (error) {
  const said = String(error.stderr ?? error.message).trim();
  console.log(`OpenCV was not measured: ${said.split("\n").at(-1)}`);
}
