/**
 * npm run bench, second part: whole deliveries by the command line and inside a process that is already running, against
 * a bare decode and encode of the same file in the same run; and the most memory they take. Needs dist/.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { cpus, tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import sharp from "sharp";
import { best as least, imported } from "./shared.mjs";

const folder = mkdtempSync(path.join(tmpdir(), "flat-stone-bench-"));
const at = (name) => path.join(folder, name);
const ROUNDS = 5;
const RECIPE = {
  format: "flat-stone-recipe",
  version: 1,
  lens: { k: [-0.01, 0, 0], from: "by-hand" },
  attitude: { from: "by-hand", pitch: 14.2, yaw: 5.5, roll: -0.9 },
};

async function timed(work) {
  const began = performance.now();
  await work();
  return performance.now() - began;
}

/** The command line once. @returns ms and the most memory, MB. */
function commandLine(photo, out) {
  const began = performance.now();
  const script = `import { readFileSync } from "node:fs"; process.argv = [process.argv[0], "flatstone", "render", ...process.argv.slice(1)];
    process.on("exit", () => process.stderr.write("\\nMB " + Number(/VmHWM:\\s+(\\d+)/.exec(readFileSync("/proc/self/status", "utf8"))[1]) / 1024));
    await import(${JSON.stringify(pathToFileURL(path.resolve("dist/flatstone.cjs")).href)});`;
  const args = ["--input-type=module", "-e", script, photo, "--recipe", at("r.json"), "--out", out];
  const { status, stderr } = spawnSync(process.execPath, args);
  if (status !== 0) throw new Error(stderr.toString());
  return { ms: performance.now() - began, mb: Number(/MB ([\d.]+)/.exec(stderr.toString())[1]) };
}

const DELIVERER = `import { inThreads } from "@/server/render/in-threads"; import { renderPicture } from "@/server/render/render-picture";
import { deliveryOptions } from "@/core/contract"; import { readRecipe } from "@/core/recipe";
export async function deliverer(script, json) { const runner = await inThreads(script); const recipe = readRecipe(json);
return { close: () => runner.close(), deliver: (source, target, format) => renderPicture({ source, target, recipe, focal: {}, options: deliveryOptions.parse({ format, quality: 92 }) }, runner) }; }`;

const jpeg = (input, optimiseCoding, out) =>
  sharp(input).jpeg({ quality: 92, chromaSubsampling: "4:4:4", optimiseCoding }).toFile(out);

try {
  writeFileSync(at("r.json"), JSON.stringify(RECIPE));
  await sharp("demo/photos/SM-0412.jpg").resize(6000, 4000).jpeg({ quality: 92 }).toFile(at("24.jpg"));
  await sharp("demo/photos/SM-0412.jpg").resize(1500, 1000).jpeg({ quality: 92 }).toFile(at("small.jpg"));
  await sharp("demo/photos/SM-0421.tif")
    .toColourspace("rgb16")
    .resize(6000, 4000)
    .tiff({ compression: "deflate", predictor: "horizontal" })
    .toFile(at("24.tif"));
  const { deliver, close } = await (
    await imported("deliver", { contents: DELIVERER })
  ).deliverer(path.resolve("dist/band-thread.mjs"), RECIPE);
  const times = { bare: [], barePlain: [], cli: [], small: [], start: [], warm: [], bareTiff: [], warmTiff: [] };
  for (let i = 0; i < ROUNDS; i++) {
    times.bare.push(await timed(() => jpeg(at("24.jpg"), true, at("bare.jpg"))));
    times.barePlain.push(await timed(() => jpeg(at("24.jpg"), false, at("bare.jpg"))));
    times.cli.push(commandLine(at("24.jpg"), at("out.jpg")).ms);
    times.small.push(commandLine(at("small.jpg"), at("out.jpg")).ms);
    times.start.push(await timed(() => spawnSync(process.execPath, ["-e", "0"])));
    times.warm.push(await timed(() => deliver(at("24.jpg"), at("out.jpg"), "jpeg")));
  }
  for (let i = 0; i < 2; i++) {
    const tiff = () =>
      sharp(at("24.tif"))
        .toColourspace("rgb16")
        .tiff({ compression: "deflate", predictor: "horizontal" })
        .toFile(at("bare.tif"));
    times.bareTiff.push(await timed(tiff));
    times.warmTiff.push(await timed(() => deliver(at("24.tif"), at("out.tif"), "tiff")));
  }
  await close();
  const memory = {};
  for (const [name, w, h] of [
    ["24", 6000, 4000],
    ["60", 9480, 6330],
    ["150", 15000, 10000],
  ]) {
    await sharp("demo/photos/SM-0412.jpg").resize(w, h).jpeg({ quality: 92 }).toFile(at("big.jpg"));
    memory[name] = { ...commandLine(at("big.jpg"), at("out.jpg")), boundMb: (14 * w * h) / 2 ** 20 + 150 };
  }
  const best = Object.fromEntries(Object.entries(times).map(([name, list]) => [name, least(list)]));
  console.log(
    JSON.stringify({ machine: `${cpus().length} × ${cpus()[0].model}`, node: process.version, best, memory }),
  );
  const row = (what, ms, ratio) => ({ what, ms: ms.toFixed(0), ratio });
  const over = (ms, bare, what) => `${(ms / bare).toFixed(2)} × ${what}`;
  console.table([
    row("bare transcode 24 MP JPEG → JPEG, as sharp does it unasked", best.bare, ""),
    row(
      "bare transcode with Huffman tables as given, as deliveries have them",
      best.barePlain,
      over(best.barePlain, best.bare, "bare"),
    ),
    row("delivery 24 MP JPEG → JPEG, process running", best.warm, over(best.warm, best.bare, "bare")),
    row("delivery 24 MP JPEG → JPEG, command line", best.cli, over(best.cli, best.bare, "bare")),
    row("delivery 1.5 MP JPEG → JPEG, command line", best.small, over(best.small, best.start, "Node’s own start")),
    row("bare transcode 24 MP 16-bit TIFF → TIFF", best.bareTiff, ""),
    row(
      "delivery 24 MP 16-bit TIFF → TIFF, process running",
      best.warmTiff,
      over(best.warmTiff, best.bareTiff, "bare"),
    ),
    ...Object.entries(memory).map(([name, { ms, mb, boundMb }]) =>
      row(
        `command line, ${name} MP: most memory ${mb.toFixed(0)} MB`,
        ms,
        `${(mb / boundMb).toFixed(2)} × (14 bytes a pixel + 150 MB)`,
      ),
    ),
  ]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
