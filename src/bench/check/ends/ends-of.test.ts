import { KINDS, endsOfPicture, endsWords, hatched } from "./ends-of";

/** Four pixels wide, three high: grey, but for what is put in. */
function picture(change: Record<number, readonly [number, number, number, number]>): Uint8ClampedArray {
  const data = new Uint8ClampedArray(48).map((_, i) => (i % 4 === 3 ? 255 : 120));
  for (const [n, rgba] of Object.entries(change)) data.set(rgba, 4 * Number(n));
  return data;
}

test("a colour at its end is told, whichever; the half-covered border is not a gap; beyond the frame nothing is told", () => {
  const data = picture({
    0: [255, 10, 10, 255],
    1: [30, 0, 90, 255],
    2: [0, 0, 0, 0],
    5: [254, 1, 1, 255],
    6: [90, 90, 90, 140],
    11: [255, 255, 255, 255],
  });
  const ends = endsOfPicture(data, 4, 3, [0, 0, 4, 2]);
  expect([...ends.kinds]).toEqual([KINDS.white, KINDS.black, KINDS.gap, 0, 0, 0, 0, 0, 0, 0, 0, 0]);
  expect(ends).toMatchObject({ white: 1 / 8, black: 1 / 8, gap: 1 / 8 });
  expect(endsWords(ends)).toMatch(/^In sight: 12.5 % at white .*12.5 % at black .*12.5 % gap/);
  expect(endsWords(endsOfPicture(picture({}), 4, 3, [-5, -5, 90, 90]))).toMatch(/^Nothing/);
});

test("each kind has a hatching of its own, a part of its pixels, and the rest is clear", () => {
  const side = 64;
  const inks = [[1, 0, 0], [0, 2, 0], [0, 0, 3]] as const; // prettier-ignore
  const drawn = [KINDS.tones, KINDS.black, KINDS.white, KINDS.gap].map((kind) =>
    hatched({ kinds: new Uint8Array(side * side).fill(kind) }, side, inks),
  );
  const inked = drawn.map((d) => Array.from({ length: side * side }, (_, n) => d[4 * n + 3]! > 0));
  expect(inked.map((i) => i.filter(Boolean).length / side / side).map((v) => v.toFixed(2))).toEqual(["0.00", "0.38", "0.38", "0.44"]); // prettier-ignore
  expect(inked[1]).not.toEqual(inked[2]);
  expect(drawn[2]!.findIndex((v) => v === 2) % 4).toBe(1);
});
