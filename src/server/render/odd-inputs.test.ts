import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { deliveryOptions } from "@/core/contract";
import { inspect } from "../image/reading/inspect";
import { gradient, pictureOf, temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { renderPicture } from "./render-picture";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);

async function delivered(name: string, format: "png" | "tiff" | "jpeg" = "png") {
  await inspect(place(name), name, false);
  const options = deliveryOptions.parse({ format, quality: 95 });
  const target = place(`${name}.out.${format}`);
  await renderPicture({ source: place(name), target, recipe: emptyRecipe(), focal: {}, options }, inThisThread);
  const { channels } = await sharp(target).metadata();
  const image = channels <= 2 ? sharp(target).toColourspace("b-w") : sharp(target);
  return image.raw().toBuffer({ resolveWithObject: true });
}

test.each([
  [1, 1],
  [1, 5000],
  [5000, 1],
  [2, 3],
] as const)("a picture of %i × %i comes out as it went in", async (width, height) => {
  const source = gradient(width, height);
  await pictureOf(source)
    .png()
    .toFile(place(`thin-${width}-${height}.png`));
  const { data, info } = await delivered(`thin-${width}-${height}.png`);
  expect([info.width, info.height]).toEqual([width, height]);
  expect(Buffer.compare(data, Buffer.from(source.data))).toBe(0);
});

test("palette, one bit, grey, and grey with alpha keep what they show", async () => {
  const colours = gradient(64, 40);
  await pictureOf(colours).png({ palette: true, colours: 256 }).toFile(place("palette.png"));
  const palette = await sharp(place("palette.png")).toColourspace("srgb").removeAlpha().raw().toBuffer();
  expect((await delivered("palette.png")).data.equals(palette)).toBe(true);

  await pictureOf(colours)
    .threshold(128)
    .toColourspace("b-w")
    .png({ palette: true, colours: 2 })
    .toFile(place("bit.png"));
  const bit = await delivered("bit.png");
  expect(new Set(bit.data)).toEqual(new Set([0, 255]));
  await pictureOf(colours)
    .threshold(128)
    .toColourspace("b-w")
    .tiff({ bitdepth: 1, compression: "ccittfax4" })
    .toFile(place("bit.tif"));
  const fax = await delivered("bit.tif");
  expect(new Set(fax.data)).toEqual(new Set([0, 255]));
  expect(fax.info.width).toBe(64);

  const grey = gradient(30, 20, 1);
  const withAlpha = Buffer.alloc(30 * 20 * 2);
  for (let i = 0; i < 600; i++) withAlpha.set([grey.data[i]!, i % 30 < 15 ? 0 : 255], 2 * i);
  await sharp(withAlpha, { raw: { width: 30, height: 20, channels: 2 } })
    .toColourspace("b-w")
    .png()
    .toFile(place("grey-alpha.png"));
  await delivered("grey-alpha.png");
  expect(await sharp(place("grey-alpha.png.out.png")).metadata()).toMatchObject({ channels: 2, hasAlpha: true });
  // Read as colour with alpha, four samples a pixel.
  const data = await sharp(place("grey-alpha.png.out.png")).raw().toBuffer();
  for (let i = 0; i < 600; i++) {
    expect(data[4 * i + 3]).toBe(withAlpha[2 * i + 1]);
    if (data[4 * i + 3] === 255) expect(data[4 * i]).toBe(withAlpha[2 * i]);
  }
});

test("an animation is refused in words", async () => {
  const two = Buffer.concat([0, 255].map((v) => Buffer.alloc(20 * 10 * 3, v)));
  await sharp(two, { raw: { width: 20, height: 20, channels: 3, pageHeight: 10 } })
    .webp({ lossless: true })
    .toFile(place("moving.webp"));
  await expect(delivered("moving.webp")).rejects.toThrow("an animation, not a photo");
});

test("a file cut short, or one that claims to be huge, is refused in words and leaves nothing", async () => {
  const jpeg = await pictureOf(gradient(400, 300)).jpeg().toBuffer();
  writeFileSync(place("short.jpg"), jpeg.subarray(0, jpeg.length >> 1));
  await expect(delivered("short.jpg")).rejects.toThrow();
  const png = await pictureOf(gradient(10, 10)).png().toBuffer();
  png.writeUInt32BE(60_000, 16);
  png.writeUInt32BE(60_000, 20);
  writeFileSync(place("huge.png"), png);
  await expect(delivered("huge.png")).rejects.toThrow();
  expect(
    await sharp(place("short.jpg.out.png"))
      .metadata()
      .catch(() => null),
  ).toBeNull();
});
