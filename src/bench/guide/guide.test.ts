import { put } from "@/language";
import { existsSync, readFileSync } from "node:fs";
import { COMMANDS } from "@/bench/commands";
import { writtenKeys } from "@/bench/commands/keys";
import { COURSES } from "@/core/recipe";
import { GUIDE, guideText } from "./guide";

test("docs/guide.md is what the app shows (npm run guide)", () => {
  expect(readFileSync("docs/guide.md", "utf8")).toBe(guideText((name) => `screenshots/${name}.png`));
});

test("every course has its page, by its name; every picture is there", () => {
  const titles = GUIDE.map((p) => p.title);
  for (const { name } of COURSES) expect(titles).toContain(put(name));
  for (const { picture } of GUIDE) if (picture) expect(existsSync(`docs/screenshots/${picture.name}.png`)).toBe(true);
  expect(new Set(GUIDE.map((p) => p.id)).size).toBe(GUIDE.length);
});

test("the keys that it names are those of the table of commands", () => {
  const known = new Set(COMMANDS.flatMap((c) => c.keys.map((k) => writtenKeys({ keys: [k] }))));
  for (const { keys } of GUIDE) for (const [k] of keys) expect([...known]).toContain(k.replace(", held", ""));
});
