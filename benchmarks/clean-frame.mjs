/**
 * npm run bench:clean-frame: the clean frame of random outlines and keep marks, of one ratio and of any, and the weighed one,
 * against a fixed amount of arithmetic in the same process.
 */
import { imported } from "./shared.mjs";

const { cleanFrameKeeping, bowedQuad, bounds, randomFrom } = await imported("clean-frame", {
  contents: `export { cleanFrameKeeping } from "@/core/frame"; export { bowedQuad } from "@/core/frame/made-up.testing";
export { bounds } from "@/core/geometry"; export { randomFrom } from "@/core/testing";`,
});

const OUTLINES = 200;
const random = randomFrom(2026);
const cases = Array.from({ length: OUTLINES }, () => {
  const outline = bowedQuad(random);
  const [x, y, w, h] = bounds(outline);
  const marks = Array.from({ length: 3 }, (_, i) => ({
    id: `m${i}`,
    at: [x + w * (0.2 + 0.6 * random()), y + h * (0.2 + 0.6 * random())],
  }));
  const places = Array.from({ length: 2700 }, () => ({
    at: [x + w * random(), y + h * random()],
    weight: 9 * random(),
  }));
  return { outline, marks, places };
});

/** Median time of a frame, ms, after a round to warm up. */
function timed(run) {
  for (const one of cases) run(one);
  const times = cases.map((one) => {
    const began = performance.now();
    run(one);
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[OUTLINES >> 1];
}

/** A million multiplications and additions. */
function reference() {
  let [a, b] = [1, 0];
  for (let i = 0; i < 1e6; i++) {
    a = a * 1.0000001 + b;
    b = a - 1;
  }
  return a;
}
const unit = timed(reference);
const rows = {
  "one ratio, three marks": timed(({ outline, marks }) => cleanFrameKeeping(outline, 1.5, marks)),
  "any ratio, three marks": timed(({ outline, marks }) => cleanFrameKeeping(outline, null, marks)),
  "one ratio, weighed": timed(({ outline, places }) => cleanFrameKeeping(outline, 1.5, [], places)),
  "one ratio, weighed, while moving": timed(({ outline, places }) => cleanFrameKeeping(outline, 1.5, [], places, true)),
  "any ratio, weighed": timed(({ outline, places }) => cleanFrameKeeping(outline, null, [], places)),
};
for (const [what, ms] of Object.entries(rows))
  console.log(
    `${what.padEnd(34)} ${ms.toFixed(2).padStart(8)} ms  ${(ms / unit).toFixed(2).padStart(7)} × a million sums`,
  );
