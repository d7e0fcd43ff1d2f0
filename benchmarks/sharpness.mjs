/**
 * npm run bench:sharpness: a made-up chart of slanted edges, shot tipped by 20° and turned by 25°, corrected; how sharp edges are all over
 * the frame as a share of as shot, without Finish and with even sharpness, by how much they were stretched (ISO 12233's slanted edge).
 */
import { imported } from "./shared.mjs";

const { evenChart, middleOf } = await imported("sharpness", {
  contents: `export * from "@/core/render/map/even-chart.testing";`,
});

const BINS = [[0.9, 1.15], [1.15, 1.5], [1.5, 2], [2, 2.5]]; // prettier-ignore
for (const blur of [0.5, 0.7, 0.85, 1]) {
  const { edges, noise } = evenChart(blur, 0.003, Math.round(100 * blur));
  console.log(`blur of ${blur} px as shot; noise ${noise.toFixed(2)} ×`);
  for (const [from, to] of BINS) {
    const some = edges.filter((e) => e.stretch >= from && e.stretch < to);
    if (some.length === 0) continue;
    const of = (key) => middleOf(some.map((e) => e[key])).toFixed(2);
    console.log(
      `  stretched ${from} to ${to} ×, ${some.length} edges: ${of("without")} of as shot without, ${of("with")} with, overshoot ${(100 * of("overshoot")).toFixed(0)} %`,
    );
  }
}
