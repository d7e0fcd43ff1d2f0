"use client";

import { say } from "@/language";
import { useState } from "react";
import { Dialog } from "@/ui";
import { type Command, type CommandContext, GROUPS } from "./command";
import { matching } from "./matching";
import { COMMANDS } from ".";
import { writtenKeys } from "./keys";
import { withOwnKeys } from "./own-keys";

/** The search among everything that can be done. */
export function CommandSearch({ context, onClose }: { context: CommandContext; onClose: () => void }) {
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const found = matching(COMMANDS, typed);
  const able = (c: Command): boolean => c.can?.(context) ?? true;
  const choose = (command: Command | undefined): void => {
    if (!command || !able(command)) return;
    onClose();
    command.run(context);
  };
  const onKey = (event: React.KeyboardEvent): void => {
    const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (by !== 0) setAt((at + by + found.length) % Math.max(1, found.length));
    else if (event.key === "Enter") choose(found[at]);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog title={say("Find a command")} onClose={onClose}>
      <input
        data-first
        className="input input-sm w-full"
        placeholder={say("Type a part of it")}
        aria-label={say("Find a command")}
        role="combobox"
        aria-expanded
        aria-controls="found-commands"
        aria-activedescendant={found[at] && `command-${found[at].id}`}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <ul id="found-commands" role="listbox" className="mt-2 max-h-80 overflow-auto">
        {found.map((command, i) => (
          <li
            key={command.id}
            id={`command-${command.id}`}
            role="option"
            aria-selected={i === at}
            aria-disabled={!able(command)}
            className="flex min-h-7 cursor-pointer items-center gap-3 rounded px-2 aria-disabled:opacity-45 aria-selected:bg-base-300"
            onPointerEnter={() => setAt(i)}
            onClick={() => choose(command)}
          >
            <span className="grow">{command.words}</span>
            <span className="muted">{GROUPS.get(command.group)}</span>
            <b className="w-24 text-right font-semibold">{writtenKeys(withOwnKeys(command))}</b>
          </li>
        ))}
        {found.length === 0 && <li className="muted px-2">{say("Nothing of that name can be done here.")}</li>}
      </ul>
    </Dialog>
  );
}
