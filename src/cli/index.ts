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
  calibrate: () => import("./calibrate"),
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

main(process.argv.slice(2)).catch((error: unknown) => {
  const forPeople = error instanceof Error && ["UsageError", "RecipeError", "Problem"].includes(error.name);
  console.error(forPeople ? (error as Error).message : error);
  process.exitCode = forPeople ? 2 : 1;
});
