import { createHash } from "node:crypto";
import { readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { LIMITS } from "../running/config";
import { chunksOf, temporaryFolder } from "../testing";
import { exists, keepOriginal, originalPath, receive, writeWhole } from "./store";

const folder = temporaryFolder();
process.env["FLATSTONE_FILES"] = folder;

const bytes = Uint8Array.from({ length: 5000 }, (_, i) => (i * 7) % 251);
const sha256 = createHash("sha256").update(bytes).digest("hex");
const incoming = (): string[] => readdirSync(path.join(folder, "incoming"));

test("an upload is kept byte for byte under its hash", async () => {
  const arrived = await receive(chunksOf(bytes));
  expect(arrived).toMatchObject({ sha256, bytes: 5000 });
  expect(await keepOriginal(arrived)).toBe(originalPath(sha256));
  expect(readFileSync(originalPath(sha256)).equals(bytes)).toBe(true);
  expect(incoming()).toEqual([]);
});

test("the same file again is the same file, and what is kept is never overwritten", async () => {
  const before = statSync(originalPath(sha256));
  await keepOriginal(await receive(chunksOf(bytes, 333)));
  expect(statSync(originalPath(sha256)).ino).toBe(before.ino);
  const impostor = path.join(folder, "incoming", "x");
  writeFileSync(impostor, "other content");
  await keepOriginal({ file: impostor, sha256 });
  expect(readFileSync(originalPath(sha256)).equals(bytes)).toBe(true);
  expect(incoming()).toEqual([]);
});

test("an empty, an oversized or a broken-off upload leaves nothing behind", async () => {
  await expect(receive(chunksOf(new Uint8Array(0)))).rejects.toThrow("empty");
  const huge = new Uint8Array(1 << 20);
  async function* tooMuch(): AsyncGenerator<Uint8Array> {
    for (let sent = 0; sent <= LIMITS.bytes; sent += huge.length) yield huge;
  }
  await expect(receive(tooMuch())).rejects.toMatchObject({ status: 413 });
  async function* broken(): AsyncGenerator<Uint8Array> {
    yield bytes;
    throw new Error("connection lost");
  }
  await expect(receive(broken())).rejects.toThrow("connection lost");
  expect(incoming()).toEqual([]);
});

test("a full disk is said in words", async () => {
  async function* full(): AsyncGenerator<Uint8Array> {
    yield bytes;
    throw Object.assign(new Error("no space"), { code: "ENOSPC" });
  }
  await expect(receive(full())).rejects.toMatchObject({
    status: 507,
    message: expect.stringContaining("disk is full"),
  });
});

test("a file that finds no room is said in words, whoever writes it", async () => {
  for (const error of [
    Object.assign(new Error("write"), { code: "ENOSPC" }),
    new Error("wbuffer_write: write failed\nsystem error: No space left on device"),
  ])
    await expect(
      writeWhole(path.join(folder, "deliveries", "full.jpg"), () => Promise.reject(error)),
    ).rejects.toMatchObject({ status: 507 });
});

test("a file that can be made again appears whole or not at all", async () => {
  const target = path.join(folder, "deliveries", "a.jpg");
  await expect(
    writeWhole(target, async (file) => {
      writeFileSync(file, "half");
      throw new Error("killed");
    }),
  ).rejects.toThrow("killed");
  expect(await exists(target)).toBe(false);
  expect(readdirSync(path.dirname(target))).toEqual([]);
  expect(await writeWhole(target, async (file) => writeFileSync(file, "whole"))).toBe(5);
  expect(readFileSync(target, "utf8")).toBe("whole");
});
