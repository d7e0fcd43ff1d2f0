import { SideBySide } from "./side-by-side";

const soon = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

test("what runs alone runs with nothing else; all is done, whatever fails", async () => {
  const gate = new SideBySide();
  let [running, most, besideAlone] = [0, 0, 0];
  const together = (i: number) =>
    gate.together(async () => {
      most = Math.max(most, ++running);
      await soon(1 + (i % 3));
      running--;
      if (i % 7 === 0) throw new Error("together");
      return i;
    });
  const alone = (i: number) =>
    gate.byItself(async () => {
      besideAlone += running;
      running++;
      await soon(1);
      running--;
      if (i % 4 === 0) throw new Error("alone");
      return i;
    });
  const all = await Promise.allSettled(
    Array.from({ length: 80 }, async (_, i) => {
      await soon(i % 5);
      return i % 3 === 0 ? alone(i) : together(i);
    }),
  );
  expect(besideAlone).toBe(0);
  expect(most).toBeGreaterThan(3);
  expect(all.filter((r) => r.status === "rejected").length).toBe(
    Array.from({ length: 80 }, (_, i) => (i % 3 === 0 ? i % 4 === 0 : i % 7 === 0)).filter(Boolean).length,
  );
  expect(await gate.together(() => Promise.resolve(5))).toBe(5);
});
