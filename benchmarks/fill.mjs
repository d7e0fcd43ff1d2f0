/**
 * npm run bench:fill: gaps of about 8 % of frames whose truth was rendered (demo/photos/references, levelled), filled by the
 * command line from the photo, and by OpenCV's three ways of inpainting from the same picture with its gaps left clear, where
 * Debian's python3-opencv is installed. What is printed for each is explained in fill.py. Names after it (npm run bench:fill --
 * SM-0422) take only those photos.
 */
import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { imported } from "./shared.mjs";

const SHARE = 0.08;
const { settle, compile, sideAt, parseRecipe } = await imported("fill", {
  contents: `export { settle, compile, sideAt } from "@/core/render"; export { parseRecipe } from "@/core/recipe";`,
});
const folder = path.resolve(".local/bench-fill");
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const photos = path.resolve("demo/photos");
const asked = process.argv.slice(2);
const truths = readdirSync(photos)
  .filter((name) => name.endsWith(".truth.json") && (asked.length === 0 || asked.some((a) => name.startsWith(a))))
  .map((name) => JSON.parse(readFileSync(path.join(photos, name), "utf8")));

/** A photo's true recipe, in a frame that is so far empty, and the reference cut to the same frame. */
async function prepare(truth, reference) {
  const { size, focalPx, principal, lens, attitude } = truth;
  const base = {
    format: "flat-stone-recipe",
    version: 1,
    camera: { focalPx, focalFrom: "stated", principal },
    lens: {
      from: "by-hand",
      k: lens.k,
      p: lens.p,
      centre: lens.centre,
      fringes: lens.fringes,
      vignetting: { v: lens.vignetting, amount: 1 },
    },
    attitude: {
      from: "by-hand",
      pitch: attitude.pitch,
      yaw: attitude.yaw - reference.attitude.yaw,
      roll: attitude.roll,
    },
  };
  const [w, h] = reference.size;
  const per = focalPx / reference.focalPx;
  const at = (x, y) => [principal[0] + (x - w / 2) * per, principal[1] + (y - h / 2) * per];
  const whole = { ...base, frame: { rule: "free", rect: [...at(0, 0), w * per, h * per] } };
  const map = compile(settle(parseRecipe(JSON.stringify(whole)), size), size);
  const out = new Float64Array(3);
  const gap = new Uint8Array(w * h);
  let [x0, y0, x1, y1, sx, sy, n] = [w, h, 0, 0, 0, 0, 0];
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      if (sideAt(map, ...at(x + 0.5, y + 0.5), out)) {
        gap[y * w + x] = 1;
        continue;
      }
      [x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x + 1), Math.max(y1, y + 1)];
      [sx, sy, n] = [sx + x, sy + y, n + 1];
    }
  const grown = (t) => {
    const [cx, cy] = [sx / n, sy / n];
    const rect = [cx - t * (cx - x0), cy - t * (cy - y0), cx + t * (x1 - cx), cy + t * (y1 - cy)].map(Math.round);
    let open = 0;
    for (let y = rect[1]; y < rect[3]; y++) for (let x = rect[0]; x < rect[2]; x++) open += gap[y * w + x];
    return { rect, share: open / ((rect[2] - rect[0]) * (rect[3] - rect[1])) };
  };
  let [low, high] = [0.2, 1];
  if (grown(1).share <= SHARE) low = 1;
  else
    for (let i = 0; i < 20; i++) {
      const middle = (low + high) / 2;
      if (grown(middle).share > SHARE) high = middle;
      else low = middle;
    }
  const [left, top, right, bottom] = grown(low).rect;
  const [width, height] = [right - left, bottom - top];
  const frame = {
    rule: "free",
    rect: [...at(left, top), width * per, height * per],
    output: { kind: "long", px: Math.max(width, height) },
  };
  const place = (what) => path.join(folder, `${path.parse(truth.picture).name}.${what}`);
  for (const gaps of ["fill", "leave"])
    writeFileSync(place(`${gaps}.json`), JSON.stringify({ ...base, frame, edges: { gaps } }));
  const part = { left, top, width, height };
  await sharp(path.join(photos, reference.file)).extract(part).png().toFile(place("truth.png"));
  await sharp(Buffer.from(gap.map((v) => 255 * v)), { raw: { width: w, height: h, channels: 1 } })
    .extract(part)
    .toColourspace("b-w")
    .png()
    .toFile(place("gap.png"));
  return place;
}

for (const truth of truths) {
  const reference = truth.references?.find((r) => r.is === "levelled");
  if (!reference) continue;
  const place = await prepare(truth, reference);
  for (const gaps of ["leave", "fill"]) {
    const began = performance.now();
    execFileSync("bin/flatstone", [
      "render", path.join(photos, truth.picture), "--recipe", place(`${gaps}.json`), "--out", place(`${gaps}.png`),
    ]); // prettier-ignore
    console.log(`${truth.picture} ${gaps}: ${((performance.now() - began) / 1000).toFixed(1)} s`);
  }
}
try {
  console.log(execFileSync("/usr/bin/python3", ["benchmarks/fill.py", folder], { encoding: "utf8" }));
} catch (error) {
  console.log(
    `OpenCV was not measured: ${String(error.stderr ?? error.message)
      .trim()
      .split("\n")
      .at(-1)}`,
  );
}
