import fc from "fast-check";
import { inSlices } from "./slices";

test("every part is done once and in order, and others get their turn between", async () => {
  await fc.assert(
    fc.asyncProperty(fc.nat(5000), fc.integer({ min: 1, max: 700 }), async (length, step) => {
      const done: number[] = [];
      await inSlices(length, step, (from, to) => {
        for (let i = from; i < to; i++) done.push(i);
      });
      expect(done).toEqual(Array.from({ length }, (_, i) => i));
    }),
    { numRuns: 50 },
  );
  let turns = 0;
  const timer = setInterval(() => turns++, 1);
  await inSlices(20, 1, () => {
    const until = performance.now() + 10;
    while (performance.now() < until);
  });
  clearInterval(timer);
  expect(turns).toBeGreaterThan(3);
});
