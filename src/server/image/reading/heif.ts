import { say } from "@/language";
import type { Developer } from "./developer";

/**
 * HEIF photos (ISO/IEC 23008-12), as phones write them: unpacked by libheif's command to a PNG, the right way up, with 8 or 16 bits and
 * the photo's own colour profile.
 */
export const HEIF: Developer = {
  ending: "png",
  command: "heif-convert",
  arguments: (from, to) => ["--quiet", from, to],
  bytes: 6 * 2 ** 30,
  ms: 120_000,
  missing: () => say("HEIF photos need Debian's package libheif-examples, which is not installed on the server."),
  failed: () => say("The HEIF photo is damaged, or of a kind that cannot be unpacked."),
};

/** Brands of files that hold one HEVC picture, of ISO/IEC 23008-12, annex B. */
const BRANDS = ["heic", "heix", "heim", "heis", "mif1"];

/** Whether a file begins as a HEIF photo; "mif1" alone may be of another coding, such as AVIF. @param head its first bytes. */
export function isHeif(head: Buffer): boolean {
  if (head.toString("latin1", 4, 8) !== "ftyp") return false;
  const end = Math.min(head.length, head.readUInt32BE(0));
  const brands: string[] = [];
  for (let at = 8; at + 4 <= end; at += 4) brands.push(head.toString("latin1", at, at + 4));
  return BRANDS.includes(brands[0] ?? "") && brands.some((brand) => brand !== "mif1" && BRANDS.includes(brand));
}
