import { say } from "@/language";
import { createHash, randomUUID } from "node:crypto";
import { constants } from "node:fs";
import { access, link, mkdir, open, rename, rm, stat, unlink } from "node:fs/promises";
import path from "node:path";
import { arriving } from "../photos/arriving";
import { LIMITS, filesFolder } from "../running/config";
import { Problem } from "../problem";

/**
 * Files on disk: originals under their SHA-256, never changed; previews and deliveries, which can be
 * made again. A file appears under its name only whole: temporary name, sync, then link or rename.
 */
const place = (...parts: string[]): string => path.join(filesFolder(), ...parts);

export const originalPath = (sha256: string): string => place("originals", sha256.slice(0, 2), sha256);
export const previewPath = (sha256: string, level: string): string =>
  place("previews", sha256.slice(0, 2), `${sha256}-${level}.jpg`);
export const tilesFolder = (sha256: string): string => place("previews", sha256.slice(0, 2), `${sha256}-tiles`);
/** Where a fill of a photo is kept, by its key; it can be made again. */
export const fillFolder = (sha256: string, key: string): string =>
  place("previews", sha256.slice(0, 2), `${sha256}-fill-${key}`);
/** Where what a photo proposes is kept, by its key; it can be found anew. */
export const proposedPath = (sha256: string, key: string): string =>
  place("previews", sha256.slice(0, 2), `${sha256}-answers-${key}.json`);
/** Where a corrected picture for the board is kept, by its key; it can be made again. */
export const boardPath = (sha256: string, key: string): string =>
  place("previews", sha256.slice(0, 2), `${sha256}-board-${key}.jpg`);
export const deliveryPath = (id: string, extension: string): string => place("deliveries", `${id}.${extension}`);

export async function exists(file: string): Promise<boolean> {
  return access(file, constants.R_OK).then(
    () => true,
    () => false,
  );
}

/** A path that nothing is at, for what is on its way; what is left there is swept away. */
export async function incomingPath(): Promise<string> {
  await mkdir(place("incoming"), { recursive: true });
  return place("incoming", randomUUID());
}

async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, "r");
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** A file that has arrived whole but is not yet kept. */
export interface Arrived {
  readonly file: string;
  readonly sha256: string;
  readonly bytes: number;
  discard(): Promise<void>;
}

/** Whether there was no room: by the system's code, or in the image library's words. */
const isFull = (error: unknown): boolean =>
  ["ENOSPC", "EDQUOT"].includes((error as NodeJS.ErrnoException).code ?? "") ||
  /No space left on device|Disk quota exceeded/.test((error as Error).message);

/**
 * Streams an upload to a temporary file, hashing on the way.
 *
 * @throws Problem 408 when nothing more comes for a while, 413 past the size limit, 422 for an empty file, 507 when the disk is full; nothing is left behind.
 */
export async function receive(chunks: AsyncIterable<Uint8Array>): Promise<Arrived> {
  const file = await incomingPath();
  const hash = createHash("sha256");
  let bytes = 0;
  const discard = (): Promise<void> => rm(file, { force: true });
  try {
    const handle = await open(file, "wx");
    try {
      for await (const chunk of arriving(chunks)) {
        bytes += chunk.byteLength;
        if (bytes > LIMITS.bytes) throw new Problem(413, say("The file is larger than 500 MB."));
        hash.update(chunk);
        await handle.writeFile(chunk);
      }
      await handle.sync();
    } finally {
      await handle.close();
    }
    if (bytes === 0) throw new Problem(422, say("The file is empty."));
  } catch (error) {
    await discard();
    if (isFull(error))
      throw new Problem(507, say("The disk is full; the file was not kept. Make room and add it again."));
    throw error;
  }
  return { file, sha256: hash.digest("hex"), bytes, discard };
}

/** Keeps an arrived file as an original. The same content is kept once; a kept original is never overwritten. */
export async function keepOriginal({ file, sha256 }: Pick<Arrived, "file" | "sha256">): Promise<string> {
  const target = originalPath(sha256);
  await mkdir(path.dirname(target), { recursive: true });
  // link() refuses an existing name, where rename() would overwrite it.
  await link(file, target).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== "EEXIST") throw error;
  });
  await unlink(file);
  await syncFolder(path.dirname(target));
  return target;
}

/** Writes a file that can be made again: whole under its name, or not at all. @throws Problem 507 when the disk is full. */
export async function writeWhole(target: string, write: (temporaryFile: string) => Promise<void>): Promise<number> {
  await mkdir(path.dirname(target), { recursive: true });
  const file = `${target}.${randomUUID()}.part`;
  try {
    await write(file);
    const handle = await open(file, "r+");
    try {
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(file, target);
    await syncFolder(path.dirname(target));
    return (await stat(target)).size;
  } catch (error) {
    await rm(file, { force: true });
    if (isFull(error))
      throw new Problem(507, say("The disk is full. Make room and try again; nothing you saved is lost."));
    throw error;
  }
}
