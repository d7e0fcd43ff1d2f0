import fc from "fast-check";
import { Room, bytesFor } from "./room";

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

test("room is reckoned by what goes in and what comes out", () => {
  expect(bytesFor(24e6, 24e6, 8)).toBe(14 * 24e6 + 50 * 2 ** 20);
  expect(bytesFor(24e6, 100e6, 8)).toBeGreaterThan(7 * 124e6);
  // A small frame cut out of a large photo still needs the photo.
  expect(bytesFor(24e6, 1e6, 8)).toBe(bytesFor(24e6, 24e6, 8));
  expect(bytesFor(1e6, 1e6, 32) - bytesFor(0, 0, 32)).toBe(4 * (bytesFor(1e6, 1e6, 8) - bytesFor(0, 0, 8)));
});
