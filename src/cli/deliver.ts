import { say } from "@/language";
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { fileURLToPath } from "node:url";
import { z } from "zod";
import type { FocalMetadata } from "@/core/camera";
import { type DeliveryOptions, FORMATS, QUALITY, deliveryOptions, formatOfName } from "@/core/contract";
import type { Size } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import type { Decoded } from "@/server/image/reading/decode";
import { inThreads } from "@/server/render/in-threads";
import { inProcess } from "@/server/render/in-process";
import { renderPicture } from "@/server/render/render-picture";
import { UsageError, usage } from "./arguments";

/** Pictures up to this size are made without starting threads, pixels. */
const SMALL = 4_000_000;

/** ".jpg, .png or .tif". */
const ENDINGS = FORMATS.map((f) => `.${f.endings[0]}`)
  .join(", ")
  .replace(/, (\.\w+)$/, " or $1");

/** How a result is to be written, from its name and the command's options. @throws UsageError */
export function deliveryAsked(
  target: string,
  values: Partial<Record<"quality" | "chroma" | "colour" | "compression", string>>,
  progressive: boolean,
): DeliveryOptions {
  const format = formatOfName(target);
  if (!format) throw new UsageError(say('"{target}" does not end in {endings}.', { target, endings: ENDINGS }));
  const { min, max, standard } = QUALITY;
  const quality = Number(values.quality ?? standard);
  if (!Number.isInteger(quality) || quality < min || quality > max)
    throw new UsageError(
      say('The quality "{quality}" is not a whole number from {min} to {max}.', {
        quality: values.quality ?? "",
        min,
        max,
      }),
    );
  const asked = deliveryOptions.safeParse({
    format,
    quality,
    subsampling: values.chroma,
    colour: values.colour,
    compression: values.compression,
    progressive,
  });
  if (!asked.success)
    throw new UsageError(
      `${say("There is no such choice: {message}", { message: z.prettifyError(asked.error) })}\n${usage}`,
    );
  return asked.data;
}

interface Order {
  readonly source: string;
  readonly target: string;
  readonly size: Size;
  readonly focal: FocalMetadata;
  readonly options: DeliveryOptions;
  /** Path of a picture of what is made up. */
  readonly mask?: string;
  /** Path of a picture of how sure that is. */
  readonly doubt?: string;
  /** May be read while the photo is being decoded. */
  readonly recipe: Recipe | Promise<Recipe>;
  readonly decoding?: Promise<Decoded>;
}

/** A file's SHA-256, hexadecimal. */
async function hashOf(file: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(file, { highWaterMark: 1 << 20 }), hash);
  return hash.digest("hex");
}

/** Renders a photo into a file; threads start while the photo is being decoded, and not at all for a small one. */
export async function deliver({ recipe, ...order }: Order): Promise<{ out: string; size: Size; bytes: number }> {
  const here = path.dirname(fileURLToPath(import.meta.url));
  const starting =
    order.size[0] * order.size[1] <= SMALL
      ? Promise.resolve(inProcess(path.join(here, "kernel.wasm")))
      : inThreads(path.join(here, "band-thread.mjs"));
  const hashing = hashOf(order.source);
  // A photo that cannot be read is told about where it is decoded.
  hashing.catch(() => undefined);
  try {
    const ready = await recipe;
    const { bytes, width, height } = await renderPicture({ ...order, recipe: ready, hashing }, await starting);
    return { out: order.target, size: [width, height], bytes };
  } finally {
    await (await starting).close();
  }
}
