/**
 * The command line: the same core and image code without a screen. Results go to stdout, a sentence
 * about wrong input to stderr with exit status 2.
 */
import { sayError, say } from "@/language";
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
  if (!load) throw new UsageError(`${say('There is no command "{command}".', { command })}\n${usage}`);
  await (await load()).run(args);
}

/** What the system says of files, for people. */
const FILES: Readonly<Record<string, (file: string) => string>> = {
  EACCES: (file) => say('"{file}" is not allowed to be read or written.', { file }),
  EPERM: (file) => say('"{file}" is not allowed to be read or written.', { file }),
  ENOENT: (file) => say('"{file}" is not there.', { file }),
  ENOTDIR: (file) => say('"{file}" is not there: a part of its path is not a folder.', { file }),
  EEXIST: (file) => say('"{file}" is there already, and is not a folder.', { file }),
  EISDIR: (file) => say('"{file}" is a folder.', { file }),
  ENOSPC: (file) => say('"{file}" cannot be written: the disk is full.', { file }),
  EDQUOT: (file) => say('"{file}" cannot be written: the disk is full.', { file }),
  EROFS: (file) => say('"{file}" cannot be written there.', { file }),
  ENAMETOOLONG: (file) => say('"{file}" has too long a name.', { file }),
};

/** The sentence for what is wrong with the input; null for a fault of the program's own. */
function sentence(error: unknown): string | null {
  if (!(error instanceof Error)) return null;
  if (["UsageError", "RecipeError", "Problem"].includes(error.name)) return sayError(error);
  const { code, path: file } = error as NodeJS.ErrnoException;
  return (code && file && FILES[code]?.(file)) || null;
}

main(process.argv.slice(2)).catch((error: unknown) => {
  const words = sentence(error);
  process.exitCode = words === null ? 1 : 2;
  if (words !== null) console.error(words);
  else if (process.env["FLATSTONE_TRACE"]) console.error(error);
  else
    console.error(
      say("Something unexpected went wrong: {message} (Set FLATSTONE_TRACE=1 to see more.)", {
        message: String((error as Error)?.message ?? error).split("\n")[0]!,
      }),
    );
});

// A reader that has gone away, as head does, is no fault.
process.stdout.on("error", (error: NodeJS.ErrnoException) => process.exit(error.code === "EPIPE" ? 0 : 1));
