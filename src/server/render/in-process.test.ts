import path from "node:path";
import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { deliveryOptions } from "@/core/contract";
import { gradient, pictureOf, temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { inProcess } from "./in-process";
import { renderPicture } from "./render-picture";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const kernel = inProcess(path.join(__dirname, "../../../.local/test-kernel.wasm"));

/** Delivers the picture by a runner. */
async function made(name: string, runner: typeof inThisThread, signal?: AbortSignal) {
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 7, roll: 1.5 });
  recipe.lens.k = [-0.04, 0, 0];
  const format = name.endsWith("jpg") ? "jpeg" : "png";
  const options = deliveryOptions.parse({ format, quality: 95 });
  const source = place("in.png");
  await renderPicture({ source, target: place(name), recipe, focal: {}, options }, runner, signal ? { signal } : {});
  return sharp(place(name)).raw().toBuffer({ resolveWithObject: true });
}

beforeAll(() => pictureOf(gradient(700, 500)).png().toFile(place("in.png")));

test("the kernel in this process makes what the reference makes, whole or in strips, again and again", async () => {
  const reference = await made("reference.png", inThisThread);
  for (let again = 0; again < 2; again++) {
    const here = await made("here.png", kernel);
    expect(here.info).toMatchObject({ width: reference.info.width, height: reference.info.height });
    let worst = 0;
    for (let i = 0; i < here.data.length; i++) worst = Math.max(worst, Math.abs(here.data[i]! - reference.data[i]!));
    expect(worst).toBeLessThanOrEqual(1);
    const strips = await made("strips.jpg", kernel);
    expect(strips.info).toMatchObject({ width: here.info.width, height: here.info.height });
    const whole = await made("whole.jpg", inThisThread);
    let off = 0;
    for (let i = 0; i < strips.data.length; i++) off += Math.abs(strips.data[i]! - whole.data[i]!);
    expect(off / strips.data.length).toBeLessThan(0.2);
  }
});

test("it can be cancelled between bands", async () => {
  const stop = new AbortController();
  stop.abort(new Error("cancelled"));
  await expect(made("never.png", kernel, stop.signal)).rejects.toThrow("cancelled");
});
