import { say } from "@/language";
import { createInterface } from "node:readline";
import type { Vec2 } from "@/core/geometry";
import { type CompiledMap, compile, settle } from "@/core/render";
import { UsageError, options, readRecipeFile, required } from "./arguments";
import { subjectOf } from "./subject";
import { weighedFor } from "./weighed";

/** What lies so many pixels off lies on the horizon, and nowhere. */
const NOWHERE = 1e7;

/** Where a place of the original comes to lie in the delivered picture, or the other way round; null where nowhere. */
export type Landing = (place: Vec2) => Vec2 | null;

/** Pixels of the original → pixels of the delivered picture; beyond its borders they go on. */
export const intoOutput =
  ({ frame: [x, y, w, h], output, fromRecorded }: CompiledMap): Landing =>
  (place) => {
    const plane = fromRecorded(place);
    const at: Vec2 | null = plane && [((plane[0] - x) * output[0]) / w, ((plane[1] - y) * output[1]) / h];
    return at && Math.max(Math.abs(at[0]), Math.abs(at[1])) < NOWHERE ? at : null;
  };

/** Pixels of the delivered picture → pixels of the original; null where nothing of it was recorded. */
export function intoOriginal({ frame: [x, y, w, h], output, toRecorded }: CompiledMap): Landing {
  const out = new Float64Array(3);
  return (place) => {
    toRecorded(x + (place[0] * w) / output[0], y + (place[1] * h) / output[1], out);
    return out[2]! > 0 ? [out[0]!, out[1]!] : null;
  };
}

/** Reads one [x, y] a line and prints where each lands. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["size", "recipe", "from"]);
  if (free.length > 1) throw new UsageError(say("Name one photo at a time."));
  const from = values.from ?? "original";
  if (from !== "original" && from !== "output")
    throw new UsageError(
      say('"{from}" is neither "original" nor "output": which pixels the places are given in.', { from }),
    );
  const recipe = await readRecipeFile(required(values.recipe, "--recipe"));
  const subject = await subjectOf(free[0], values.size);
  const { size, focal } = subject;
  const map = compile(settle(await weighedFor(recipe, subject, free[0]), size, focal), size);
  const land = from === "original" ? intoOutput(map) : intoOriginal(map);
  const printed: string[] = [];
  let number = 0;
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    number++;
    // A row for a row: an empty one has no place.
    if (line.trim() === "") {
      printed.push("null");
      continue;
    }
    const landed = land(placeOf(line, number));
    printed.push(landed && landed.every(Number.isFinite) ? JSON.stringify(landed) : "null");
  }
  process.stdout.write(printed.map((text) => `${text}\n`).join(""));
}

/** @throws UsageError for what is no [x, y]. */
function placeOf(line: string, number: number): Vec2 {
  let read: unknown;
  try {
    read = JSON.parse(line);
  } catch {
    read = null;
  }
  const isPlace =
    Array.isArray(read) && read.length === 2 && read.every((v) => Number.isFinite(v) && Math.abs(v) < 1e9);
  if (!isPlace)
    throw new UsageError(say("Line {number} is no place: write [x,y] in pixels, like [1200.5,830].", { number }));
  return read as unknown as Vec2;
}
