import path from "node:path";
import sharp from "sharp";
import { deliveryOptions } from "@/core/contract";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { allowDelivered } from "../image/library";
import { gradient, lossless, pictureOf, temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { renderPicture } from "./render-picture";

/** Deliveries of another size, turned or mirrored, and what they say of their size on paper. */
const folder = temporaryFolder();
beforeAll(async () => {
  await allowDelivered();
  await lossless(pictureOf(gradient(120, 80)), "png").toFile(path.join(folder, "in.png"));
});

async function made(target: string, frame: Partial<Recipe["frame"]>, more: Partial<Recipe["proportion"]> = {}) {
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, frame);
  Object.assign(recipe.proportion, more);
  const format = path.extname(target).slice(1).replace("tif", "tiff").replace("jpg", "jpeg");
  const file = path.join(folder, target);
  const options = deliveryOptions.parse({ format, quality: 95 });
  await renderPicture({ source: path.join(folder, "in.png"), target: file, recipe, focal: {}, options }, inThisThread);
  return file;
}
const pixelsOf = (file: string) => sharp(file).raw().toBuffer({ resolveWithObject: true });

test.each(["jpg", "png", "tif"])("a %s says the resolution at which it prints to scale", async (ending) => {
  const output = { kind: "scale", to: 50, dpi: 254 } as const;
  // 120 pixels of 2 cm are 2.4 m: 48 mm on paper, 480 pixels.
  const file = await made(`scale.${ending}`, { output }, { perPixel: 0.02 });
  const { width, height, density } = await sharp(file).metadata();
  expect([width, height]).toEqual([480, 320]);
  expect(density).toBe(254);
});

test("without a size on paper nothing is said of it", async () => {
  const plain = await sharp(await made("plain.png", {})).metadata();
  const long = await sharp(await made("long.png", { output: { kind: "long", px: 60 } })).metadata();
  expect([long.width, long.height]).toEqual([60, 40]);
  expect(long.density).toBe(plain.density);
});

test.each([
  [1, false, 90],
  [2, false, 180],
  [3, false, 270],
] as const)("a turn by %d quarters is the very pixels turned", async (turn, _mirror, degrees) => {
  const { data, info } = await pixelsOf(await made(`turn-${turn}.png`, { turn }));
  const wanted = await sharp(path.join(folder, "in.png")).rotate(degrees).raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([wanted.info.width, wanted.info.height]);
  expect(data.equals(wanted.data)).toBe(true);
});

test("a mirror is the very pixels mirrored, after the turn", async () => {
  const { data } = await pixelsOf(await made("mirror.png", { turn: 1, mirror: true }));
  const turned = await sharp(path.join(folder, "in.png")).rotate(90).png().toBuffer();
  expect(data.equals(await sharp(turned).flop().raw().toBuffer())).toBe(true);
});

test("a scale bar is laid into the lower left, and only where a measure tells the scale", async () => {
  const { data, info } = await pixelsOf(await made("bar.png", { bar: true }, { perPixel: 0.02 }));
  const plain = await pixelsOf(await made("no-bar.png", { bar: true }));
  const changed = (from: number, to: number): number => {
    let n = 0;
    for (let y = from; y < to; y++)
      for (let x = 0; x < info.width; x++) {
        const i = (y * info.width + x) * info.channels;
        if (data[i] !== plain.data[i]) n++;
      }
    return n;
  };
  expect(changed(0, 60)).toBe(0);
  expect(changed(60, 80)).toBeGreaterThan(50);
});
