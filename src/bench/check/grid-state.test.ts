import { WITHIN, withinLines } from "./grid-state";

test("lines within the frame end at its sides", () => {
  for (const within of WITHIN)
    for (const [ax, ay, bx, by] of withinLines(within))
      for (const [x, y] of [
        [ax, ay],
        [bx, by],
      ] as const)
        // prettier-ignore
        expect([0, 1].includes(x) || [0, 1].includes(y)).toBe(true);
  expect(withinLines("thirds")).toHaveLength(4);
  expect(withinLines("none")).toHaveLength(0);
});
