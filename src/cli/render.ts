import path from "node:path";
import { fileURLToPath } from "node:url";
import { z } from "zod";
import { decode } from "@/server/image/decode";
import { deliveryOptions, formatOfName } from "@/core/contract";
import { inThreads } from "@/server/render/bands";
import { inProcess } from "@/server/render/in-process";
import { renderPicture } from "@/server/render/render-picture";
import { UsageError, checkPhoto, checkTarget, options, readRecipeFile, required, usage } from "./arguments";
import { inspected } from "./subject";

/** Pictures up to this size are made without starting threads, pixels. */
const SMALL = 4_000_000;

export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(
    args,
    ["recipe", "out", "quality", "chroma", "colour", "compression"],
    ["progressive"],
  );
  if (free.length !== 1) throw new UsageError("Name one photo to render.");
  const source = free[0]!;
  const target = required(values.out, "--out");
  const format = formatOfName(target);
  if (!format) throw new UsageError(`"${target}" does not end in .jpg, .png, .tif, .webp or .avif.`);
  const quality = Number(values.quality ?? "92");
  if (!Number.isInteger(quality) || quality < 1 || quality > 100)
    throw new UsageError(`The quality "${values.quality}" is not a whole number from 1 to 100.`);
  const asked = deliveryOptions.safeParse({
    format,
    quality,
    subsampling: values.chroma,
    colour: values.colour,
    compression: values.compression,
    progressive: on.has("progressive"),
  });
  if (!asked.success) throw new UsageError(`There is no such choice: ${z.prettifyError(asked.error)}\n${usage}`);
  const recipeFile = required(values.recipe, "--recipe");
  await checkPhoto(source);
  await checkTarget(target, [source, recipeFile]);
  // Its decoding is begun at once; what is wrong with the photo is told by its inspection, in better words.
  const decoding = decode(source, asked.data.colour);
  decoding.catch(() => undefined);
  const { size, focal } = await inspected(source);
  const here = path.dirname(fileURLToPath(import.meta.url));
  // Threads take a while to start: they do so while the photo is being decoded, and not at all for a small one.
  const starting =
    size[0] * size[1] <= SMALL
      ? Promise.resolve(inProcess(path.join(here, "kernel.wasm")))
      : inThreads(path.join(here, "band-thread.mjs"));
  try {
    const recipe = await readRecipeFile(recipeFile);
    const runner = await starting;
    const { bytes, width, height } = await renderPicture(
      { source, size, decoding, recipe, focal, target, options: asked.data },
      runner,
    );
    console.log(JSON.stringify({ out: target, size: [width, height], bytes }));
  } finally {
    await (await starting).close();
  }
}
