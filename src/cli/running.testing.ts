/** Runs the bundled command line; nothing outside tests imports this. */
import { spawnSync } from "node:child_process";
import path from "node:path";

const root = path.join(__dirname, "../..");
const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist"), "flatstone.cjs");

/** Runs it with something on its standard input. */
export function flatstoneOn(input: string, ...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
    encoding: "utf8",
    cwd: root,
    input,
  });
  return { status, stdout, stderr };
}

export const flatstone = (...args: string[]) => flatstoneOn("", ...args);
