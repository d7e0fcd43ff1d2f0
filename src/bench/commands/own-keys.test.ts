import { commandsFor } from "./keys";
import type { Command } from "./command";
import { keysPressed, useOwnKeys, withOwnKeys } from "./own-keys";
import { COMMANDS } from ".";

const press = (key: string, held: { ctrl?: boolean; shift?: boolean } = {}) => ({
  key,
  ctrlKey: held.ctrl ?? false,
  metaKey: false,
  shiftKey: held.shift ?? false,
});
afterEach(() => useOwnKeys.setState({ own: {} }));

test("what is pressed is written as commands write it, and means the command that has it", () => {
  expect(keysPressed(press("P", { shift: true }))).toBe("Shift+p");
  expect(keysPressed(press("?", { shift: true }))).toBe("?");
  expect(keysPressed(press("F8"))).toBe("F8");
  expect(keysPressed(press("Z", { ctrl: true, shift: true }))).toBe("Ctrl+Shift+z");
  expect(keysPressed(press("Shift", { shift: true }))).toBeNull();
  const of = (keys: string): Command => ({ id: "x", words: "x", group: "look", keys: [keys], run: () => undefined });
  for (const p of [press("P", { shift: true }), press("?", { shift: true }), press("F8"), press("z", { ctrl: true })])
    expect(commandsFor([of(keysPressed(p)!)], p)).toHaveLength(1);
});

test("keys of one's own stand for the command's, and how they were written goes with them", () => {
  const hold = COMMANDS.find((c) => c.id === "hold-original")!;
  expect(withOwnKeys(hold)).toBe(hold);
  useOwnKeys.setState({ own: { "hold-original": "Shift+o" } });
  expect(withOwnKeys(hold)).toMatchObject({ keys: ["Shift+o"] });
  expect(withOwnKeys(hold)).not.toHaveProperty("written");
});

test("every command has a name of its own", () => {
  const ids = COMMANDS.map((c) => c.id);
  expect(new Set(ids).size).toBe(ids.length);
});
