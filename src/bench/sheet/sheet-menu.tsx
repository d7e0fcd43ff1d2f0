"use client";

import { useBench } from "@/client/bench-store";
import { say } from "@/language";
import { ContextMenu, type MenuItem } from "@/ui";
import { COMMANDS } from "../commands";
import type { Command, CommandContext } from "../commands/command";
import { writtenKeys } from "../commands/keys";
import { withOwnKeys } from "../commands/own-keys";

/** What can be done with any picture, from the menu over it. */
const ALWAYS: readonly (readonly string[])[] = [
  ["undo", "redo"],
  ["as-shot", "fit", "actual", "marks", "grid", "compare"],
  ["carry", "copy-recipe", "paste-recipe"],
];

/** Over the picture: what the open course can do with what is selected, then what can be done with any picture. */
export function SheetMenu({
  at,
  context,
  onClose,
}: {
  at: readonly [number, number];
  context: CommandContext;
  onClose: () => void;
}) {
  const course = useBench((s) => s.course);
  const can = (command: Command): boolean => command.can?.(context) ?? true;
  const itemOf = (command: Command): MenuItem => ({
    words: command.words,
    keys: writtenKeys(withOwnKeys(command)),
    run: () => command.run(context),
  });
  // What depends on what is there, and is there; a move by arrow keys means nothing without them.
  const own = COMMANDS.filter((c) => c.group === course && c.can && can(c) && !c.keys.includes("ArrowUp"));
  const groups = [own, ...ALWAYS.map((ids) => COMMANDS.filter((c) => ids.includes(c.id) && can(c)))].filter(
    (group) => group.length > 0,
  );
  const items = groups.flatMap((group, i): MenuItem[] => [...(i > 0 ? ["rule" as const] : []), ...group.map(itemOf)]);
  return <ContextMenu label={say("What can be done here")} at={at} items={items} onClose={onClose} />;
}
