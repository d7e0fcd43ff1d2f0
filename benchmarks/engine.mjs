/**
 * npm run bench, third part: the pixel kernel on made-up pictures, against `remap` of OpenCV's JavaScript build over the same
 * map in the same run; scaling with cores and with megapixels. Prints a table and JSON; needs dist/.
 */
import { createRequire } from "node:module";
import { availableParallelism, cpus } from "node:os";
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

const { engineMs, madeUpPicture, mapPlanes, referenceMs } = await imported("engine", "benchmarks/engine-page.ts");
const size = [6000, 4000];
const picture = madeUpPicture(...size);
const cv = await openCv(picture, mapPlanes(...size));
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
const result = { machine: `${cpus().length} × ${cpus()[0].model}`, node: process.version, cv, engine, megapixels };
console.log(JSON.stringify(result));
const row = (what, ms, ratio) => ({ what, ms: ms.toFixed(0), ratio });
const against = (cvMs, { kernelMs }) => `${(cvMs / kernelMs).toFixed(1)} × as fast as OpenCV's`;
console.table([
  row("OpenCV remap, linear", cv.linear, ""),
  row("OpenCV remap, cubic", cv.cubic, ""),
  row("OpenCV remap, Lanczos-4", cv.lanczos4, ""),
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
