import fc from "fast-check";
import { type Entry, ascii, exifBlock, long, rational, readDirectories, short } from "./tiff-directory";

const entry = fc
  .record({
    tag: fc.integer({ min: 0x9000, max: 0x9fff }),
    type: fc.constantFrom(1, 2, 3, 4, 5, 7),
    count: fc.integer({ min: 1, max: 9 }),
  })
  .chain(({ tag, type, count }) => {
    const size = [0, 1, 1, 2, 4, 8, 0, 1][type]! * count;
    return fc
      .uint8Array({ minLength: size, maxLength: size })
      .map((b): Entry => ({ tag, type, count, bytes: Buffer.from(b) }));
  });
const directory = fc.uniqueArray(entry, { selector: (e) => e.tag, maxLength: 12 });
const sorted = (entries: readonly Entry[]): Entry[] => [...entries].sort((a, b) => a.tag - b.tag);

test("directories survive being written and read", () => {
  fc.assert(
    fc.property(directory, directory, (exif, gps) => {
      const main = [short(0x0112, 1), ascii(0x010f, "Harrow")];
      const back = readDirectories(exifBlock({ main, exif, gps }));
      expect(back.exif).toEqual(sorted(exif));
      expect(back.gps).toEqual(sorted(gps));
      expect(back.main.filter((e) => ![0x8769, 0x8825].includes(e.tag))).toEqual(sorted(main));
    }),
  );
});

test("big-endian numbers are turned round, text is not", () => {
  const big = Buffer.alloc(64);
  big.write("MM\0*", 0, "latin1");
  big.writeUInt32BE(8, 4);
  big.writeUInt16BE(2, 8);
  big.writeUInt16BE(0x0112, 10);
  big.writeUInt16BE(3, 12);
  big.writeUInt32BE(1, 14);
  big.writeUInt16BE(6, 18);
  big.writeUInt16BE(0x010f, 22);
  big.writeUInt16BE(2, 24);
  big.writeUInt32BE(3, 26);
  big.write("Ab\0", 30, "latin1");
  expect(readDirectories(big).main).toEqual([short(0x0112, 6), ascii(0x010f, "Ab")]);
});

test("nonsense yields nothing, and never throws", () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
      readDirectories(Buffer.concat([Buffer.from("II*\0\x08\0\0\0", "latin1"), Buffer.from(bytes)]));
    }),
  );
  expect(readDirectories(Buffer.from("hello"))).toEqual({ main: [], exif: [], gps: [] });
});

test("the small makers", () => {
  expect(long(1, 70000).bytes.readUInt32LE()).toBe(70000);
  expect(rational(2, 1, 250).bytes.readUInt32LE(4)).toBe(250);
});
