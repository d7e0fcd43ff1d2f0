/**
 * npm run bench, first part: solve and map in the browser's main thread; lines found in 24 megapixels. Prints a table and JSON; needs dist/ (bin/start or node scripts/bundle.mjs).
 */
import { spawnSync } from "node:child_process";
import { cpus } from "node:os";
import path from "node:path";
import { build } from "esbuild";
import { chromium } from "playwright-core";
import sharp from "sharp";
import { best, bundled } from "./shared.mjs";

const rounds = 3;

async function inBrowser() {
  const { outputFiles } = await build({
    entryPoints: ["benchmarks/solve-page.ts"],
    bundle: true,
    write: false,
    format: "iife",
    tsconfig: "tsconfig.json",
    minify: true,
  });
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-quic"],
  });
  const page = await browser.newPage();
  await page.setContent("<html></html>");
  await page.addScriptTag({ content: outputFiles[0].text });
  const result = JSON.parse(await page.title());
  await browser.close();
  return result;
}

const FINDER = (
  photo,
) => `import { findSegments } from "@/core/lines"; import { groupSegments } from "@/core/attitude"; import { makeLens } from "@/core/lens"; import { greenLight } from "@/server/image/reading/luminance";
const image = await greenLight(${JSON.stringify(path.resolve(photo))}); const size = [image.width, image.height]; const lens = makeLens(size, null); const times = [];
for (let i = 0; i < 3; i++) { const began = performance.now(); const found = findSegments(image, lens); groupSegments({ focalPx: 3500, principal: [3000, 2000] }, lens, found); times.push(performance.now() - began); }
console.log(JSON.stringify({ ms: Math.min(...times), firstMs: times[0], rssMb: process.resourceUsage().maxRSS / 1024 }));`;

/** Lines found in 24 megapixels, in a process of its own: time and memory, against a bare decode of the same photo. */
async function finding() {
  const photo = "demo/photos/SM-0413.jpg";
  const bare = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    await sharp(photo).raw().toBuffer();
    bare.push(performance.now() - began);
  }
  const { status, stdout, stderr } = await bundled("find", { contents: FINDER(photo) }, (script) =>
    spawnSync(process.execPath, [script]),
  );
  if (status !== 0) throw new Error(stderr.toString());
  return { ...JSON.parse(stdout.toString()), bareMs: best(bare) };
}

const find = await finding();
const solve = await inBrowser();
const result = { machine: `${cpus().length} × ${cpus()[0].model}`, node: process.version, solve, find };
console.log(JSON.stringify(result));
const against = (ms) => `${(ms / solve.referenceMs).toFixed(2)} × 2 M multiplications`;
console.table([
  {
    what: "solve, 20 plumbs and 30 sills of 3 walls",
    ms: solve.solveFiftyMs.toFixed(2),
    ratio: against(solve.solveFiftyMs),
  },
  { what: "solve and map, 50 plumbs, lens", ms: solve.solveAndMapMs.toFixed(2), ratio: against(solve.solveAndMapMs) },
  {
    what: "the same with a clean frame of one ratio",
    ms: solve.withFrameMs.toFixed(2),
    ratio: against(solve.withFrameMs),
  },
  {
    what: "the same with a clean frame of any ratio",
    ms: solve.withAnyFrameMs.toFixed(2),
    ratio: against(solve.withAnyFrameMs),
  },
  {
    what: `lines found in 24 MP, ${find.rssMb.toFixed(0)} MB in all (first time ${find.firstMs.toFixed(0)} ms)`,
    ms: find.ms.toFixed(0),
    ratio: `${(find.ms / find.bareMs).toFixed(2)} × bare decode (${find.bareMs.toFixed(0)} ms)`,
  },
]);
