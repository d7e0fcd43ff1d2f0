import { fork } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { deliveryOptions } from "@/core/contract";
import { temporaryFolder } from "@/server/testing";
import { bytesFor } from "./room";

const folder = temporaryFolder();
const bundles = process.env["FLATSTONE_BUNDLES"] ?? path.join(__dirname, "../../dist");
/** What the process holds without any picture: Node, the image library, threads and their tables, bytes. */
const PROCESS = 260 * 2 ** 20;

/** Delivers a picture in a process of its own. @returns the most memory it held, bytes. */
function mostMemory(source: string, side: number, format: "tiff" | "png" | "jpeg"): Promise<number> {
  const hand = fork(path.join(bundles, "delivery-hand.mjs"), [], { serialization: "advanced", execArgv: [] });
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 6 });
  const target = path.join(folder, `out.${format}`);
  const options = deliveryOptions.parse({ format, quality: 90 });
  hand.send({ task: "render", input: { source, size: [side, side], recipe, focal: {}, target, options } });
  return new Promise((resolve, reject) => {
    hand.on("message", (message: object) => {
      if ("progress" in message) return;
      const status = readFileSync(`/proc/${hand.pid}/status`, "utf8");
      hand.kill("SIGKILL");
      if ("done" in message) resolve(Number(/VmHWM:\s+(\d+)/.exec(status)![1]) * 1024);
      else reject(new Error(JSON.stringify(message)));
    });
  });
}

test("a picture of floats takes no more memory than room is made for, whatever it is delivered as", async () => {
  const side = 2000;
  const noise = { type: "gaussian", mean: 120, sigma: 30 } as const;
  const seen = sharp({ create: { width: side, height: side, channels: 3, background: "#777", noise } });
  const light = await seen.toColourspace("scrgb").raw({ depth: "float" }).toBuffer();
  const samples = new Float32Array(light.buffer, light.byteOffset, light.length / 4);
  const source = path.join(folder, "light.tif");
  await sharp(samples, { raw: { width: side, height: side, channels: 3 } })
    .toColourspace("scrgb")
    .tiff({ compression: "none" })
    .toFile(source);
  expect((await sharp(source).metadata()).depth).toBe("float");
  for (const format of ["tiff", "png", "jpeg"] as const)
    expect((await mostMemory(source, side, format)) / (bytesFor(side * side, side * side, 32) + PROCESS)).toBeLessThan(
      1,
    );
});

test("so does one of 16 bits, and one of 8", async () => {
  const side = 2000;
  const noise = { type: "gaussian", mean: 120, sigma: 30 } as const;
  const image = sharp({ create: { width: side, height: side, channels: 3, background: "#777", noise } });
  const deep = path.join(folder, "deep.png");
  await image.clone().toColourspace("rgb16").png({ compressionLevel: 1 }).toFile(deep);
  const plain = path.join(folder, "plain.jpg");
  writeFileSync(plain, await image.jpeg().toBuffer());
  expect((await mostMemory(deep, side, "tiff")) / (bytesFor(side * side, side * side, 16) + PROCESS)).toBeLessThan(1);
  expect((await mostMemory(plain, side, "jpeg")) / (bytesFor(side * side, side * side, 8) + PROCESS)).toBeLessThan(1);
});
