import { rawKindOf } from "@/server/image/reading/raw";
import { say } from "@/language";
import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { appendFile, mkdir, readFile, readdir, rm, stat, writeFile } from "node:fs/promises";
import { availableParallelism } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { formatOfName } from "@/core/contract";
import { COURSES, type CourseKey } from "@/core/recipe";
import { writeWhole } from "@/server/files/store";
import { readStyle } from "../answers";
import { UsageError, options, readRecipeFile, required } from "../arguments";
import { factsOf } from "../subject";
import { namesFor, readSet } from "./delivery-set";
import { BLENDS, type PhotoMade, type PhotoOrder } from "./one-photo";
import { type Shot, bracketsOf, middleOf } from "@/core/brackets";

const execute = promisify(execFile);

/** What has been done lies beside the delivered files, a line for each photo. */
const DONE = ".flatstone-visit.ndjson";

/** Trues up and delivers every photo of a folder; see docs/command-line.md. */
export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(
    args,
    ["out", "set", "recipe", "courses", "names", "jobs", "report", "style"],
    ["dry", "blend"],
  );
  if (free.length !== 1) throw new UsageError(say("Name one folder of photos."));
  const folder = free[0]!;
  const out = required(values.out, "--out");
  if (path.resolve(out) === path.resolve(folder))
    throw new UsageError(say("--out is the folder of the photos; name another."));
  const jobs = jobsAsked(values.jobs);
  const [set, style] = [await readSet(values.set), await readStyle(values.style)];
  const carried = await carriedBy(values.recipe, values.courses);
  const photos = await photosIn(folder);
  const pattern = values.names ?? (set.outputs.length > 1 ? "{name}-{output}" : "{name}");
  const names = namesFor(photos, set, pattern);
  const shots = await Promise.all(photos.map((name) => shotOf(path.join(folder, name))));
  const brackets = bracketsOf(shots.map((s, i) => s ?? nothing(photos[i]!)));
  const each = photos.map((name, i) => ({
    photo: path.join(folder, name),
    made: names[i]!.map((made, k) => ({ name: made, output: set.outputs[k]! })),
  }));
  const all = photos.map((name, i): PhotoOrder => {
    const mates = brackets[i] === null ? [] : shots.filter((s, j) => s !== null && brackets[j] === brackets[i]);
    const middle = mates.length > 0 ? middleOf(mates as Shot[]).name : name;
    const blends = on.has("blend") && mates.length > 0;
    return {
      ...each[i]!,
      looked: path.join(folder, middle),
      folder: out,
      ...(blends && { blend: { each: each.filter((_, j) => brackets[j] === brackets[i]) } }),
      ...(values.style !== undefined && { style }),
      ...(carried && { carried }),
    };
  });
  // A bracket that is blended is done once, with its middle.
  const todo = photos.map((_, i) => i).filter((i) => !all[i]!.blend || all[i]!.photo === all[i]!.looked);
  const orders = todo.map((i) => all[i]!);
  const nameOf = (k: number): string => photos[todo[k]!]!;
  const bracketOf = (k: number): string | null => {
    const first = brackets[todo[k]!]!;
    return first === null ? null : photos[first]!;
  };
  if (on.has("dry")) {
    for (const [i, order] of orders.entries()) console.log(JSON.stringify({ photo: nameOf(i), out: order.made.map((m) => m.name), looked: path.basename(order.looked), bracket: bracketOf(i), ...(order.blend && { blend: order.blend.each.map((e) => path.basename(e.photo)) }) })); // prettier-ignore
    return;
  }
  await mkdir(out, { recursive: true });
  // What a killed run had begun to blend.
  for (const name of await readdir(out)) if (name.startsWith(BLENDS)) await rm(path.join(out, name), { force: true });
  const done = await doneBefore(out);
  const lines: Record<string, unknown>[] = [];
  let next = 0;
  const work = async (): Promise<void> => {
    for (let i = next++; i < orders.length; i = next++) {
      const order = orders[i]!;
      const key = await keyOf(order);
      const kept = done.get(key);
      const there = ((kept?.["out"] as string[] | undefined) ?? []).every((name) => existsSync(path.join(out, name)));
      lines[i] = kept && there ? kept : await one(order, nameOf(i), bracketOf(i));
      if (!(kept && there) && !("error" in lines[i]!))
        await appendFile(path.join(out, DONE), `${JSON.stringify({ key, line: lines[i] })}\n`);
      console.log(JSON.stringify(lines[i]));
    }
  };
  await Promise.all(Array.from({ length: Math.min(jobs, orders.length) }, work));
  if (values.report !== undefined)
    await writeWhole(values.report, (file) =>
      writeFile(file, lines.map((line) => `${JSON.stringify(line)}\n`).join("")),
    );
  if (lines.some((line) => "error" in line)) process.exitCode = 1;
}

function jobsAsked(text: string | undefined): number {
  const jobs = Number(text ?? availableParallelism());
  if (!Number.isInteger(jobs) || jobs < 1 || jobs > 64)
    throw new UsageError(say('"{text}" is no number of jobs from 1 to 64.', { text: text ?? "" }));
  return jobs;
}

async function carriedBy(file: string | undefined, courses: string | undefined): Promise<PhotoOrder["carried"]> {
  if (file === undefined) {
    if (courses !== undefined) throw new UsageError(say("--courses goes with --recipe."));
    return undefined;
  }
  const keys = COURSES.map((c) => c.key);
  const asked = (courses?.split(",") ?? keys).map((c) => c.trim());
  const unknown = asked.find((c) => !keys.includes(c as CourseKey));
  if (unknown !== undefined)
    throw new UsageError(say('"{unknown}" is no course; there are {courses}.', { unknown, courses: keys.join(", ") }));
  return { recipe: await readRecipeFile(file), courses: asked as CourseKey[] };
}

/** The photos of a folder, by their endings or as raw photos, in the order of their names. @throws UsageError */
async function photosIn(folder: string): Promise<string[]> {
  const found = await stat(folder).catch(() => null);
  if (!found?.isDirectory()) throw new UsageError(say('"{folder}" is no folder.', { folder }));
  const files = (await readdir(folder, { withFileTypes: true })).filter((e) => e.isFile() && !e.name.startsWith("."));
  const isPhoto = async (name: string): Promise<boolean> =>
    formatOfName(name) !== null ||
    /\.(dng|heic|heif|hif)$/i.test(name) ||
    (await rawKindOf(path.join(folder, name)).catch(() => null)) !== null;
  const are = await Promise.all(files.map((e) => isPhoto(e.name)));
  const names = files
    .filter((_, i) => are[i])
    .map((e) => e.name)
    .sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
  if (names.length === 0) throw new UsageError(say('There is no photo in "{folder}".', { folder }));
  return names;
}

const nothing = (name: string): Shot => ({ name, width: 0, height: 0, camera: null, lens: null, focalMm: null, takenAt: null, exposure: null }); // prettier-ignore

/** What a photo says of itself; null for one that cannot be read, which is told when its turn comes. */
async function shotOf(photo: string): Promise<Shot | null> {
  try {
    const facts = await factsOf(photo);
    return {
      name: path.basename(photo),
      ...{ width: facts.width, height: facts.height, camera: facts.camera, lens: facts.lens, focalMm: facts.focalMm },
      takenAt: facts.takenAt ? facts.takenAt.getTime() / 1000 : null,
      exposure: facts.exposure,
    };
  } catch {
    return null;
  }
}

/** What an order hangs on: the photo's bytes by size and time, and all that is asked. */
async function keyOf(order: PhotoOrder): Promise<string> {
  const named = [order.photo, order.looked, ...(order.blend?.each.map((e) => e.photo) ?? [])];
  const files = await Promise.all(named.map((f) => stat(f).catch(() => null)));
  const parts = [order, files.map((f) => f && [f.size, f.mtimeMs])];
  return createHash("sha256").update(JSON.stringify(parts)).digest("hex");
}

/** What was done before, by its key; a line that was cut off by a kill is none. */
async function doneBefore(out: string): Promise<Map<string, Record<string, unknown>>> {
  const text = await readFile(path.join(out, DONE), "utf8").catch(() => "");
  const done = new Map<string, Record<string, unknown>>();
  for (const line of text.split("\n")) {
    try {
      const { key, line: told } = JSON.parse(line) as { key: string; line: Record<string, unknown> };
      done.set(key, told);
    } catch {
      // Half a line, or the end of the file.
    }
  }
  return done;
}

/** Has one photo done in a process of its own, so that memory stays bounded and a broken file ends nothing but itself. */
async function one(order: PhotoOrder, photo: string, bracket: string | null): Promise<Record<string, unknown>> {
  const began = performance.now();
  try {
    const { stdout } = await execute(process.execPath, [process.argv[1]!, "visit-one", JSON.stringify(order)], {
      maxBuffer: 2 ** 26,
    });
    const { answer, attitude, sigma, lens, stretch, kept, review, out, blended } = JSON.parse(stdout) as PhotoMade;
    const seconds = Number(((performance.now() - began) / 1000).toFixed(2));
    return {
      photo,
      out,
      ...{ answer, attitude, sigma, lens, bracket, stretch, kept, review, seconds },
      ...(blended && { blended }),
    };
  } catch (error) {
    const said = String((error as { stderr?: string }).stderr ?? "").trim();
    return { photo, error: said || "It could not be made." };
  }
}
