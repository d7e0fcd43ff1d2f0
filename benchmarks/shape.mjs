/**
 * npm run bench:shape: a shape of 20 taut lines, of two faces, and of both, solved as while something moves and as at rest, with its
 * map as the Bench samples it, against a fixed amount of arithmetic in the same process.
 */
import { imported } from "./shared.mjs";

const { SIZE, along, solved, stepOf, sampleGrid } = await imported("shape", {
  contents: `export { SIZE, along, solved } from "@/core/shape/bend/bend.testing"; export { stepOf } from "@/core/shape/bend";
export { sampleGrid } from "@/core/render";`,
});

const LOCKS = ["free", "vertical", "horizontal"];
const taut = Array.from({ length: 20 }, (_, k) => ({
  id: `t${k}`,
  points: along(60, (t) =>
    k % 2 ? [150 + 140 * k, 200 + 1500 * t + 3 * k] : [200 + 2500 * t, 120 + 90 * k + 40 * Math.sin(3 * t)],
  ),
  lock: LOCKS[k % 4 === 0 ? 0 : k % 2 ? 1 : 2],
  amount: 1,
  on: true,
}));
const joints = [
  { id: "1", at: [600, 600], by: [-30, 10] },
  { id: "2", at: [1400, 650] },
  { id: "3", at: [1420, 1500] },
  { id: "4", at: [620, 1550] },
  { id: "5", at: [2100, 500], by: [25, 30] },
  { id: "6", at: [2150, 1600] },
];
const faces = [
  { id: "A", joints: ["1", "2", "3", "4"], form: "free", on: true },
  { id: "B", joints: ["2", "5", "6", "3"], form: "free", on: true },
];
const CASES = { "20 taut lines": { taut }, "2 faces": { joints, faces }, "5 taut lines": { taut: taut.slice(0, 5) } };
const TIMES = 25;

/** Median time of something, ms, after as many rounds to warm up. */
function timed(run) {
  for (let n = 0; n < TIMES; n++) run();
  const times = Array.from({ length: TIMES }, () => {
    const began = performance.now();
    run();
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[TIMES >> 1];
}

/** Two million square roots. */
function reference() {
  let sum = 0;
  for (let i = 0; i < 2e6; i++) sum += Math.sqrt(i + sum * 1e-9);
  return sum;
}

const base = timed(reference);
console.log(`two million roots: ${base.toFixed(1)} ms`);
for (const moving of [true, false])
  for (const [name, shape] of Object.entries(CASES)) {
    const solve = timed(() => solved(shape, moving));
    const model = solved(shape, moving);
    const { back, forward } = stepOf(model);
    const map = timed(() => sampleGrid({ toRecorded: back, fromRecorded: forward }, [0, 0, ...SIZE], 96, 64));
    console.log(
      `${moving ? "moving" : "at rest"}, ${name}: solve ${solve.toFixed(1)} ms (${(solve / base).toFixed(2)} ×), ` +
        `map of 96 × 64 ${map.toFixed(1)} ms (${(map / base).toFixed(2)} ×)`,
    );
  }
