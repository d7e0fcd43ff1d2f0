import { mkdir, readdir } from "node:fs/promises";
import path from "node:path";
import sharp from "sharp";
import { originalPath, tilesFolder } from "../../files/store";
import { gradient, pictureOf, temporaryFolder } from "../../testing";
import { TILE } from "@/core/render";
import { tile } from "./shown";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const sha256 = "c".repeat(64);

beforeAll(async () => {
  const file = originalPath(sha256);
  await mkdir(path.dirname(file), { recursive: true });
  // Stored on its side: 1500 × 2300 once turned.
  await pictureOf(gradient(2300, 1500)).withMetadata({ orientation: 6 }).jpeg({ quality: 98 }).toFile(file);
});

test("tiles together are the photo as displayed, each made once", async () => {
  const whole = await sharp(originalPath(sha256)).autoOrient().raw().toBuffer({ resolveWithObject: true });
  expect([whole.info.width, whole.info.height]).toEqual([1500, 2300]);
  const all = await Promise.all([0, 1].flatMap((c) => [0, 1, 2].map((r) => tile(sha256, c, r))));
  expect(all.every((file) => file !== null)).toBe(true);
  expect((await readdir(tilesFolder(sha256))).filter((name) => name.endsWith(".jpeg"))).toHaveLength(6);
  const { data, info } = await sharp((await tile(sha256, 1, 2))!)
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([1500 - TILE, 2300 - 2 * TILE]);
  let worst = 0;
  for (let y = 0; y < info.height; y++)
    for (let x = 0; x < info.width; x++)
      for (let c = 0; c < 3; c++) {
        const there = whole.data[((y + 2 * TILE) * 1500 + x + TILE) * 3 + c]!;
        worst = Math.max(worst, Math.abs(data[(y * info.width + x) * 3 + c]! - there));
      }
  expect(worst).toBeLessThan(6);
  expect(await tile(sha256, 2, 0)).toBeNull();
  expect(await tile(sha256, 0, 3)).toBeNull();
  expect((await readdir(path.dirname(tilesFolder(sha256)))).some((name) => name.endsWith(".part"))).toBe(false);
});
