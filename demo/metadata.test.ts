import { mkdtempSync, readFileSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { deliveryOptions } from "@/core/contract";
import { recipeOf } from "@/server/image/writing/xmp";
import { inThisThread } from "@/server/render/bands";
import { renderPicture } from "@/server/render/render-picture";

const PHOTOS = path.join(__dirname, "photos");
const names = readdirSync(PHOTOS).filter((n) => /\.(jpg|png|tif)$/.test(n));
const folder = mkdtempSync(path.join(tmpdir(), "flat-stone-metadata-"));
afterAll(() => rmSync(folder, { recursive: true }));

const SIZE = new Set(["Orientation", "ExifImageWidth", "ExifImageHeight", "ImageWidth", "ImageHeight"]);

/** EXIF as plain values, less what depends on the picture's size and how a file stores it. */
async function tagsOf(file: string): Promise<Record<string, unknown>> {
  const meta = await sharp(file).metadata();
  const block = meta.exif ? meta.exif.subarray(meta.exif[0] === 0x45 ? 6 : 0) : readFileSync(file);
  const tags: unknown = await exifr.parse(block, { translateValues: false, mergeOutput: true }).catch(() => null);
  return Object.fromEntries(
    Object.entries((tags ?? {}) as Record<string, unknown>).filter(
      ([name]) =>
        !SIZE.has(name) && /^(Make|Model|Lens|Focal|FNumber|Exposure|ISO|Date|Create|GPS|Artist|Copyright)/.test(name),
    ),
  );
}

test.each(names)("what the camera wrote into %s goes through a delivery as it was", async (name) => {
  const source = path.join(PHOTOS, name);
  const target = path.join(folder, `${name}.jpg`);
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [40, 30, 96, 64] });
  const options = deliveryOptions.parse({ format: "jpeg", quality: 92 });
  await renderPicture({ source, target, recipe, focal: {}, options }, inThisThread);
  expect(await tagsOf(target)).toEqual(await tagsOf(source));
  const [before, after] = [await sharp(source).metadata(), await sharp(target).metadata()];
  expect(after.icc ?? null).toEqual(before.icc ?? null);
  expect(after.orientation ?? 1).toBe(1);
  expect(recipeOf(after.xmp ?? null)).toMatchObject({ frame: { rule: "free", rect: [40, 30, 96, 64] } });
});

test("the demo's cameras write what is compared, so that this says something", async () => {
  const tags = await tagsOf(path.join(PHOTOS, "SM-0413.jpg"));
  expect(Object.keys(tags).length).toBeGreaterThan(4);
});
