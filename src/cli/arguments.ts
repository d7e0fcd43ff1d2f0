import { readFile } from "node:fs/promises";
import { parseArgs } from "node:util";
import type { Size } from "@/core/geometry";
import { type Recipe, parseRecipe } from "@/core/recipe";

/** Wrong input; the message is a sentence for the person at the terminal. */
export class UsageError extends Error {
  override readonly name = "UsageError";
}

export const usage = `Usage:
  flatstone render PHOTO --recipe R.json --out OUT.(jpg|png|tif|webp|avif) [--quality 92]
                   [--chroma auto|4:4:4|4:2:0] [--progressive] [--compression deflate|lzw] [--colour own|srgb]
  flatstone recipe DELIVERED
  flatstone solve PHOTO|--size W,H (--recipe R.json | --recipes FILE.ndjson)
  flatstone solve PHOTO --find [--recipe R.json]
  flatstone lines PHOTO [--recipe R.json]
  flatstone frame PHOTO|--size W,H --recipe R.json
  flatstone calibrate PHOTO… --corners 9x6 [--kind checker|lines]`;

/** Options by name and free arguments. @throws UsageError for anything not in `names`. */
export function options<N extends string>(
  args: string[],
  names: readonly N[],
  switches: readonly string[] = [],
): { values: Partial<Record<N, string>>; free: string[]; on: ReadonlySet<string> } {
  try {
    const { values, positionals } = parseArgs({
      args,
      options: Object.fromEntries([
        ...names.map((n) => [n, { type: "string" as const }]),
        ...switches.map((n) => [n, { type: "boolean" as const }]),
      ]),
      allowPositionals: true,
    });
    const on = new Set(switches.filter((n) => (values as Record<string, unknown>)[n] === true));
    return { values: values as Partial<Record<N, string>>, free: positionals, on };
  } catch (error) {
    throw new UsageError(`${(error as Error).message}\n${usage}`);
  }
}

export function required<T>(value: T | undefined, what: string): T {
  if (value === undefined) throw new UsageError(`${what} is missing.\n${usage}`);
  return value;
}

export async function readText(file: string, what: string): Promise<string> {
  try {
    return await readFile(file, "utf8");
  } catch {
    throw new UsageError(`${what} "${file}" cannot be read.`);
  }
}

export const readRecipeFile = async (file: string): Promise<Recipe> => parseRecipe(await readText(file, "The recipe"));

/** "3000,2000" → [3000, 2000]. */
export function parseSize(text: string): Size {
  const match = /^(\d{1,6}),(\d{1,6})$/.exec(text.trim());
  const size: Size | null = match ? [Number(match[1]), Number(match[2])] : null;
  if (!size || size[0] < 1 || size[1] < 1)
    throw new UsageError(`"${text}" is no size; write width and height in pixels, like 6000,4000.`);
  return size;
}
