import type { Command } from "./command";

interface Combination {
  readonly ctrl: boolean;
  readonly shift: boolean;
  readonly key: string;
}

function parsed(keys: string): Combination {
  const parts = keys.split("+");
  // "+" itself is a key.
  const key = keys.endsWith("+") ? "+" : parts[parts.length - 1]!;
  return { ctrl: parts.includes("Ctrl"), shift: parts.includes("Shift"), key };
}

type Pressed = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey">;

const plain = ({ key }: Pressed): string => (key.length === 1 ? key.toLowerCase() : key);

/** The commands that a press of keys means, those that ask for Shift before those that do not care. */
export function commandsFor(commands: readonly Command[], pressed: Pressed): Command[] {
  const ctrl = pressed.ctrlKey || pressed.metaKey;
  const meant =
    (shift: boolean) =>
    (command: Command): boolean =>
      command.keys.map(parsed).some((k) => k.key === plain(pressed) && k.ctrl === ctrl && k.shift === shift);
  const withShift = pressed.shiftKey ? commands.filter(meant(true)) : [];
  return [...withShift, ...commands.filter(meant(false))];
}

const NAMES: Readonly<Record<string, string>> = {
  Escape: "Esc",
  PageUp: "Page Up",
  PageDown: "Page Down",
  " ": "Space",
  "-": "−",
  ArrowUp: "↑",
  ArrowDown: "↓",
  ArrowLeft: "←",
  ArrowRight: "→",
};

/** How a command's keys are written: "P", "Ctrl Shift Z". */
export function writtenKeys({ keys, written }: Pick<Command, "keys" | "written">): string {
  if (written !== undefined) return written;
  const [first] = keys;
  if (first === undefined) return "";
  const { ctrl, shift, key } = parsed(first);
  const name = NAMES[key] ?? (key.length === 1 ? key.toUpperCase() : key);
  return [ctrl && "Ctrl", shift && "Shift", name].filter(Boolean).join(" ");
}
