import { evenChart, middleOf } from "./even-chart.testing";

/** Charts with seeds and blurs that nothing was tuned on. */
test.each([
  [0.75, 0.004, 11],
  [0.95, 0.002, 12],
])(
  "a chart shot with a blur of %f px, tipped and turned, is as sharp all over as shot wherever it is stretched less than 2.5 times",
  (blur, noise, seed) => {
    const { edges, noise: grown } = evenChart(blur, noise, seed);
    for (const [from, to] of [
      [1.15, 1.5],
      [1.5, 1.9],
      [1.9, 2.5],
    ] as const) {
      // prettier-ignore
      const some = edges.filter(({ stretch }) => stretch >= from && stretch < to);
      expect(some.length).toBeGreaterThan(3);
      expect(middleOf(some.map((e) => e.without))).toBeLessThan(0.85);
      expect(Math.abs(middleOf(some.map((e) => e.with)) - 1)).toBeLessThan(0.1);
      expect(middleOf(some.map((e) => e.overshoot))).toBeLessThan(0.06);
    }
    expect(grown).toBeLessThan(1.5);
  },
);
