import { CHECK_COMMANDS } from "../check/check-commands";
import { GUIDE_COMMANDS } from "../check/guides/guide-commands";
import { BENCH_COURSES, COMMON_TOOLS } from "../courses";
import { toolCommand } from "../tools/tool-button";
import { type Command, GROUPS, type Group } from "./command";
import { GENERAL } from "./general";
import { writtenKeys } from "./keys";
import { withOwnKeys } from "./own-keys";

/** The one table of commands: keys, tooltips, the card and the search are drawn from it. */
export const COMMANDS: readonly Command[] = [
  ...GENERAL,
  ...COMMON_TOOLS.map((tool) => toolCommand(tool, null, "look")),
  ...CHECK_COMMANDS,
  ...GUIDE_COMMANDS,
  ...BENCH_COURSES.flatMap(({ key, tools, commands }) => [
    ...tools.map((tool) => toolCommand(tool, key, key)),
    ...commands,
  ]),
];

/** The commands by group, in the order in which they are shown. */
export const grouped = (commands: readonly Command[]): { group: Group; commands: Command[] }[] =>
  [...GROUPS.keys()]
    .map((group) => ({ group, commands: commands.filter((c) => c.group === group) }))
    .filter((g) => g.commands.length > 0);

/** The words and keys of a command, for a tooltip: "Grid over the picture (G)". */
export function tip(id: string): string {
  const command = COMMANDS.find((c) => c.id === id);
  if (!command) throw new Error(`There is no command "${id}".`);
  const keys = writtenKeys(withOwnKeys(command));
  return keys ? `${command.words} (${keys})` : command.words;
}
