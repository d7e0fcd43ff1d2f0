import { create } from "zustand";
import type { Command } from "./command";

/** Keys that somebody has given commands of their own, by the command; kept in this browser. */
type OwnKeys = Readonly<Record<string, string>>;

const PLACE = "flat-stone-keys";

/** What this browser has kept; what it cannot be read from is as if there were none. */
function kept(): OwnKeys {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(PLACE) ?? "{}");
    if (typeof read !== "object" || read === null || Array.isArray(read)) return {};
    return Object.fromEntries(Object.entries(read).filter((e): e is [string, string] => typeof e[1] === "string"));
  } catch {
    return {};
  }
}

export const useOwnKeys = create<{ readonly own: OwnKeys }>()(() => ({
  own: typeof localStorage === "undefined" ? {} : kept(),
}));

function keep(own: OwnKeys): void {
  useOwnKeys.setState({ own });
  localStorage.setItem(PLACE, JSON.stringify(own));
}

export const giveKeys = (id: string, keys: string): void => keep({ ...useOwnKeys.getState().own, [id]: keys });
export const takeKeysBack = (id: string): void => {
  const { [id]: gone, ...rest } = useOwnKeys.getState().own;
  void gone;
  keep(rest);
};
export const allKeysAsTheyWere = (): void => keep({});

/** A command with the keys that it has in this browser. */
export function withOwnKeys(command: Command): Command {
  const keys = useOwnKeys.getState().own[command.id];
  if (keys === undefined) return command;
  const { written, ...rest } = command;
  void written;
  return { ...rest, keys: [keys] };
}

/** What is pressed, as a command's keys are told: "p", "Shift+w", "Ctrl+Shift+z"; null for a modifier alone. */
export function keysPressed({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
}: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey">): string | null {
  if (["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock", "Dead"].includes(key)) return null;
  const isLetter = key.length === 1 && key.toLowerCase() !== key.toUpperCase();
  const ctrl = ctrlKey || metaKey;
  // A sign that needs Shift on one keyboard does not on another: the sign itself is the key.
  const shift = shiftKey && (isLetter || key.length > 1);
  return [ctrl && "Ctrl", shift && "Shift", key.length === 1 ? key.toLowerCase() : key].filter(Boolean).join("+");
}
