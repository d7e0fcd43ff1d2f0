import { makeLens } from "../lens";
import { seenBy } from "../testing";
import type { LineInput } from "./line-model";
import { solveLines } from "./solve-lines";

test("an unknown lens is in the deviations, by as much as such a lens would change the answer", () => {
  const size = [6000, 4000] as const;
  const camera = { focalPx: 4200, principal: [3000, 2000] as const };
  const straight = makeLens(size, null);
  const bowed = makeLens(size, { k: [-0.01, 0, 0], p: [0, 0], centre: [3000, 2000], amount: 1 });
  const middle = -Math.tan((10 * Math.PI) / 180);
  const inputs = [-0.6, -0.35, 0.2, 0.5].map((x, i): LineInput => {
    const [a, b] = [-0.35, 0.15 + 0.05 * i].map((y) =>
      seenBy(camera, { pitch: 10, yaw: 0, roll: 1 }, [x, middle + y, 1]),
    );
    return { id: `p${i}`, kind: "plumb", ends: [a!, b!] };
  });
  const known = solveLines(camera, straight, inputs);
  const doubted = solveLines(camera, straight, inputs, { otherLens: bowed });
  const other = solveLines(camera, bowed, inputs);
  expect(doubted.attitude).toEqual(known.attitude);
  const moved = Math.abs(other.attitude.pitch - known.attitude.pitch);
  expect(moved).toBeGreaterThan(0.03);
  expect(doubted.lensDoubt!.pitch).toBeGreaterThan(0.85 * moved);
  expect(doubted.lensDoubt!.pitch).toBeLessThan(1.15 * moved);
  expect(doubted.sigma.pitch).toBeCloseTo(Math.hypot(known.sigma.pitch!, doubted.lensDoubt!.pitch), 9);
});
