import { say } from "@/core/language";
import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdir, rename, rm, stat, utimes } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { filesFolder } from "../config";
import { Problem } from "../problem";
import { sniffFile } from "./kinds";
import { withTiffTags } from "./tiff-tags";

/**
 * Raw photos as DNG: developed neutrally by LibRaw's command (Debian's package libraw-bin) to a 16-bit TIFF in sRGB,
 * which stands for the photo wherever pixels are wanted. The original stays as it is; what was developed can be made again.
 */
const run = promisify(execFile);
const DEVELOPER = "dcraw_emu";
/** Most memory it may reserve, bytes; util-linux's prlimit holds it there. */
const MOST_BYTES = 6 * 2 ** 30;
/** 16-bit TIFF, the camera's white balance, no brightening, sRGB with its curve, the careful demosaicing. */
const NEUTRAL = ["-6", "-T", "-w", "-W", "-o", "1", "-g", "2.4", "12.92", "-q", "3"];
/** A photo that takes longer than this is damaged. */
const MOST_MS = 180_000;
const DNG_VERSION = 50706;

export const isRaw = (file: string): Promise<boolean> =>
  withTiffTags(file, async ([first = []]) => first.some((t) => t.tag === DNG_VERSION));

const inHand = new Map<string, Promise<string>>();

/**
 * The file to read a photo's pixels from: itself, or what was developed from it if it is a raw one. Every decoder is
 * handed what this returns, so nothing reaches one that does not begin as a photo does.
 *
 * @throws Problem 415 for what is no photo, 422 when it cannot be developed, 501 when there is nothing to develop it with.
 */
export async function readable(file: string): Promise<string> {
  if ((await sniffFile(file)) !== "tiff") return file;
  if (!(await isRaw(file))) return file;
  const target = await developedPath(file);
  const running = inHand.get(target);
  if (running) return running;
  const made = develop(file, target).finally(() => inHand.delete(target));
  inHand.set(target, made);
  return made;
}

const isOwn = (file: string): boolean => path.resolve(file).startsWith(filesFolder() + path.sep);

/** Beside the other files that can be made again; for photos from elsewhere, in the system's temporary folder. */
async function developedPath(file: string): Promise<string> {
  if (isOwn(file)) return ownDevelopedPath(file);
  const { size, mtimeMs } = await stat(file);
  return path.join(tmpdir(), "flat-stone-developed", `${keyOf(`${path.resolve(file)} ${size} ${mtimeMs}`)}.tif`);
}

const keyOf = (text: string): string => createHash("sha256").update(text).digest("hex");
const ownDevelopedPath = (file: string): string =>
  path.join(filesFolder(), "developed", `${keyOf(path.basename(file))}.tif`);

/** What was developed of an upload when it was looked at goes on to stand for the original it became, if it was raw. */
export const moveDeveloped = (arrived: string, original: string): Promise<void> =>
  rename(ownDevelopedPath(arrived), ownDevelopedPath(original)).catch(() => undefined);

/** What was developed of an upload that was refused is not wanted. */
export const dropDeveloped = (arrived: string): Promise<void> => rm(ownDevelopedPath(arrived), { force: true });

async function develop(file: string, target: string): Promise<string> {
  if (await stat(target).catch(() => null)) {
    await utimes(target, new Date(), new Date());
    return target;
  }
  await mkdir(path.dirname(target), { recursive: true });
  const part = `${target}.${process.pid}.${Date.now()}.part`;
  try {
    const limits = [`--as=${MOST_BYTES}`, `--cpu=${MOST_MS / 1000}`];
    await run("prlimit", [...limits, DEVELOPER, ...NEUTRAL, "-Z", part, path.resolve(file)], { timeout: MOST_MS });
    await rename(part, target);
    return target;
  } catch (error) {
    await rm(part, { force: true });
    const { code, syscall, stderr } = error as { code?: string | number; syscall?: string; stderr?: string };
    // The command itself may be missing, or what it starts; that it wrote nothing is the file's fault.
    if ((code === "ENOENT" && syscall?.startsWith("spawn")) || /failed to execute/.test(stderr ?? ""))
      throw new Problem(501, say("Raw photos need Debian's package libraw-bin, which is not installed on the server."));
    throw new Problem(422, say("The raw photo is damaged, or of a kind that cannot be developed."));
  }
}
