import sharp from "sharp";
import { madeUpDng } from "@/server/testing-dng";
import type { Dice } from "./dice";

export interface File {
  readonly name: string;
  readonly bytes: Buffer;
}

/** A picture that nothing has been done to, of colours of its own: every one is another file. */
export async function wholePicture(dice: Dice, side = 0): Promise<File> {
  const [width, height] = side ? [side, side] : [40 + dice.below(400), 30 + dice.below(300)];
  const kind = dice.of(["jpg", "png", "tif", "webp", "dng"] as const);
  if (kind === "dng") {
    const light = [dice.next(), dice.next(), dice.next()] as const;
    return { name: "whole.dng", bytes: madeUpDng(64, 48, () => light) };
  }
  const noise = { type: "gaussian", mean: 60 + dice.below(130), sigma: 5 + dice.below(40) } as const;
  const image = sharp({ create: { width, height, channels: 3, background: "#888", noise } });
  const withData = dice.chance(0.5)
    ? image.withExif({ IFD0: { Make: "Harrow", Model: "K3" }, IFD2: { DateTimeOriginal: "2026:05:04 10:00:00" } })
    : image;
  if (kind === "jpg")
    return {
      name: "whole.jpg",
      bytes: await withData.jpeg({ quality: 60 + dice.below(40), progressive: dice.chance(0.3) }).toBuffer(),
    };
  if (kind === "png") return { name: "whole.png", bytes: await withData.png().toBuffer() };
  if (kind === "webp")
    return { name: "whole.webp", bytes: await withData.webp({ lossless: dice.chance(0.5) }).toBuffer() };
  const deep = dice.chance(0.3) ? withData.toColourspace("rgb16") : withData;
  return {
    name: "whole.tif",
    bytes: await deep
      .tiff({ compression: dice.of(["none", "deflate", "lzw"] as const), tile: dice.chance(0.3) })
      .toBuffer(),
  };
}

/** Breaks a file in one to four ways. */
export function broken({ name, bytes }: File, dice: Dice, other: Buffer): File {
  let out = Buffer.from(bytes);
  for (let times = 1 + dice.below(4); times > 0 && out.length > 16; times--) {
    const at = dice.below(out.length);
    const length = Math.min(out.length - at, 1 + dice.below(64));
    const way = dice.below(8);
    if (way === 0) out = out.subarray(0, at);
    else if (way === 1) for (let i = 0; i < length; i++) out[at + i] = dice.below(256);
    else if (way === 2) out[at] = out[at]! ^ (1 << dice.below(8));
    else if (way === 3) out = Buffer.concat([out.subarray(0, at), out.subarray(at + length)]);
    else if (way === 4) out = Buffer.concat([out.subarray(0, at), out.subarray(at, at + length), out.subarray(at)]);
    else if (way === 5) out.fill(dice.of([0, 0xff]), at, at + length);
    // Near the start lie sizes, counts and offsets.
    else if (way === 6) out.writeUInt32LE(dice.below(2 ** 32), Math.min(out.length - 4, dice.below(120)));
    else out = Buffer.concat([out.subarray(0, at), other.subarray(Math.min(at, other.length))]);
    out = Buffer.from(out);
  }
  return { name: dice.chance(0.1) ? dice.of(["a.jpg", "a.png", "b.tif", "c", "d.webp", "e.dng"]) : name, bytes: out };
}

/**
 * Files made to hold up or bring down whoever reads them.
 *
 * @param share of their sides in full.
 */
export async function worstFiles(share = 1): Promise<File[]> {
  const side = (full: number): number => Math.round(full * share);
  const filter = '<filter id="f"><feTurbulence baseFrequency="9" numOctaves="9999"/></filter>';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="15000" height="15000">${filter}<rect width="100%" height="100%" filter="url(#f)"/></svg>`;
  const nested = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"><g id="a"/>${Array.from({ length: 25 }, (_, i) => `<g id="u${i}"><use xlink:href="#${i ? `u${i - 1}` : "a"}"/><use xlink:href="#${i ? `u${i - 1}` : "a"}"/></g>`).join("")}<use xlink:href="#u24"/></svg>`;
  const flat = (side: number) =>
    sharp({ create: { width: side, height: side, channels: 3, background: "#777" }, limitInputPixels: false });
  const png = await flat(side(15_800)).png({ compressionLevel: 9 }).toBuffer();
  const progressive = await flat(side(9000)).jpeg({ progressive: true }).toBuffer();
  return [
    { name: "turbulence.jpg", bytes: Buffer.from(svg) },
    { name: "nested.png", bytes: Buffer.from(nested) },
    { name: "250-megapixels.png", bytes: png },
    { name: "scans.jpg", bytes: withScansRepeated(progressive, Math.round(3000 * share)) },
    { name: "wide.webp", bytes: await flat(side(9000)).webp({ quality: 1, effort: 0 }).toBuffer() },
    { name: "claims.jpg", bytes: claiming(await flat(300).jpeg().toBuffer(), 15_800) },
    { name: "deflated.tif", bytes: await flat(side(15_000)).tiff({ compression: "deflate", tile: false }).toBuffer() },
    {
      name: "tiles.tif",
      bytes: await flat(side(12_000))
        .tiff({ compression: "lzw", tile: true, tileWidth: 16, tileHeight: 16 })
        .toBuffer(),
    },
  ];
}

/** A progressive JPEG whose last scan comes again and again. */
function withScansRepeated(jpeg: Buffer, times: number): Buffer {
  const last = jpeg.lastIndexOf(Buffer.from([0xff, 0xda]));
  const scan = jpeg.subarray(last, jpeg.length - 2);
  return Buffer.concat([jpeg.subarray(0, last), ...new Array<Buffer>(times).fill(scan), jpeg.subarray(-2)]);
}

/** A JPEG whose header claims another side than it has. */
function claiming(jpeg: Buffer, side: number): Buffer {
  const out = Buffer.from(jpeg);
  const frame = out.indexOf(Buffer.from([0xff, 0xc0]));
  out.writeUInt16BE(side, frame + 5);
  out.writeUInt16BE(side, frame + 7);
  return out;
}
