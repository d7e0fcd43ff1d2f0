/** What the benchmarks share: the best of some rounds, and TypeScript of ours bundled for this process or another. */
import { rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "esbuild";

export const best = (times) => Math.min(...times);

/** Bundles an entry, hands the file's path to `use`, and removes it. @param entry a path, or TypeScript as `{ contents }`. */
export async function bundled(name, entry, use) {
  const { outputFiles } = await build({
    ...(typeof entry === "string"
      ? { entryPoints: [entry] }
      : { stdin: { ...entry, resolveDir: process.cwd(), loader: "ts" } }),
    bundle: true,
    write: false,
    format: "esm",
    platform: "node",
    packages: "external",
    tsconfig: "tsconfig.json",
  });
  const file = path.resolve("dist", `bench-${name}.mjs`);
  writeFileSync(file, outputFiles[0].text);
  try {
    return await use(file);
  } finally {
    rmSync(file);
  }
}

/** The same, imported into this process. */
export const imported = (name, entry) => bundled(name, entry, (file) => import(pathToFileURL(file).href));
