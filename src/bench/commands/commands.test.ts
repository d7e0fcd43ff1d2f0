import { COMMANDS } from ".";
import { commandsFor, writtenKeys } from "./keys";
import { matching } from "./matching";
import type { Command, Group } from "./command";

const command = (id: string, ...keys: string[]): Command => ({
  id,
  words: id,
  group: "look",
  keys,
  run: () => undefined,
});
const pressed = (key: string, held: { ctrl?: boolean; shift?: boolean } = {}) => ({
  key,
  ctrlKey: held.ctrl ?? false,
  metaKey: false,
  shiftKey: held.shift ?? false,
});
const all = [
  command("plain", "z"),
  command("undo", "Ctrl+z"),
  command("redo", "Ctrl+Shift+z", "Ctrl+y"),
  command("larger", "+", "="),
  command("nudge", "ArrowLeft", "Shift+ArrowLeft"),
];
const ids = (press: ReturnType<typeof pressed>) => commandsFor(all, press).map((c) => c.id);

test("a press means the commands of those keys, with Shift first those that ask for it", () => {
  expect(ids(pressed("z"))).toEqual(["plain"]);
  expect(ids(pressed("Z", { shift: true }))).toEqual(["plain"]);
  expect(ids(pressed("z", { ctrl: true }))).toEqual(["undo"]);
  expect(ids(pressed("Z", { ctrl: true, shift: true }))).toEqual(["redo", "undo"]);
  expect(ids(pressed("y", { ctrl: true }))).toEqual(["redo"]);
  expect(ids(pressed("+", { shift: true }))).toEqual(["larger"]);
  expect(ids(pressed("="))).toEqual(["larger"]);
  expect(ids(pressed("ArrowLeft", { shift: true }))).toEqual(["nudge", "nudge"]);
  expect(ids(pressed("w"))).toEqual([]);
});

test("keys are written as a person reads them", () => {
  expect(writtenKeys(command("x", "Ctrl+Shift+z"))).toBe("Ctrl Shift Z");
  expect(writtenKeys(command("x", "p"))).toBe("P");
  expect(writtenKeys(command("x", "+", "="))).toBe("+");
  expect(writtenKeys(command("x", "-"))).toBe("−");
  expect(writtenKeys({ keys: ["o"], written: "O (hold)" })).toBe("O (hold)");
  expect(writtenKeys(command("x"))).toBe("");
});

test("commands are found by parts of their words and group; those that begin so come first", () => {
  const words = (w: string, group: Group = "look"): Command => ({ ...command(w), words: w, group });
  const some = [
    words("Map of the stretch"),
    words("Larger"),
    words("Find lines", "lines"),
    words("Marks shown or hidden"),
  ];
  const found = (typed: string) => matching(some, typed).map((c) => c.words);
  expect(found("")).toHaveLength(4);
  expect(found("ma")).toEqual(["Map of the stretch", "Marks shown or hidden"]);
  expect(found("lines find")).toEqual(["Find lines"]);
  expect(found("shown ma")).toEqual(["Marks shown or hidden"]);
  expect(found("nothing")).toEqual([]);
});

test("no key of what can always be done is another's, too", () => {
  const owners = new Map<string, string>();
  const taken: string[] = [];
  for (const { id, keys, can } of COMMANDS) {
    for (const key of keys) {
      // What can be done at times only is never reached after what always can.
      const other = owners.get(key);
      if (other) taken.push(`${key}: ${other} and ${id}`);
      if (!can) owners.set(key, id);
    }
  }
  expect(taken).toEqual([]);
});
