/** Bundles the command line into one file and keeps what V8 compiles of it; see command-line-start.cjs. */
import { execFile } from "node:child_process";
import { copyFile, mkdtemp, rm, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { build } from "esbuild";
import sharp from "sharp";

/** Uses what most commands use, so that it is kept compiled. */
const RECIPE = {
  format: "flat-stone-recipe",
  version: 1,
  lens: { k: [-0.05, 0.01, 0], from: "by-hand" },
  attitude: { from: "by-hand", pitch: 8, yaw: 3, roll: -0.9 },
};

/** @param shared esbuild's settings that all bundles have. @param outdir where flatstone.cjs comes to lie. */
export async function bundleCommandLine(shared, outdir) {
  const compiled = path.join(outdir, "command-line.compiled");
  await rm(compiled, { force: true });
  await build({
    ...shared,
    entryPoints: ["src/cli/index.ts"],
    outfile: path.join(outdir, "command-line.cjs"),
    format: "cjs",
    // The image library's own script is taken in; its native part is found from where the bundle lies.
    external: ["@img/*", "../src/build/*", "piscina"],
    define: { "import.meta.url": "bundleUrl" },
    banner: { js: `const bundleUrl = require("node:url").pathToFileURL(__filename).href;` },
    supported: { "dynamic-import": false },
  });
  const program = path.join(outdir, "flatstone.cjs");
  await copyFile("scripts/command-line-start.cjs", program);
  const folder = await mkdtemp(path.join(os.tmpdir(), "flat-stone-bundle-"));
  const at = (name) => path.join(folder, name);
  try {
    const plain = { create: { width: 300, height: 200, channels: 3, background: "#777" } };
    await sharp(plain).jpeg().toFile(at("photo.jpg"));
    await writeFile(at("recipe.json"), JSON.stringify(RECIPE));
    const args = [program, "render", at("photo.jpg"), "--recipe", at("recipe.json"), "--out", at("result.jpg")];
    const env = { ...process.env, FLATSTONE_KEEP_COMPILED: "1" };
    await promisify(execFile)(process.execPath, args, { env });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
