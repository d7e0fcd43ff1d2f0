import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdir, rename, rm, stat, utimes } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { filesFolder } from "../../running/config";
import { Problem } from "../../problem";
import type { Developer } from "./developer";
import { HEIF } from "./heif";
import { sniffFile } from "./kinds";
import { RAW, rawKindOf } from "./raw";

const run = promisify(execFile);
const ENDINGS = [RAW.ending, HEIF.ending];
const inHand = new Map<string, Promise<string>>();

/**
 * The file to read a photo's pixels from: itself, or what was developed from it if it is one that must be. Every decoder is
 * handed what this returns, so nothing reaches one that does not begin as a photo does.
 *
 * @throws Problem 415 for what is no photo, 422 when it cannot be developed, 501 when there is nothing to develop it with.
 */
export async function readable(file: string): Promise<string> {
  const developer = await developerOf(file);
  if (!developer) return file;
  const target = await developedPath(file, developer);
  const running = inHand.get(target);
  if (running) return running;
  const made = develop(file, target, developer).finally(() => inHand.delete(target));
  inHand.set(target, made);
  return made;
}

/** What a photo must be developed by before its pixels can be read; null where it need not be. @throws Problem 415 for what is no photo. */
export async function developerOf(file: string): Promise<Developer | null> {
  const begins = await sniffFile(file);
  return begins === "heic" ? HEIF : begins === "tiff" && (await rawKindOf(file)) ? RAW : null;
}

const isOwn = (file: string): boolean => path.resolve(file).startsWith(filesFolder() + path.sep);

/** Beside the other files that can be made again; for photos from elsewhere, in the system's temporary folder. */
async function developedPath(file: string, { ending }: Developer): Promise<string> {
  if (isOwn(file)) return ownDevelopedPath(file, ending);
  const { size, mtimeMs } = await stat(file);
  return path.join(tmpdir(), "flat-stone-developed", `${keyOf(`${path.resolve(file)} ${size} ${mtimeMs}`)}.${ending}`);
}

const keyOf = (text: string): string => createHash("sha256").update(text).digest("hex");
const ownDevelopedPath = (file: string, ending: string): string =>
  path.join(filesFolder(), "developed", `${keyOf(path.basename(file))}.${ending}`);

/** The names that what is developed of an original may have. */
export const developedNames = (sha256: string): string[] => ENDINGS.map((ending) => `${keyOf(sha256)}.${ending}`);

/** What was developed of an upload when it was looked at goes on to stand for the original it became. */
export async function moveDeveloped(arrived: string, original: string): Promise<void> {
  for (const ending of ENDINGS)
    await rename(ownDevelopedPath(arrived, ending), ownDevelopedPath(original, ending)).catch(() => undefined);
}

/** What was developed of an upload that was refused is not wanted. */
export async function dropDeveloped(arrived: string): Promise<void> {
  for (const ending of ENDINGS) await rm(ownDevelopedPath(arrived, ending), { force: true });
}

async function develop(file: string, target: string, developer: Developer): Promise<string> {
  if (await stat(target).catch(() => null)) {
    await utimes(target, new Date(), new Date());
    return target;
  }
  await mkdir(path.dirname(target), { recursive: true });
  const part = `${target}.${process.pid}.${Date.now()}.part.${developer.ending}`;
  try {
    // util-linux's prlimit holds memory and time.
    const limits = [`--as=${developer.bytes}`, `--cpu=${developer.ms / 1000}`];
    await run("prlimit", [...limits, developer.command, ...developer.arguments(path.resolve(file), part)], {
      timeout: developer.ms,
    });
    await rename(part, target);
    return target;
  } catch (error) {
    await rm(part, { force: true });
    const { code, syscall, stderr } = error as { code?: string | number; syscall?: string; stderr?: string };
    // The command itself may be missing, or what it starts; that it wrote nothing is the file's fault.
    if ((code === "ENOENT" && syscall?.startsWith("spawn")) || /failed to execute/.test(stderr ?? ""))
      throw new Problem(501, developer.missing());
    throw new Problem(422, developer.failed());
  }
}
