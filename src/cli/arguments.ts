import { say } from "@/language";
import { readFile, realpath, stat } from "node:fs/promises";
import path from "node:path";
import { parseArgs } from "node:util";
import { FORMATS, QUALITY } from "@/core/contract";
import type { Size } from "@/core/geometry";
import { type Recipe, parseRecipe } from "@/core/recipe";

/** Wrong input; the message is a sentence for the person at the terminal. */
export class UsageError extends Error {
  override readonly name = "UsageError";
}

const ENDINGS = FORMATS.map((f) => f.endings[0]).join("|");

export const usage = `Usage:
  flatstone render PHOTO --recipe R.json --out OUT.(${ENDINGS}) [--quality ${QUALITY.standard}]
                   [--chroma auto|4:4:4|4:2:0] [--progressive] [--compression deflate|lzw] [--colour own|srgb] [--mask MASK.png] [--doubt DOUBT.png]
  flatstone recipe DELIVERED
  flatstone solve PHOTO|--size W,H (--recipe R.json | --recipes FILE.ndjson)
  flatstone solve PHOTO --find [--lens] [--recipe R.json]
  flatstone true PHOTO --out OUT.(${ENDINGS}) [--recipe-out R.json] [--quality ${QUALITY.standard}]
                 [--answer plumb|face-on|eased|horizon|as-shot] [--style STYLE.json]
  flatstone true PHOTO --answers [--style STYLE.json]
  flatstone visit FOLDER --out FOLDER [--set SET.json] [--recipe R.json [--courses lens,lines,…]] [--names PATTERN]
                 [--style STYLE.json] [--jobs N] [--report REPORT.ndjson] [--dry]
  flatstone lens PHOTO… [--out PROFILE.json]
  flatstone layout PHOTO [--as cylindrical|equirectangular|equidistant [--field DEGREES]] [--out R.json]
  flatstone lines PHOTO [--recipe R.json]
  flatstone frame PHOTO|--size W,H --recipe R.json
  flatstone edges PHOTO|--size W,H --recipe R.json
  flatstone places PHOTO|--size W,H --recipe R.json [--from original|output] < PLACES
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
  if (value === undefined) throw new UsageError(`${say("{what} is missing.", { what })}\n${usage}`);
  return value;
}

/** The largest text that is read, bytes. */
const MOST_TEXT = 512 * 2 ** 20;

/** @throws UsageError for what cannot be read, is a folder or a device, or is beyond all reason. */
export async function readText(file: string, what: string): Promise<string> {
  const found = await stat(file).catch(() => null);
  if (found && !found.isFile() && !found.isFIFO())
    throw new UsageError(say('{what} "{file}" is not a file.', { what, file }));
  if (found && found.size > MOST_TEXT)
    throw new UsageError(say('{what} "{file}" is larger than 512 MB.', { what, file }));
  try {
    return await readFile(file, "utf8");
  } catch {
    throw new UsageError(say('{what} "{file}" cannot be read.', { what, file }));
  }
}

/** Makes sure that a photo can be read and is a file. @throws UsageError */
export async function checkPhoto(file: string): Promise<void> {
  const found = await stat(file).catch(() => null);
  if (!found) throw new UsageError(say('The photo "{file}" cannot be read.', { file }));
  if (!found.isFile()) throw new UsageError(say('The photo "{file}" is not a file.', { file }));
}

/**
 * Makes sure that a result may be written: not over a file that is read, by whatever name or link, and not over
 * something that is no file. Every command that writes asks here first.
 *
 * @throws UsageError
 */
export async function checkTarget(target: string, sources: readonly string[]): Promise<void> {
  const there = await stat(target).catch(() => null);
  if (there && !there.isFile()) throw new UsageError(say('"{target}" is there already and is not a file.', { target }));
  for (const source of sources) {
    const read = await stat(source).catch(() => null);
    const same = there && read && there.dev === read.dev && there.ino === read.ino;
    if (same || (await place(source)) === (await place(target)))
      throw new UsageError(
        say('"{target}" is the same file as "{source}", which is never overwritten; choose another name.', {
          target,
          source,
        }),
      );
  }
}

/** Where a name leads, the folder's links followed. */
const place = async (file: string): Promise<string> => {
  const full = path.resolve(file);
  return path.join(await realpath(path.dirname(full)).catch(() => path.dirname(full)), path.basename(full));
};

export const readRecipeFile = async (file: string): Promise<Recipe> =>
  parseRecipe(await readText(file, say("The recipe")));

/** "3000,2000" → [3000, 2000]. */
export function parseSize(text: string): Size {
  const match = /^(\d{1,6}),(\d{1,6})$/.exec(text.trim());
  const size: Size | null = match ? [Number(match[1]), Number(match[2])] : null;
  if (!size || size[0] < 1 || size[1] < 1)
    throw new UsageError(say('"{text}" is no size; write width and height in pixels, like 6000,4000.', { text }));
  return size;
}
