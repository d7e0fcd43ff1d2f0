import path from "node:path";
import sharp from "sharp";
import { deliveryOptions } from "@/core/contract";
import { exists, originalPath } from "../files/store";
import { putBricks, recipeWith } from "../image/fills/filled-photo.testing";
import { temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { renderPicture } from "./render-picture";

/** The pictures beside a delivery. */
const folder = temporaryFolder();
process.env["FLATSTONE_FILES"] = folder;
const sha256 = "e".repeat(64);

beforeAll(() => putBricks(sha256));

test("a second picture says how sure a fill is: black where the photo shows, grey where it was filled", async () => {
  const recipe = recipeWith({ gaps: "fill" });
  const file = path.join(folder, "doubt.png");
  const order = {
    source: originalPath(sha256),
    recipe,
    focal: {},
    options: deliveryOptions.parse({ format: "png", quality: 92 }),
  };
  await renderPicture({ ...order, target: path.join(folder, "doubted.png"), doubt: file }, inThisThread);
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number) => data[info.channels * (y * info.width + x)]!;
  expect([info.width, info.height, at(200, 150)]).toEqual([430, 320, 0]);
  expect(at(427, 150)).toBeGreaterThan(63);
}, 30_000);

test("a mask says what is made up; one that is cancelled leaves none behind", async () => {
  const recipe = recipeWith({ gaps: "plain", plain: "#204060" });
  const mask = path.join(folder, "mask.png");
  const order = {
    source: originalPath(sha256),
    recipe,
    focal: {},
    target: path.join(folder, "masked.png"),
    mask,
    options: deliveryOptions.parse({ format: "png", quality: 92 }),
  };
  const stop = new AbortController();
  const cancelled = renderPicture(order, inThisThread, {
    signal: stop.signal,
    onProgress: (share) => share > 0.5 && stop.abort(new Error("not wanted")),
  });
  await expect(cancelled).rejects.toThrow("not wanted");
  expect(await exists(mask)).toBe(false);
  await renderPicture(order, inThisThread);
  const { data, info } = await sharp(mask).raw().toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number) => data[info.channels * (y * info.width + x)];
  expect([info.width, info.height, at(200, 150), at(427, 150)]).toEqual([430, 320, 0, 255]);
});
