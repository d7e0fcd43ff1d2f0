/** Bundles the processes that run outside Next: command line, worker, render threads, set-up; and the pixel kernel. */
import { copyFile, mkdir } from "node:fs/promises";
import path from "node:path";
import { build } from "esbuild";
import { bundleCommandLine } from "./bundle-command-line.mjs";
import { buildKernel } from "./kernel.mjs";

const outdir = process.argv[2] ?? "dist";

const shared = {
  bundle: true,
  platform: "node",
  target: "node20",
  tsconfig: "tsconfig.json",
  logLevel: "warning",
};
const modules = { ...shared, outdir, format: "esm", outExtension: { ".js": ".mjs" } };
await build({
  ...modules,
  entryPoints: {
    worker: "src/worker/index.ts",
    serve: "src/serve/index.ts",
    campaign: "campaign/index.ts",
    "picture-hand": "src/hands/picture-hand.ts",
    "delivery-hand": "src/hands/delivery-hand.ts",
    migrate: "scripts/migrate.ts",
    "publish-schema": "scripts/publish-schema.ts",
    "publish-guide": "scripts/publish-guide.ts",
    seed: "demo/seed.ts",
    "render-demo": "demo/render-pictures.ts",
    "render-mending": "demo/mending/render.ts",
  },
  splitting: true,
  // These bring files or native code of their own; what is plain JavaScript loads several times as fast in one piece.
  external: ["sharp", "exifr", "pg", "piscina", "drizzle-orm", "next", "graphile-worker"],
});
// The threads start with every command: one file with no more in it than they need.
await build({
  ...modules,
  entryPoints: { "band-thread": "src/worker/band-thread.ts", "trial-thread": "src/worker/trial-thread.ts" },
  external: ["sharp"],
});
await buildKernel(path.join(outdir, "kernel.wasm"));
await bundleCommandLine(shared, outdir);
// Where the browser's threads take the same kernel from when Next builds them (src/client/sharp/worker.ts).
await mkdir(".local", { recursive: true });
await copyFile(path.join(outdir, "kernel.wasm"), ".local/kernel.wasm");
