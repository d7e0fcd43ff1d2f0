import { type Command, GROUPS } from "./command";

/** Commands whose words hold all that was typed, those that begin with it first. */
export function matching(commands: readonly Command[], typed: string): Command[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const words = (c: Command): string => `${c.words} ${GROUPS.get(c.group)}`.toLowerCase();
  const found = commands.filter((c) => parts.every((part) => words(c).includes(part)));
  const first = (c: Command): number => (parts[0] && c.words.toLowerCase().startsWith(parts[0]) ? 0 : 1);
  return [...found].sort((a, b) => first(a) - first(b));
}
