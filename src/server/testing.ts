/** Folders and pictures for the server's tests; nothing outside tests imports this. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp, { type Sharp } from "sharp";

/** A folder of its own for each test file; deleted at the end. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(path.join(tmpdir(), "flat-stone-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/** A picture whose every pixel is different enough to notice a slip: colour runs with place. */
export function gradient(width: number, height: number, channels: 1 | 2 | 3 | 4 = 3, bits: 8 | 16 = 8) {
  const n = width * height * channels;
  const data = bits === 8 ? new Uint8Array(n) : new Uint16Array(n);
  const full = bits === 8 ? 255 : 65535;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < channels; c++) {
        const alpha = channels % 2 === 0 && c === channels - 1;
        const v = alpha ? 1 : c === 0 ? x / width : c === 1 ? y / height : ((x + y) % 17) / 17;
        data[(y * width + x) * channels + c] = Math.round(v * full);
      }
  return { data, width, height, channels };
}

export function pictureOf({ data, width, height, channels }: ReturnType<typeof gradient>): Sharp {
  const image = sharp(data, { raw: { width, height, channels } });
  if (data instanceof Uint16Array) return image.toColourspace(channels <= 2 ? "grey16" : "rgb16");
  return channels <= 2 ? image.toColourspace("b-w") : image;
}

export async function* chunksOf(bytes: Uint8Array, size = 1000): AsyncGenerator<Uint8Array> {
  for (let i = 0; i < bytes.length; i += size) yield bytes.subarray(i, i + size);
}

/** The picture in a format, without loss where the format can. */
export const lossless = (picture: Sharp, format: "png" | "tiff" | "webp" | "jpeg"): Sharp =>
  format === "tiff"
    ? picture.tiff({ compression: "deflate" })
    : format === "webp"
      ? picture.webp({ lossless: true })
      : picture.toFormat(format);

/** A lens profile of a zoom measured at two focal lengths. */
export const quarlLike = (name: string) => ({
  format: "flat-stone-lens",
  version: 1,
  name,
  lens: ["Quarl 16-35 mm"],
  sensor: { width: 36, height: 24 },
  distortion: [
    { focalMm: 16, k: [-0.06, 0, 0] },
    { focalMm: 24, k: [-0.01, 0, 0] },
  ],
});
