/** Bundles the processes that run outside Next: command line, worker, render threads, set-up; and the pixel kernel. */
import path from "node:path";
import { build } from "esbuild";
import { buildKernel } from "./kernel.mjs";

const outdir = process.argv[2] ?? "dist";

await build({
  entryPoints: {
    flatstone: "src/cli/index.ts",
    worker: "src/worker/index.ts",
    "band-thread": "src/worker/band-thread.ts",
    migrate: "scripts/migrate.ts",
    "publish-schema": "scripts/publish-schema.ts",
    seed: "demo/seed.ts",
    "render-demo": "demo/render-pictures.ts",
  },
  outdir,
  outExtension: { ".js": ".mjs" },
  bundle: true,
  splitting: true,
  format: "esm",
  platform: "node",
  target: "node20",
  packages: "external",
  tsconfig: "tsconfig.json",
  logLevel: "warning",
});
await buildKernel(path.join(outdir, "kernel.wasm"));
