import { createHash, randomUUID } from "node:crypto";
import { mkdir, readFile, readdir, rename, rm, stat, writeFile } from "node:fs/promises";
import path from "node:path";
import { deserialize, serialize } from "node:v8";
import type { PlacedPlan, StrokeWork } from "@/core/render";
import { exists, fillFolder } from "../../files/store";
import type { KeptPlans } from "../../render/edge-work";

/** What is kept of something made at the edges, beside its pictures: enough to make more of them. */
export interface Kept {
  /** Settled, as JSON. */
  readonly recipe: string;
  /** The gaps' plan, and what was found of it; null for a stroke. */
  readonly gaps: { readonly fill: PlacedPlan | null; readonly unfilled: number } | null;
  /** Null for gaps. */
  readonly stroke: StrokeWork | null;
  /** Keys of what lies beneath a stroke. */
  readonly beneath: { readonly gaps: string | null; readonly strokes: readonly string[] };
}

/** Things made for one photo that are kept beside those in use, the newest. */
const SPARE = 40;

/** The name of something made at the edges: the hash of all that it depends on besides the photo. */
export const keyOf = (depends: string): string => createHash("sha256").update(depends).digest("hex").slice(0, 32);

/** The plans that were made for a photo before: whoever needs one again does not plan it again. */
export const keptPlans = (sha256: string): KeptPlans => ({
  gaps: async (depends) => (await readKept(sha256, keyOf(depends)))?.gaps?.fill ?? null,
  stroke: async (depends) => (await readKept(sha256, keyOf(depends)))?.stroke ?? null,
});

/** What is kept under a key; null where nothing is. */
export async function readKept(sha256: string, key: string): Promise<Kept | null> {
  const file = await readFile(path.join(fillFolder(sha256, key), "plan.bin")).catch(() => null);
  return file && (deserialize(file) as Kept);
}

export const writeKept = (folder: string, kept: Kept): Promise<void> =>
  writeFile(path.join(folder, "plan.bin"), serialize(kept));

/** Makes a folder that appears whole or not at all; two processes may make it at the same time, the first one's stays. */
export async function onceFolder(folder: string, make: (own: string) => Promise<void>): Promise<void> {
  const own = `${folder}.${randomUUID()}.part`;
  await mkdir(own, { recursive: true });
  try {
    await make(own);
    await rename(own, folder).catch(async (error: unknown) => {
      if (!(await exists(folder))) throw error;
    });
  } finally {
    await rm(own, { recursive: true, force: true });
  }
}

/** Old things made for a photo go: they can be made again. @param used keys that stay. */
export async function prune(sha256: string, used: ReadonlySet<string>): Promise<void> {
  const folder = path.dirname(fillFolder(sha256, "x"));
  const prefix = `${sha256}-fill-`;
  const names = (await readdir(folder)).filter(
    (name) => name.startsWith(prefix) && !name.endsWith(".part") && !used.has(name.slice(prefix.length)),
  );
  if (names.length <= SPARE) return;
  const aged = await Promise.all(
    names.map(async (name) => ({ name, at: (await stat(path.join(folder, name)).catch(() => null))?.mtimeMs ?? 0 })),
  );
  for (const { name } of aged.sort((a, b) => b.at - a.at).slice(SPARE))
    await rm(path.join(folder, name), { recursive: true, force: true });
}
