import { readFileSync } from "node:fs";
import { faultsOfLanguage, faultsOfSentence, readCode, valuesOf } from "./words.mjs";

const faults = (code: string): string[] => readCode("made-up.tsx", code).faults;

test("every sentence is gathered, with and without values", () => {
  const { said, faults: none } = readCode(
    "made-up.tsx",
    `const a = say("Undo"); const b = <p title={say("Go")}>{sayWithBold("<b>{n}</b> more", { n: 3 })}</p>;`,
  );
  expect(said.map((s) => s.sentence)).toEqual(["Undo", "Go", "<b>{n}</b> more"]);
  expect(none).toEqual([]);
});

test("a text that a person reads and that is not said is told of, with its place", () => {
  expect(faults(`<p>Hello</p>`)).toEqual(['made-up.tsx:1: "Hello" is not said in words.']);
  expect(faults(`\n<p>{on ? "Off" : say("On")}</p>`)).toEqual(['made-up.tsx:2: "Off" is not said in words.']);
  expect(faults("<button aria-label={`Delete ${name}`} />")).toHaveLength(1);
  expect(faults(`notify("Gone.", "error"); throw new Problem(404, "Gone.");`)).toHaveLength(2);
  expect(faults(`<p className="muted" data-kind="line">{n} px × 3 %</p>`)).toEqual([]);
});

test("a sentence and its values must fit", () => {
  expect(faults(`say("{a} of {b}", { a: 1 })`)).toHaveLength(1);
  expect(faults(`say("{a}", { a: 1, b })`)).toHaveLength(1);
  expect(faults(`say("{a", { a: 1 })`)).toHaveLength(1);
  expect(faults(`say(words)`)).toHaveLength(1);
  expect(faults(`say("{n, plural, one {# of {all}} other {# all}}", { n, all })`)).toEqual([]);
  expect([...valuesOf("{n, plural, one {# of {all}} other {#}} <b>{who}</b>")!]).toEqual(["n", "all", "who"]);
});

test("another language's file must know its sentences and name no other values", () => {
  const english = new Set(["Undo", "{a} of {b}"]);
  const file = (sentences: Record<string, string>) =>
    faultsOfLanguage("nl.json", { language: "nl", sentences }, english);
  expect(file({ Undo: "Ongedaan maken", "{a} of {b}": "{b}, waarvan {a}" })).toEqual([]);
  expect(file({ Redo: "Opnieuw" })).toHaveLength(1);
  expect(file({ "{a} of {b}": "{a} van {c}" })).toHaveLength(1);
  expect(file({ "{a} of {b}": "{a} van {b" })).toHaveLength(1);
  expect(faultsOfLanguage("nl.json", { language: "de", sentences: {} }, english)).toHaveLength(1);
});

test("the English file holds, and says nothing twice", () => {
  const { sentences } = JSON.parse(readFileSync("words/en.json", "utf8")) as { sentences: Record<string, string> };
  const all = Object.keys(sentences);
  expect(all.length).toBeGreaterThan(1000);
  expect(all.filter((s) => s.includes("{") && valuesOf(s) === null)).toEqual([]);
  expect(all.filter((s) => s !== s.trim())).toEqual([]);
});

test("German is there in full; what was said anew since may lack for a while", () => {
  const file = (name: string) =>
    (JSON.parse(readFileSync(`words/${name}.json`, "utf8")) as { sentences: Record<string, string> }).sentences;
  const [english, german] = [file("en"), file("de")];
  const lacking = Object.keys(english).filter((sentence) => !Object.hasOwn(german, sentence));
  expect(lacking.length).toBeLessThan(0.05 * Object.keys(english).length);
  // It is another language: hardly a sentence of several words is the same.
  const same = Object.keys(german).filter((s) => german[s] === s && /[a-z]{3,} [a-z]{3,}/.test(s));
  expect(same).toEqual([]);
});

test("a sentence on screen has 25 words at most, its longest plural counted, and no short forms but known ones", () => {
  const words = (n: number): string => Array.from({ length: n }, () => "word").join(" ");
  expect(faultsOfSentence(`${words(25)}.`)).toEqual([]);
  expect(faultsOfSentence(`${words(26)}.`)).toHaveLength(1);
  expect(faultsOfSentence(`${words(20)}. ${words(20)}.`)).toEqual([]);
  expect(faultsOfSentence(`${words(20)} {n, plural, one {# photo} other {${words(9)}}}`)).toHaveLength(1);
  expect(faultsOfSentence("Saved as JPEG, 3 MB.")).toEqual([]);
  expect(faultsOfSentence("Turned 3° cw")).toHaveLength(1);
  expect(faultsOfSentence("The FOV is known.")).toHaveLength(1);
});
