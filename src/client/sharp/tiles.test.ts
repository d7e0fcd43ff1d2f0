import { TILE } from "@/core/render";
import { pixelsOf } from "./tiles";

/** Decoded tiles as the browser's, each of which knows whether it was closed and whether it was drawn from then. */
class MadeUpBitmap {
  closed = 0;
  close(): void {
    this.closed++;
  }
}

const made: MadeUpBitmap[] = [];
let fetched = 0;
/** Keeps fetches back until let go, so that tiles are thrown out while they are being drawn from. */
let gate: Promise<void> = Promise.resolve();
let fails = false;

Object.assign(globalThis, {
  fetch: async () => {
    fetched++;
    await gate;
    return { ok: !fails, status: 404, blob: async () => ({}) };
  },
  createImageBitmap: async () => made[made.push(new MadeUpBitmap()) - 1],
  OffscreenCanvas: class {
    constructor(
      private readonly width: number,
      private readonly height: number,
    ) {}
    getContext() {
      return {
        drawImage: (bitmap: MadeUpBitmap) => {
          if (bitmap.closed > 0) throw new Error("Drawn from after it was closed.");
        },
        getImageData: () => ({ data: new Uint8ClampedArray(4 * this.width * this.height) }),
      };
    }
  },
});

const open = (): number => made.filter((b) => b.closed === 0).length;
/** The tile of a column and row, a few of its pixels. */
const under = (column: number, row: number) => pixelsOf("f".repeat(64), [column * TILE, row * TILE, 4, 4]);
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

test("tiles that are no longer kept are closed, once each, and never while they are drawn from", async () => {
  for (let i = 0; i < 60; i++) await under(i, 0);
  await settled();
  expect(made).toHaveLength(60);
  expect(open()).toBe(24);
  expect(Math.max(...made.map((b) => b.closed))).toBe(1);
  // What was used last is there still, and is not fetched again.
  const before = fetched;
  await under(59, 0);
  expect(fetched).toBe(before);

  // More at once than are kept, all held back: each is thrown out while it is wanted.
  let letGo = (): void => undefined;
  gate = new Promise((resolve) => (letGo = resolve));
  const all = Promise.all(Array.from({ length: 40 }, (_, i) => under(i, 1)));
  letGo();
  await all;
  await settled();
  expect(open()).toBe(24);
  expect(Math.max(...made.map((b) => b.closed))).toBe(1);
});

test("a tile that could not be fetched is asked for again", async () => {
  fails = true;
  await expect(under(0, 2)).rejects.toThrow("404");
  fails = false;
  await under(0, 2);
  await settled();
  expect(open()).toBe(24);
});
