import { opcodeList } from "@/core/lens/dng-opcodes.testing";
import type { Dice } from "./dice";

/**
 * Metadata made by a grammar rather than by breaking whole ones: well-formed where a reader looks first, and absurd where it
 * looks next. All sizes are in bytes.
 */

/** XML of what XMP is made of, nested and repeated at will. */
export function xmlByGrammar(dice: Dice, depth = 0): string {
  return dice.of<() => string>([
    () => "<?xpacket ".repeat(dice.of([1, 100, 100_000])),
    () => "<a>".repeat(dice.of([1, 100, 100_000])),
    () => "<b/>".repeat(dice.of([1, 1000, 200_000])),
    () => `<c ${Array.from({ length: dice.of([1, 50, 20_000]) }, (_, i) => `x${i}="${i}"`).join(" ")}/>`,
    () => `<!DOCTYPE a [<!ENTITY b "${"c".repeat(100)}">]>`,
    () => (depth > 4 ? "" : `<d>${xmlByGrammar(dice, depth + 1)}${xmlByGrammar(dice, depth + 1)}</d>`),
    () => "\ud83c".toWellFormed(),
  ])();
}

/** Tags that readers follow or show: size, maker, date, orientation, pointers to other directories, thumbnails, lens, focal length. */
const TAGS = [
  0x100, 0x101, 0x10f, 0x110, 0x112, 0x132, 0x201, 0x202, 0x8769, 0x8825, 0x829a, 0x829d, 0x9003, 0x920a, 0x927c,
  0xa005, 0xa405, 0xa434, 0x14a, 0x02bc,
];
const HUGE = 0xffff_ffff;

/** A TIFF structure as EXIF blocks are: directories that point at themselves, counts without end, types that do not exist. */
export function exifByGrammar(dice: Dice): Buffer {
  const big = dice.chance(0.5);
  const out = Buffer.alloc(dice.of([8, 60, 2000, 60_000]));
  const u16 = (value: number, at: number): void => {
    if (at + 2 <= out.length) void (big ? out.writeUInt16BE(value, at) : out.writeUInt16LE(value, at));
  };
  const u32 = (value: number, at: number): void => {
    if (at + 4 <= out.length) void (big ? out.writeUInt32BE(value, at) : out.writeUInt32LE(value, at));
  };
  out.write(big ? "MM" : "II", 0, "latin1");
  u16(42, 2);
  const place = (): number => dice.of([0, 4, 8, 9, 26, dice.below(out.length), out.length - 1, out.length, HUGE]);
  u32(dice.chance(0.8) ? 8 : place(), 4);
  // Directories one behind the other, each of which may name any place as the next.
  for (let at = 8; at + 6 <= out.length;) {
    const count = dice.of([0, 1, 5, 12, 60, 0xffff]);
    u16(count, at);
    const written = Math.min(count, 60);
    for (let i = 0; i < written; i++) {
      const entry = at + 2 + 12 * i;
      u16(dice.of(TAGS), entry);
      u16(dice.of([1, 2, 3, 4, 5, 7, 9, 10, 11, 12, 13, 0, 99, 0xffff]), entry + 2);
      u32(dice.of([0, 1, 1, 2, 4, 1000, 2 ** 31, HUGE, 0x2000_0001]), entry + 4);
      u32(dice.chance(0.5) ? place() : dice.below(2 ** 32), entry + 8);
    }
    u32(place(), at + 2 + 12 * written);
    at += 6 + 12 * written + dice.below(40);
  }
  return out;
}

/** A colour profile whose header holds and whose table of tags does not: overlapping, outside, counted without end, curves of no length. */
export function iccByGrammar(dice: Dice): Buffer {
  const out = Buffer.alloc(dice.of([132, 200, 3000, 40_000]));
  out.writeUInt32BE(dice.chance(0.7) ? out.length : dice.of([0, 1, HUGE]), 0);
  out.writeUInt32BE(dice.of([0x0210_0000, 0x0430_0000, HUGE]), 8);
  out.write(dice.of(["mntr", "scnr", "link", "nmcl", "xxxx"]), 12, "latin1");
  out.write(dice.of(["RGB ", "GRAY", "CMYK", "Lab ", "15CL"]), 16, "latin1");
  out.write(dice.of(["XYZ ", "Lab "]), 20, "latin1");
  out.write("acsp", 36, "latin1");
  const count = dice.of([0, 1, 9, 200, HUGE]);
  out.writeUInt32BE(count, 128);
  for (let i = 0, at = 132; i < Math.min(count, 400) && at + 12 <= out.length; i++, at += 12) {
    const tag = dice.of([
      "rXYZ",
      "gXYZ",
      "bXYZ",
      "wtpt",
      "rTRC",
      "gTRC",
      "bTRC",
      "A2B0",
      "B2A0",
      "desc",
      "cprt",
      "chad",
    ]);
    out.write(tag, at, "latin1");
    out.writeUInt32BE(dice.of([0, 128, 132, 144, dice.below(out.length), HUGE]), at + 4);
    out.writeUInt32BE(dice.of([0, 1, 12, 20, out.length, HUGE]), at + 8);
  }
  // What the table points at: types of tags with counts of their own.
  for (let at = 144; at + 16 < out.length; at += 20 + dice.below(60)) {
    out.write(dice.of(["curv", "para", "XYZ ", "mft1", "mft2", "mAB ", "mluc", "text"]), at, "latin1");
    out.writeUInt32BE(dice.of([0, 1, 255, 65_536, HUGE]), at + 8);
  }
  return out;
}

const NUMBERS = [0, 1, -1, 1e-300, 1e300, -1e9, 0.5, NaN, Infinity];

/** Opcodes of a raw photo: whole lists with absurd numbers, and lists whose counts and lengths do not hold. */
export function opcodesByGrammar(dice: Dice): Uint8Array {
  const list = opcodeList(
    ...Array.from({ length: dice.of([0, 1, 2, 40, 500]) }, () => {
      const id = 1 + dice.below(14);
      const planes = dice.of([0, 1, 3, 4, HUGE]);
      const numbers = Array.from({ length: dice.of([0, 2, 7, 8, 20, 60]) }, () =>
        dice.chance(0.6) ? dice.between(-1.5, 1.5) : dice.of(NUMBERS),
      );
      return id === 3 ? { id, numbers } : { id, planes, numbers };
    }),
  );
  const bytes = Buffer.from(list);
  for (let times = dice.of([0, 0, 1, 4]); times > 0 && bytes.length >= 20; times--)
    bytes.writeUInt32BE(dice.of([0, 1, HUGE, dice.below(1000)]), 4 * dice.below(Math.floor(bytes.length / 4)));
  return bytes;
}

/** A JPEG with a segment put in behind its start; a segment holds up to 65,533 bytes. */
export function withSegment(jpeg: Buffer, marker: number, named: string, content: Buffer): Buffer {
  const most = 65_533 - named.length;
  const body = Buffer.concat([Buffer.from(named, "latin1"), content.subarray(0, most)]);
  const head = Buffer.from([0xff, marker, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)]);
}
