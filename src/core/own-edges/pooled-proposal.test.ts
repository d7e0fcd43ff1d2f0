import type { OwnProposal } from "./proposal";
import { LEAST_POOLED, lensOfSeveral } from "./pooled-proposal";

/** What photos of one lens propose: each its own terms, known to about what it is off by. */
const SIZE = [3000, 2000] as const;
const K = [-0.0468, 0.0148, -0.0029] as const;

function photo(off: number, sigma = 0.002, centred = 0.001) {
  const deviations = [sigma, sigma, sigma, centred, centred];
  const freely = {
    k: [K[0] + off, K[1], K[2]] as const,
    centre: [0, 0] as const,
    covariance: deviations.map((s, i) => deviations.map((_, j) => (i === j ? s * s : 0))),
  };
  const unit = Math.hypot(...SIZE) / 2;
  const lens = {
    model: "brown-conrady",
    k: freely.k,
    centre: [1500, 1000],
    cornerPx: 0,
    sigmaPx: sigma * unit,
    freely,
  };
  return { proposal: { from: "own-edges", lens } as unknown as OwnProposal, size: SIZE };
}

test("several photos tell a lens nearer to the truth than one, and know it", () => {
  const own = photo(0.002);
  const found = lensOfSeveral(own, [photo(-0.001), photo(0.0005), photo(-0.0012)])!;
  expect(found.count).toBe(4);
  expect(Math.abs(found.lens.k[0] - K[0])).toBeLessThan(0.0005);
  expect(found.lens.sigmaPx).toBeLessThan(0.6 * Math.sqrt(3) * own.proposal.lens.sigmaPx);
  expect(found.lens.cornerPx).toBeCloseTo(
    (found.lens.k[0] + found.lens.k[1] + found.lens.k[2]) * Math.hypot(1500, 1000),
    6,
  );
  expect(found.lens.centre).toEqual([1500, 1000]);
});

test("with too few nothing is pooled; a photo that clearly tells another lens keeps its own, and does not count for others", () => {
  expect(
    lensOfSeveral(
      photo(0),
      Array.from({ length: LEAST_POOLED - 2 }, () => photo(0)),
    ),
  ).toBeNull();
  const good = [photo(0.0005), photo(-0.0005), photo(0.0008)];
  expect(lensOfSeveral(photo(0.05), good)).toBeNull();
  const found = lensOfSeveral(photo(0), [...good, photo(0.05)])!;
  expect(found.count).toBe(4);
  expect(Math.abs(found.lens.k[0] - K[0])).toBeLessThan(0.001);
});

test("a photo whose edges tell no lens gets none, and those of others do not count", () => {
  const silent = photo(0);
  const { freely, ...lens } = silent.proposal.lens;
  void freely;
  const nothing = { ...silent, proposal: { ...silent.proposal, lens } };
  expect(lensOfSeveral(nothing, [photo(0), photo(0), photo(0)])).toBeNull();
  expect(lensOfSeveral(photo(0), [nothing, photo(0)])).toBeNull();
});

test("photos whose ± is larger than what is believed of every lens are pooled all the same", () => {
  const found = lensOfSeveral(photo(0.001, 0.002, 0.006), [photo(-0.001, 0.002, 0.005), photo(0.0004, 0.006, 0.0055)])!;
  expect(found.count).toBe(3);
  expect(Math.abs(found.lens.k[0] - K[0])).toBeLessThan(0.001);
  expect(found.lens.sigmaPx).toBeGreaterThan(0);
});
