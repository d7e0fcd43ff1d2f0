import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { allowDelivered } from "../image/library";
import { emptyRecipe } from "@/core/recipe";
import { type DeliveryOptions, deliveryOptions } from "@/core/contract";
import { embedInJpeg, embedInTiff } from "../image/writing/embed";
import { ascii, readDirectories, short } from "../image/writing/tiff-directory";
import { recipeOf } from "../image/writing/xmp";
import { gradient, lossless, pictureOf, temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { renderPicture } from "./render-picture";

const folder = temporaryFolder();
beforeAll(allowDelivered);
const place = (name: string): string => path.join(folder, name);
const FORMATS = ["jpeg", "png", "tiff", "webp", "avif"] as const;

const made = async (source: string, target: string, options: Partial<DeliveryOptions>, recipe = emptyRecipe()) => {
  const whole = deliveryOptions.parse({ format: "png", quality: 92, ...options });
  return renderPicture(
    { source: place(source), target: place(target), recipe, focal: {}, options: whole },
    inThisThread,
  );
};
const pixels = async (file: string) => sharp(place(file)).raw().toBuffer({ resolveWithObject: true });

const XMP = Buffer.from(
  `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
  <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:tiff="http://ns.adobe.com/tiff/1.0/"
    tiff:Orientation="6" tiff:ImageWidth="80" dc:format="image/jpeg"><dc:rights>Sallow Mill Trust &amp; friends</dc:rights>
  <tiff:ImageLength>60</tiff:ImageLength></rdf:Description></rdf:RDF></x:xmpmeta>`,
);

async function tagged(name: string): Promise<void> {
  const { icc } = await sharp({ create: { width: 2, height: 2, channels: 3, background: "#123" } })
    .withIccProfile("p3")
    .png()
    .toBuffer()
    .then((b) => sharp(b).metadata());
  const exif = { main: [ascii(0x010f, "Harrow"), short(0x0112, 6)], exif: [ascii(0xa434, "Quarl 24")], gps: [] };
  const jpeg = await pictureOf(gradient(80, 60)).jpeg({ quality: 100 }).toBuffer();
  writeFileSync(place(name), embedInJpeg(jpeg, { icc: icc!, exif, xmp: XMP }));
}

test.each(FORMATS)("a %s carries colour profile, EXIF and XMP, made true of it, and its own recipe", async (format) => {
  await tagged("tagged.jpg");
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", roll: 1.5 });
  await made("tagged.jpg", `out.${format}`, { format }, recipe);
  const meta = await sharp(place(`out.${format}`)).metadata();
  expect(meta.icc?.equals((await sharp(place("tagged.jpg")).metadata()).icc!)).toBe(true);
  const xmp = meta.xmp!.toString("utf8");
  expect(xmp).toContain("Sallow Mill Trust &amp; friends");
  expect(xmp).not.toMatch(/Orientation|ImageWidth|ImageLength/);
  expect(recipeOf(meta.xmp!)).toMatchObject({ attitude: { roll: 1.5, from: "by-hand" } });
  const block =
    format === "tiff" || format === "jpeg"
      ? readFileSync(place(`out.${format}`))
      : meta.exif!.subarray(meta.exif![0] === 0x45 ? 6 : 0);
  const tags = await exifr.parse(block, { translateValues: false });
  expect(tags).toMatchObject({ Make: "Harrow", LensModel: "Quarl 24", Orientation: 1, ExifImageWidth: meta.width });
});

test("a delivery corrected anew carries only its last recipe", async () => {
  await tagged("first.jpg");
  await made("first.jpg", "second.jpg", { format: "jpeg" });
  const recipe = emptyRecipe();
  recipe.proportion.height = 1.1;
  await made("second.jpg", "third.jpg", { format: "jpeg" }, recipe);
  const { xmp } = await sharp(place("third.jpg")).metadata();
  expect(xmp!.toString().match(/<stone:recipe>/g)).toHaveLength(1);
  expect(recipeOf(xmp!)!.proportion.height).toBe(1.1);
});

test("XMP that cannot be read, or is too long for a JPEG, does not stop a delivery", async () => {
  const jpeg = await pictureOf(gradient(40, 30)).jpeg().toBuffer();
  writeFileSync(place("broken.jpg"), embedInJpeg(jpeg, { icc: null, exif: null, xmp: Buffer.from("<x:xmpmeta><oh") }));
  await made("broken.jpg", "mended.jpg", { format: "jpeg" });
  expect(recipeOf((await sharp(place("mended.jpg")).metadata()).xmp!)).not.toBeNull();
  const long = Buffer.from(XMP.toString().replace("Sallow", "Sallow ".repeat(12_000)));
  const tiff = await pictureOf(gradient(40, 30)).tiff().toBuffer();
  writeFileSync(place("long.tif"), embedInTiff(tiff, { icc: null, exif: null, xmp: long }));
  await made("long.tif", "long.jpg", { format: "jpeg" });
  expect(recipeOf((await sharp(place("long.jpg")).metadata()).xmp!)).not.toBeNull();
});

test("on request colours become sRGB, and say so; grey and untagged files stay as they are", async () => {
  const wide = await pictureOf(gradient(60, 40)).withIccProfile("p3", { attach: true }).png().toBuffer();
  writeFileSync(place("wide.png"), wide);
  await made("wide.png", "kept.png", {});
  await made("wide.png", "narrow.png", { colour: "srgb" });
  const { icc } = await sharp(place("narrow.png")).metadata();
  expect(icc!.toString("latin1").replaceAll("\0", "")).toMatch(/sRGB/i);
  // The colours mean the same: read with their profiles they agree, read without they differ.
  const seen = async (file: string) =>
    (await sharp(place(file)).toColourspace("srgb").raw().toBuffer()).subarray(0, 600);
  const [a, b] = [await seen("kept.png"), await seen("narrow.png")];
  const worst = (p: Buffer, q: Buffer): number => p.reduce((w, v, i) => Math.max(w, Math.abs(v - q[i]!)), 0);
  expect(worst(a, b)).toBeLessThanOrEqual(2);
  const raw = async (file: string) => (await sharp(place(file), { ignoreIcc: true }).raw().toBuffer()).subarray(0, 600);
  expect(worst(await raw("kept.png"), await raw("narrow.png"))).toBeGreaterThan(10);
  await lossless(pictureOf(gradient(30, 20, 1)), "png").toFile(place("plain.png"));
  await made("plain.png", "plain-out.png", { colour: "srgb" });
  expect(await sharp(place("plain-out.png")).metadata()).toMatchObject({ channels: 1, hasProfile: false });
});

test("choices of a format are kept: chroma, progressive, LZW; WebP and AVIF keep clear gaps", async () => {
  await pictureOf(gradient(64, 48)).png().toFile(place("in.png"));
  const meta = async (name: string, options: Partial<DeliveryOptions>, recipe = emptyRecipe()) => {
    await made("in.png", name, options, recipe);
    return sharp(place(name)).metadata();
  };
  expect(await meta("a.jpg", { format: "jpeg", subsampling: "4:2:0" })).toMatchObject({ chromaSubsampling: "4:2:0" });
  expect(await meta("b.jpg", { format: "jpeg", quality: 60, subsampling: "4:4:4", progressive: true })).toMatchObject({
    chromaSubsampling: "4:4:4",
    isProgressive: true,
  });
  expect(await meta("c.jpg", { format: "jpeg", quality: 60 })).toMatchObject({ chromaSubsampling: "4:2:0" });
  await meta("d.tif", { format: "tiff", compression: "lzw" });
  const LZW = 5;
  const compression = readDirectories(readFileSync(place("d.tif"))).main.find((e) => e.tag === 0x0103);
  expect(compression!.bytes.readUInt16LE(0)).toBe(LZW);
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [-20, -20, 100, 80] });
  for (const format of ["webp", "avif"] as const) {
    expect(await meta(`gap.${format}`, { format }, recipe)).toMatchObject({ hasAlpha: true, width: 100 });
    const { data } = await pixels(`gap.${format}`);
    expect(data[3]).toBe(0);
    expect(data[(40 * 100 + 50) * 4 + 3]).toBe(255);
  }
});

test("a frame drawn out without end is refused before it is made", async () => {
  await pictureOf(gradient(60, 40)).png().toFile(place("steep.png"));
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [0, 0, 40_000, 30_000] });
  await expect(made("steep.png", "x.tif", { format: "tiff" }, recipe)).rejects.toThrow(/40000 × 30000 pixels.*Ease it/);
});

test("what a format cannot hold is refused with the way out", async () => {
  await pictureOf(gradient(60, 40)).png().toFile(place("small.png"));
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [0, 0, 17_000, 4] });
  await expect(made("small.png", "x.webp", { format: "webp" }, recipe)).rejects.toThrow(
    /more than WebP can hold.*TIFF/,
  );
});
