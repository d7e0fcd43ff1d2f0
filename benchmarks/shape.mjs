/**
 * npm run bench:shape: a shape of 20 taut lines, of two faces, and of both, solved as while something moves and as at rest, with its
 * map as the Bench samples it, against a fixed amount of arithmetic in the same process. And what forty shapes of five crossing lines
 * do to areas and how straight they become; --seed N begins with another one.
 */
import { imported } from "./shared.mjs";

const { SIZE, along, areasOver, curve, fiveCrossing, solved, straightness, bendStep, sampleGrid } = await imported(
  "shape",
  {
    contents: `export { SIZE, along, areasOver, curve, fiveCrossing, solved, straightness } from "@/core/shape/bend/bend.testing"; export { bendStep } from "@/core/shape/bend";
export { sampleGrid } from "@/core/render";`,
  },
);

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
    const { back, forward } = bendStep(model);
    const map = timed(() => sampleGrid({ toRecorded: back, fromRecorded: forward }, [0, 0, ...SIZE], 96, 64));
    console.log(
      `${moving ? "moving" : "at rest"}, ${name}: solve ${solve.toFixed(1)} ms (${(solve / base).toFixed(2)} ×), ` +
        `map of 96 × 64 ${map.toFixed(1)} ms (${(map / base).toFixed(2)} ×)`,
    );
  }

const first = Number(process.argv[process.argv.indexOf("--seed") + 1]) || 1;
const FORTY = 40;
const all = Array.from({ length: FORTY }, (_, n) => {
  const lines = fiveCrossing(first + n);
  const marks = lines.map((l, i) => ({
    id: `t${i}`,
    points: along(25, curve(l.curve)),
    lock: l.lock,
    amount: 1,
    on: true,
  }));
  const began = performance.now();
  const model = solved({ taut: marks });
  const ms = performance.now() - began;
  const lean = ({ lock, curve: c }) => {
    const { line } = straightness(model, c);
    return lock === "free" ? 0 : Math.abs(Math.asin(line.along[lock === "vertical" ? 0 : 1])) * (180 / Math.PI);
  };
  return {
    ...areasOver(model),
    bow: Math.max(...lines.map((l) => straightness(model, l.curve).bow)),
    lean: Math.max(...lines.map(lean)),
    share: model.share,
    ms,
  };
});
const worst = (key, of = Math.max) => of(...all.map((r) => r[key]));
console.log(
  `five crossing lines, seeds ${first} to ${first + FORTY - 1}: areas ${worst("least", Math.min).toFixed(2)} to ${worst("most").toFixed(2)}, ` +
    `one way drawn ${worst("longer").toFixed(2)} × longer than the other, bow ${worst("bow").toFixed(3)} px, lean ${worst("lean").toFixed(4)}°, ` +
    `least share done ${worst("share", Math.min)}, median ${(all.map((r) => r.ms).sort((a, b) => a - b)[FORTY >> 1] / base).toFixed(1)} × the roots`,
);
