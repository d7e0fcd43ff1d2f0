import fc from "fast-check";
import { MinCut } from "./min-cut";

/** What a choice of sides costs. */
const costOf = (
  binds: readonly number[],
  joins: readonly (readonly [number, number, number])[],
  second: readonly boolean[],
): number =>
  binds.reduce((sum, b, i) => sum + (second[i] ? b : 0), 0) +
  joins.reduce((sum, [p, q, c]) => sum + (!second[p] && second[q] ? c : 0), 0);

test("no choice of sides costs less than the cut, on any small graph; the same graph is cut twice the same", () => {
  const graph = new MinCut();
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 7 })
        .chain((n) =>
          fc.tuple(
            fc.array(fc.integer({ min: -9, max: 9 }), { minLength: n, maxLength: n }),
            fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.nat(9)), { maxLength: 14 }),
          ),
        ),
      ([binds, all]) => {
        const joins = all.filter(([p, q]) => p !== q);
        const cut = (): boolean[] => {
          graph.begin(binds.length, joins.length);
          binds.forEach((b, i) => graph.bind(i, b));
          for (const [p, q, c] of joins) graph.join(p, q, c);
          graph.cut();
          return binds.map((_, i) => graph.isSecond(i));
        };
        const sides = cut();
        let least = Infinity;
        for (let k = 0; k < 2 ** binds.length; k++)
          least = Math.min(
            least,
            costOf(
              binds,
              joins,
              binds.map((_, i) => ((k >> i) & 1) === 1),
            ),
          );
        expect(costOf(binds, joins, sides)).toBeCloseTo(least, 9);
        expect(cut()).toEqual(sides);
      },
    ),
    { numRuns: 300 },
  );
});
