import { existsSync, mkdirSync, utimesSync, writeFileSync } from "node:fs";
import path from "node:path";
import {
  changePhoto,
  closeDatabase,
  deliveryPath,
  originalPath,
  requestDelivery,
  sweep,
  sweepAlone,
  sweptWords,
} from "..";
import { previewPath, tilesFolder } from "../files/store";
import { temporaryFolder } from "../testing";
import { madeUpVisit } from "../testing-visit";

const files = (process.env["FLATSTONE_FILES"] = temporaryFolder());
const DAY = 86_400_000;

afterAll(closeDatabase);

/** A file, or a folder with one in it, last written to so many days ago. */
function leftOver(file: string, days: number, folder = false): string {
  mkdirSync(folder ? file : path.dirname(file), { recursive: true });
  const inner = folder ? path.join(file, "0_0.jpeg") : file;
  writeFileSync(inner, "left over");
  const then = new Date(Date.now() - days * DAY);
  utimesSync(inner, then, then);
  utimesSync(file, then, then);
  return file;
}

test("what kills leave behind goes; what a row names, what is being written and fresh originals stay", async () => {
  const { photo, version } = await madeUpVisit();
  const deleted = await madeUpVisit(33, 22);
  await changePhoto(deleted.photo.id, { deleted: true });
  const { id } = await requestDelivery(version.id, { format: "png", quality: 90 });
  const [nobody, lately] = ["1".repeat(64), "2".repeat(64)];
  const gone = [
    leftOver(path.join(files, "incoming", "a"), 1),
    leftOver(`${previewPath(photo.sha256, "bench")}.x.part`, 1),
    leftOver(`${tilesFolder(photo.sha256)}.x.part`, 1, true),
    leftOver(previewPath(nobody, "thumb"), 1),
    leftOver(tilesFolder(nobody), 1, true),
    leftOver(path.join(files, "developed", `${nobody}.tif`), 1),
    leftOver(`${deliveryPath(id, "png")}.x.part`, 1),
    leftOver(deliveryPath("00000000-0000-4000-8000-000000000000", "jpg"), 1),
    leftOver(originalPath(nobody), 8),
  ];
  const stays = [
    leftOver(path.join(files, "incoming", "b"), 0),
    leftOver(`${previewPath(photo.sha256, "close")}.x.part`, 0),
    leftOver(originalPath(lately), 6),
    leftOver(deliveryPath(id, "png"), 300),
    originalPath(photo.sha256),
    originalPath(deleted.photo.sha256),
    previewPath(photo.sha256, "thumb"),
  ];
  const old = new Date(Date.now() - 100 * DAY);
  for (const file of stays.slice(4)) utimesSync(file, old, old);
  const swept = await sweep();
  expect(gone.filter((file) => existsSync(file))).toEqual([]);
  expect(stays.filter((file) => !existsSync(file))).toEqual([]);
  expect(swept).toMatchObject({ unfinished: 4, previews: 3, deliveries: 1, originals: 1, bytes: 9 * 9 });
  expect(sweptWords(swept)).toMatch(/4 unfinished files.*3 previews.*1 deliveries.*1 originals/);
  expect(sweptWords((await sweepAlone())!)).toBeNull();
});
