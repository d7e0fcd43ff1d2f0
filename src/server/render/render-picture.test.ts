import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { type DeliveryOptions, deliveryOptions } from "@/core/contract";
import { embedInJpeg } from "../image/writing/embed";
import { ascii, long, short } from "../image/writing/tiff-directory";
import { gradient, lossless, pictureOf, temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { type PictureOrder, renderPicture } from "./render-picture";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const AS_PNG: DeliveryOptions = deliveryOptions.parse({ format: "png", quality: 92 });
const order = (
  source: string,
  target: string,
  { recipe = emptyRecipe(), ...options }: Partial<DeliveryOptions> & { recipe?: Recipe } = {},
): PictureOrder => ({
  source,
  target,
  recipe,
  focal: {},
  options: { ...AS_PNG, ...options },
});
const pixels = async (file: string, depth: "uchar" | "ushort" = "uchar") => {
  const image = sharp(file, { ignoreIcc: true });
  if (depth === "ushort") image.toColourspace("rgb16");
  const { data } = await image.raw({ depth }).toBuffer({ resolveWithObject: true });
  return depth === "ushort" ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : data;
};

/** A made-up profile: the smallest thing that is one, with primaries no standard space has. */
async function wideProfile(): Promise<Buffer> {
  const { icc } = await sharp({ create: { width: 2, height: 2, channels: 3, background: "#123" } })
    .withIccProfile("p3")
    .png()
    .toBuffer()
    .then((b) => sharp(b).metadata());
  return icc!;
}

test("the identity recipe gives back the identical pixels, 8 and 16 bit, PNG and TIFF", async () => {
  for (const bits of [8, 16] as const)
    for (const format of ["png", "tiff"] as const) {
      const source = gradient(90, 60, 3, bits);
      await lossless(pictureOf(source), format).toFile(place(`in.${format}`));
      const result = await renderPicture(
        order(place(`in.${format}`), place(`out.${format}`), { format }),
        inThisThread,
      );
      expect(result).toMatchObject({ width: 90, height: 60 });
      expect(readFileSync(place(`out.${format}`)).length).toBe(result.bytes);
      const made = await pixels(place(`out.${format}`), bits === 8 ? "uchar" : "ushort");
      expect(Buffer.compare(Buffer.from(made), Buffer.from(source.data))).toBe(0);
    }
});

test("grey stays grey, alpha stays alpha", async () => {
  await pictureOf(gradient(50, 40, 1))
    .png()
    .toFile(place("grey.png"));
  await renderPicture(order(place("grey.png"), place("grey-out.png")), inThisThread);
  expect(await sharp(place("grey-out.png")).metadata()).toMatchObject({ channels: 1, width: 50 });
  await pictureOf(gradient(50, 40, 4))
    .png()
    .toFile(place("alpha.png"));
  await renderPicture(order(place("alpha.png"), place("alpha-out.png")), inThisThread);
  expect(await sharp(place("alpha-out.png")).metadata()).toMatchObject({ channels: 4 });
});

test.each(["jpeg", "png", "tiff"] as const)("colour profile and EXIF go into a %s, made true of it", async (format) => {
  const icc = await wideProfile();
  const jpeg = await pictureOf(gradient(80, 60)).jpeg({ quality: 100 }).toBuffer();
  const exif = {
    main: [ascii(0x010f, "Harrow"), ascii(0x0110, "K3"), short(0x0112, 6)],
    exif: [short(0xa405, 24), ascii(0xa434, "Quarl 24"), long(0xa002, 80), long(0xa003, 60)],
    gps: [],
  };
  writeFileSync(place("tagged.jpg"), embedInJpeg(jpeg, { icc, exif, xmp: null }));
  const target = place(`tagged-out.${format}`);
  await renderPicture(order(place("tagged.jpg"), target, { format }), inThisThread);
  const meta = await sharp(target).metadata();
  expect(meta.icc?.equals(icc)).toBe(true);
  expect([meta.width, meta.height]).toEqual([60, 80]);
  expect(meta.orientation ?? 1).toBe(1);
  const tags = await exifr.parse(format === "png" ? meta.exif! : readFileSync(target), { translateValues: false });
  expect(tags).toMatchObject({
    Make: "Harrow",
    Model: "K3",
    LensModel: "Quarl 24",
    Orientation: 1,
    ExifImageWidth: 60,
    ExifImageHeight: 80,
  });
});

test("a file without a profile stays without one", async () => {
  await pictureOf(gradient(40, 30)).png().toFile(place("bare.png"));
  for (const format of ["jpeg", "png", "tiff"] as const) {
    await renderPicture(order(place("bare.png"), place(`bare-out.${format}`), { format }), inThisThread);
    const meta = await sharp(place(`bare-out.${format}`)).metadata();
    expect(meta.icc).toBeUndefined();
    expect(meta.exif).toBeUndefined();
  }
});

test("gaps are transparent in PNG and paper in JPEG", async () => {
  await pictureOf(gradient(90, 60)).png().toFile(place("gap.png"));
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [-30, -20, 150, 100] });
  await renderPicture(order(place("gap.png"), place("gap-out.png"), { recipe }), inThisThread);
  const made = await pixels(place("gap-out.png"));
  expect(made[3]).toBe(0);
  expect(made[(50 * 150 + 75) * 4 + 3]).toBe(255);
  await renderPicture(order(place("gap.png"), place("gap-out.jpg"), { recipe, format: "jpeg" }), inThisThread);
  expect(Array.from((await pixels(place("gap-out.jpg"))).subarray(0, 3)).every((v) => v > 250)).toBe(true);
});

test("progress runs from 0 to 1, and a cancelled picture leaves nothing", async () => {
  await pictureOf(gradient(300, 400)).png().toFile(place("long.png"));
  const seen: number[] = [];
  await renderPicture(order(place("long.png"), place("long-out.png")), inThisThread, {
    onProgress: (s) => seen.push(s),
  });
  expect(seen).toEqual([...seen].sort((a, b) => a - b));
  expect(seen.length).toBeGreaterThan(5);
  expect(seen.at(-1)).toBe(1);
  const stop = new AbortController();
  const files = readdirSync(folder).length;
  await expect(
    renderPicture(order(place("long.png"), place("cancelled.png")), inThisThread, {
      signal: stop.signal,
      onProgress: (s) => s > 0.3 && stop.abort(new Error("cancelled")),
    }),
  ).rejects.toThrow("cancelled");
  expect(readdirSync(folder)).toHaveLength(files);
});

test("CMYK becomes sRGB, without the profile that no longer fits", async () => {
  await pictureOf(gradient(40, 30)).toColourspace("cmyk").jpeg().toFile(place("cmyk.jpg"));
  await renderPicture(order(place("cmyk.jpg"), place("cmyk-out.png")), inThisThread);
  expect(await sharp(place("cmyk-out.png")).metadata()).toMatchObject({ channels: 3, space: "srgb" });
});
