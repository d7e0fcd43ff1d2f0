/**
 * Makes of a file of tests and all of ours that it imports one script. Jest would otherwise load hundreds of modules for each file,
 * and what calls from one into another would be looked up each time. Files that put others in a module's place are left to swc.
 */
const { createHash } = require("node:crypto");
const path = require("node:path");
const { buildSync } = require("esbuild");
const { createTransformer } = require("@swc/jest");

const root = path.join(__dirname, "..");
const REPLACES_MODULES = /\bjest\.(mock|spyOn|unstable_mockModule|isolateModules|resetModules)\b/;

/** Bundles of this process: asked for when Jest names what it keeps, and again when it makes it. */
const made = new Map();

function bundled(filename) {
  if (!made.has(filename)) {
    const { outputFiles } = buildSync({
      absWorkingDir: root,
      entryPoints: [filename],
      outdir: path.dirname(filename),
      bundle: true,
      write: false,
      format: "cjs",
      platform: "node",
      target: "node20",
      jsx: "automatic",
      packages: "external",
      alias: { "@": path.join(root, "src") },
      sourcemap: "external",
      // Jest runs no import() but its own.
      supported: { "dynamic-import": false },
      logLevel: "error",
    });
    const [map, code] = ["map", "js"].map((ending) => outputFiles.find((f) => f.path.endsWith(ending)).text);
    made.set(filename, { code, map });
  }
  return made.get(filename);
}

module.exports = {
  createTransformer(options) {
    const swc = createTransformer(options);
    return {
      ...swc,
      process: (source, filename, settings) =>
        REPLACES_MODULES.test(source) ? swc.process(source, filename, settings) : bundled(filename),
      // What it imports may have changed where the file itself has not.
      getCacheKey: (source, filename, settings) =>
        REPLACES_MODULES.test(source)
          ? swc.getCacheKey(source, filename, settings)
          : createHash("sha256").update(bundled(filename).code).digest("hex"),
    };
  },
};
