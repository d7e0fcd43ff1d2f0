import { writeFileSync } from "node:fs";
import path from "node:path";
import { language, say, speak } from "@/language";
import { temporaryFolder } from "../testing";

const folder = temporaryFolder();
const begin = (name: string, text: string): void => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  process.env["FLATSTONE_WORDS"] = file;
  jest.isolateModules(() => void require("./language"));
};
afterEach(() => {
  delete process.env["FLATSTONE_WORDS"];
  speak(undefined);
});

test("a process speaks the language of the file it is given", () => {
  begin("nl.json", JSON.stringify({ language: "nl", sentences: { Undo: "Ongedaan maken" } }));
  expect([language().tag, say("Undo"), say("Redo")]).toEqual(["nl", "Ongedaan maken", "Redo"]);
});

test.each([
  ["no JSON", "{"],
  ["no words", JSON.stringify({ language: "nl" })],
  ["no language there is", JSON.stringify({ language: "not a tag", sentences: {} })],
])("a file of %s is told in a sentence, and English is spoken", (_, text) => {
  const told = jest.spyOn(console, "error").mockImplementation(() => undefined);
  begin("broken.json", text);
  expect(told.mock.calls[0]![0]).toMatch(/^FLATSTONE_WORDS names ".*broken\.json", which is no file of words/);
  expect(language().tag).toBe("en");
  told.mockRestore();
});
