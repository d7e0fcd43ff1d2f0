/**
 * The command line: the same core and image code without a screen. Results go to stdout, a sentence
 * about wrong input to stderr with exit status 2.
 */
import { UsageError, usage } from "./arguments";

const COMMANDS: Readonly<Record<string, () => Promise<{ run(args: string[]): Promise<void> }>>> = {
  render: () => import("./render"),
  recipe: () => import("./recipe"),
  solve: () => import("./solve"),
  lines: () => import("./lines"),
  frame: () => import("./frame"),
  edges: () => import("./edges"),
  places: () => import("./places"),
  calibrate: () => import("./calibrate"),
  true: () => import("./true-up"),
  lens: () => import("./lens"),
  layout: () => import("./layout"),
  visit: () => import("./visit"),
  "visit-one": () => import("./visit/one-photo"),
};

async function main([command, ...args]: string[]): Promise<void> {
  const asked = (word: string | undefined): boolean => word === "--help" || word === "-h";
  if (command === undefined || command === "help" || asked(command) || args.some(asked)) {
    console.log(usage);
    return;
  }
  const load = Object.hasOwn(COMMANDS, command) ? COMMANDS[command] : undefined;
  if (!load) throw new UsageError(`There is no command "${command}".\n${usage}`);
  await (await load()).run(args);
}

/** What the system says of files, for people. */
const FILES: Readonly<Record<string, string>> = {
  EACCES: "is not allowed to be read or written",
  EPERM: "is not allowed to be read or written",
  ENOENT: "is not there",
  ENOTDIR: "is not there: a part of its path is not a folder",
  EEXIST: "is there already, and is not a folder",
  EISDIR: "is a folder",
  ENOSPC: "cannot be written: the disk is full",
  EDQUOT: "cannot be written: the disk is full",
  EROFS: "cannot be written there",
  ENAMETOOLONG: "has too long a name",
};

/** The sentence for what is wrong with the input; null for a fault of the program's own. */
function sentence(error: unknown): string | null {
  if (!(error instanceof Error)) return null;
  if (["UsageError", "RecipeError", "Problem"].includes(error.name)) return error.message;
  const { code, path: file } = error as NodeJS.ErrnoException;
  return code && file && FILES[code] ? `"${file}" ${FILES[code]}.` : null;
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const words = sentence(error);
  process.exitCode = words === null ? 1 : 2;
  if (words !== null) console.error(words);
  else if (process.env["FLATSTONE_TRACE"]) console.error(error);
  else
    console.error(
      `Something unexpected went wrong: ${String((error as Error)?.message ?? error).split("\n")[0]} (Set FLATSTONE_TRACE=1 to see more.)`,
    );
});

// A reader that has gone away, as head does, is no fault.
process.stdout.on("error", (error: NodeJS.ErrnoException) => process.exit(error.code === "EPIPE" ? 0 : 1));
