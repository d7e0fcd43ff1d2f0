/**
 * npm run bench, third part: the pixel kernel on made-up pictures, against `remap` of OpenCV's JavaScript build over the same
 * map in the same run; scaling with cores and with megapixels. Prints a table and JSON; needs dist/.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { availableParallelism, cpus, tmpdir } from "node:os";
import path from "node:path";
import { best, imported } from "./shared.mjs";

const cores = availableParallelism();

/** OpenCV's remap of the picture, ms for each way to interpolate; its map is made beforehand and not counted. */
async function openCv(picture, { width, height, xs, ys }) {
  const required = createRequire(import.meta.url)("@techstark/opencv-js");
  const cv = required instanceof Promise ? await required : required;
  if (!cv.Mat) await new Promise((ready) => (cv.onRuntimeInitialized = ready));
  const source = cv.matFromArray(picture.height, picture.width, cv.CV_8UC3, picture.data);
  const mapX = new cv.Mat(height, width, cv.CV_32FC1);
  const mapY = new cv.Mat(height, width, cv.CV_32FC1);
  mapX.data32F.set(xs);
  mapY.data32F.set(ys);
  const target = new cv.Mat();
  const result = {};
  for (const [name, how] of [
    ["linear", cv.INTER_LINEAR],
    ["cubic", cv.INTER_CUBIC],
    ["lanczos4", cv.INTER_LANCZOS4],
  ]) {
    const times = [];
    for (let i = 0; i < 3; i++) {
      const began = performance.now();
      cv.remap(source, target, mapX, mapY, how, cv.BORDER_REPLICATE, new cv.Scalar());
      times.push(performance.now() - began);
    }
    result[name] = best(times);
  }
  for (const mat of [source, mapX, mapY, target]) mat.delete();
  return result;
}

/** The same by OpenCV itself, where Debian's package python3-opencv is installed; null where it is not. */
function nativeOpenCv(picture, { width, height, xs, ys }) {
  const folder = mkdtempSync(path.join(tmpdir(), "flat-stone-bench-"));
  try {
    for (const [name, data] of Object.entries({ picture: picture.data, xs, ys }))
      writeFileSync(path.join(folder, name), new Uint8Array(data.buffer, data.byteOffset, data.byteLength));
    const sizes = [picture.width, picture.height, width, height].map(String);
    const { status, stdout } = spawnSync("/usr/bin/python3", ["benchmarks/native-opencv.py", folder, ...sizes]);
    return status === 0 ? JSON.parse(stdout.toString()) : null;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const { engineMs, madeUpPicture, mapPlanes, referenceMs } = await imported("engine", "benchmarks/engine-page.ts");
const size = [6000, 4000];
const picture = madeUpPicture(...size);
const planes = mapPlanes(...size);
const cv = await openCv(picture, planes);
const native = nativeOpenCv(picture, planes);
const engine = {
  cubic: await engineMs("dist", picture, "cubic", cores),
  lanczos3: await engineMs("dist", picture, "lanczos3", cores),
  fringes: await engineMs("dist", picture, "lanczos3", cores, { fringes: true }),
  oneCore: await engineMs("dist", picture, "lanczos3", 1),
  plainTypeScript: referenceMs(picture, "lanczos3"),
};
const megapixels = {};
for (const [name, w, h] of [
  ["6", 3000, 2000],
  ["24", 6000, 4000],
  ["60", 9480, 6330],
  ["150", 15000, 10000],
])
  megapixels[name] = await engineMs("dist", madeUpPicture(w, h), "lanczos3", cores, { rounds: 4 });
const result = {
  machine: `${cpus().length} × ${cpus()[0].model}`,
  node: process.version,
  cv,
  native,
  engine,
  megapixels,
};
console.log(JSON.stringify(result));
const row = (what, ms, ratio) => ({ what, ms: ms.toFixed(0), ratio });
const against = (cvMs, { kernelMs }) => `kernel ${(cvMs / kernelMs).toFixed(1)} × as fast`;
console.table([
  row("OpenCV's JavaScript remap, linear", cv.linear, ""),
  row("OpenCV's JavaScript remap, cubic", cv.cubic, ""),
  row("OpenCV's JavaScript remap, Lanczos-4", cv.lanczos4, ""),
  ...(native
    ? [
        row(`native OpenCV remap, cubic, ${native.threads} threads`, native.cubic, against(native.cubic, engine.cubic)),
        row("native OpenCV remap, Lanczos-4", native.lanczos4, against(native.lanczos4, engine.lanczos3)),
      ]
    : []),
  row(`kernel alone, cubic, ${cores} cores`, engine.cubic.kernelMs, against(cv.cubic, engine.cubic)),
  row(`kernel alone, Lanczos-3, ${cores} cores`, engine.lanczos3.kernelMs, against(cv.lanczos4, engine.lanczos3)),
  row("with fringes undone", engine.fringes.kernelMs, against(cv.lanczos4, engine.fringes)),
  row("kernel alone, Lanczos-3, 1 core", engine.oneCore.kernelMs, against(cv.lanczos4, engine.oneCore)),
  row(
    "plain TypeScript, Lanczos-3, 1 core",
    engine.plainTypeScript,
    `${(engine.plainTypeScript / engine.oneCore.kernelMs).toFixed(1)} × the kernel on 1 core`,
  ),
  ...Object.entries(megapixels).map(([name, { ms }]) =>
    row(`with the source put in place, Lanczos-3, ${name} MP`, ms, `${(ms / Number(name)).toFixed(1)} ms per MP`),
  ),
]);
process.exit(0);
