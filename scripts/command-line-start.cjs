/**
 * Starts the command line: all of it is one file, and beside it lies what V8 compiled of it when it was bundled, which
 * saves a third of the time that a small picture takes. Where another Node.js refuses that, it compiles anew.
 */
"use strict";
const fs = require("node:fs");
const path = require("node:path");
const vm = require("node:vm");

const filename = path.join(__dirname, "command-line.cjs");
const compiled = path.join(__dirname, "command-line.compiled");

function kept() {
  try {
    return fs.readFileSync(compiled);
  } catch {
    return undefined;
  }
}

// Wrapped as Node wraps modules.
const source = `(function (exports, require, module, __filename, __dirname) {${fs.readFileSync(filename, "utf8")}\n})`;
const keeping = process.env["FLATSTONE_KEEP_COMPILED"] === "1";
const script = new vm.Script(source, { filename, cachedData: keeping ? undefined : kept() });
// With what has been compiled by the time it ends.
if (keeping) process.on("exit", () => fs.writeFileSync(compiled, script.createCachedData()));
script.runInThisContext()({}, require, module, filename, __dirname);
