import { readdir, rm, stat } from "node:fs/promises";
import path from "node:path";
import { eq } from "drizzle-orm";
import { filesFolder } from "./config";
import { developedNames } from "../image/reading/developed";
import { database } from "../db/client";
import { photos } from "../db/schema";
import { deliveries } from "../db/work-schema";
import { originalPath } from "../files/store";
import { lockOriginal } from "../photos/photos";

/**
 * The sweep: removes from the folder of files what no row names and nothing is writing any more, as kills leave it
 * behind. An original that a row names, deleted photos' included, is never touched.
 */
const HOUR = 3_600_000;
/** What has not been written to for so long, nobody is writing, ms. Idle uploads are dropped long before. */
const UNTOUCHED_MS = HOUR;
/** An original whose row failed is kept so long, ms. */
const ORIGINAL_MS = 7 * 24 * HOUR;

export interface Swept {
  /** How many files or folders of each kind went, and their bytes in all. */
  readonly unfinished: number;
  readonly previews: number;
  readonly deliveries: number;
  readonly originals: number;
  readonly bytes: number;
}

const isHash = (name: string): boolean => /^[0-9a-f]{64}$/.test(name);
const list = (...parts: string[]): Promise<string[]> => readdir(path.join(filesFolder(), ...parts)).catch(() => []);

/** The latest of what a file, or a folder's content, was written at; and its bytes. */
async function traits(file: string): Promise<{ at: number; bytes: number }> {
  const found = await stat(file).catch(() => null);
  if (!found) return { at: Date.now(), bytes: 0 };
  let [at, bytes] = [found.mtimeMs, found.isFile() ? found.size : 0];
  if (found.isDirectory())
    for (const name of await readdir(file).catch(() => [])) {
      const inner = await traits(path.join(file, name));
      at = Math.max(at, inner.at);
      bytes += inner.bytes;
    }
  return { at, bytes };
}

/** Every place where what belongs to an original by its hash lies: path, and the hash or what is made of it. */
async function hashed(kind: "originals" | "previews"): Promise<{ file: string; key: string; name: string }[]> {
  const out: { file: string; key: string; name: string }[] = [];
  for (const shelf of await list(kind))
    for (const name of await list(kind, shelf))
      out.push({ file: path.join(filesFolder(), kind, shelf, name), key: name.slice(0, 64), name });
  return out;
}

/** @param now ms, for tests. @returns what was removed. */
export async function sweep(now = Date.now()): Promise<Swept> {
  const swept = { unfinished: 0, previews: 0, deliveries: 0, originals: 0, bytes: 0 };
  const drop = async (file: string, kind: Exclude<keyof Swept, "bytes">, after = UNTOUCHED_MS): Promise<void> => {
    const { at, bytes } = await traits(file);
    if (now - at < after) return;
    await rm(file, { recursive: true, force: true });
    swept[kind]++;
    swept.bytes += bytes;
  };
  const db = database();
  for (const name of await list("incoming")) await drop(path.join(filesFolder(), "incoming", name), "unfinished");
  // Files are listed before rows are read: a row that comes later names a file that is younger than an hour.
  const [previews, developed, delivered, originals] = await Promise.all([
    hashed("previews"),
    list("developed"),
    list("deliveries"),
    hashed("originals"),
  ]);
  const rows = await db.selectDistinct({ sha256: photos.sha256 }).from(photos);
  const named = new Set(rows.map((r) => r.sha256));
  for (const { file, key, name } of previews)
    if (name.endsWith(".part")) await drop(file, "unfinished");
    else if (!named.has(key)) await drop(file, "previews");
  const developedOf = new Set([...named].flatMap(developedNames));
  for (const name of developed) {
    const file = path.join(filesFolder(), "developed", name);
    if (name.endsWith(".part")) await drop(file, "unfinished");
    else if (!developedOf.has(name)) await drop(file, "previews");
  }
  const ids = new Set((await db.select({ id: deliveries.id }).from(deliveries)).map((r) => r.id));
  for (const name of delivered) {
    const file = path.join(filesFolder(), "deliveries", name);
    if (name.endsWith(".part")) await drop(file, "unfinished");
    else if (!ids.has(name.split(".")[0]!)) await drop(file, "deliveries");
  }
  for (const { key, name } of originals)
    if (isHash(name) && !named.has(key))
      await db.transaction(async (tx) => {
        // Nobody adds this very photo meanwhile, and whoever has just done so is seen.
        await tx.execute(lockOriginal(key));
        const [row] = await tx.select({ id: photos.id }).from(photos).where(eq(photos.sha256, key)).limit(1);
        if (!row) await drop(originalPath(key), "originals", ORIGINAL_MS);
      });
  return swept;
}

/** The sweep by one process at a time; null when another is at it. */
export async function sweepAlone(): Promise<Swept | null> {
  const client = await database().$client.connect();
  try {
    const { rows } = await client.query<{ got: boolean }>("select pg_try_advisory_lock(hashtext('sweep')) as got");
    if (!rows[0]!.got) return null;
    try {
      return await sweep();
    } finally {
      await client.query("select pg_advisory_unlock(hashtext('sweep'))");
    }
  } finally {
    client.release();
  }
}

/** What a sweep did, in words; null when there was nothing to do. */
export function sweptWords({ unfinished, previews, deliveries: files, originals, bytes }: Swept): string | null {
  const parts = [
    [unfinished, "unfinished files"],
    [previews, "previews without a photo"],
    [files, "deliveries without a row"],
    [originals, "originals without a row for a week"],
  ] as const;
  const said = parts.filter(([n]) => n > 0).map(([n, what]) => `${n} ${what}`);
  return said.length === 0 ? null : `Swept away ${said.join(", ")}: ${(bytes / 2 ** 20).toFixed(1)} MB.`;
}
