import fc from "fast-check";
import { Room } from "./room";

test("never more goes in than there is room for, all come through, in order; what is too large goes in alone", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.integer({ min: 1, max: 150 }), { minLength: 1, maxLength: 20 }), async (sizes) => {
      const room = new Room(100);
      let inside = 0;
      let count = 0;
      const order: number[] = [];
      await Promise.all(
        sizes.map((size, i) =>
          room.within(size, async () => {
            order.push(i);
            inside += size;
            count++;
            expect(inside <= 100 || count === 1).toBe(true);
            await new Promise((resolve) => setTimeout(resolve, size % 3));
            inside -= size;
            count--;
          }),
        ),
      );
      expect(order).toEqual(sizes.map((_, i) => i));
      expect(inside).toBe(0);
    }),
    { numRuns: 20 },
  );
});

test("work that fails gives its room back", async () => {
  const room = new Room(10);
  await expect(room.within(10, () => Promise.reject(new Error("no")))).rejects.toThrow("no");
  await expect(room.within(10, () => Promise.resolve(1))).resolves.toBe(1);
});
