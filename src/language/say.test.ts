import fc from "fast-check";
import { capital, figure } from "@/core/language";
import { language, put, say, sayList, speak } from ".";

afterEach(() => speak(undefined));
const PHOTOS = "{count, plural, one {# photo} other {# photos}}";

test("in English a sentence is what it is, with its values in their places", () => {
  expect(language().tag).toBe("en");
  expect(say("Undo")).toBe("Undo");
  expect(say("{from} becomes {to}", { from: 3, to: "4 %" })).toBe("3 becomes 4 %");
  expect([0, 1, 2].map((count) => say(PHOTOS, { count }))).toEqual(["0 photos", "1 photo", "2 photos"]);
  expect(sayList(["1", "2", "A"])).toBe("1, 2 and A");
  expect(sayList([])).toBe("");
});

test("in another language, by its own order of words and its own numbers", () => {
  const sentences = {
    Undo: "Cofnij",
    "{from} becomes {to}": "{to} zamiast {from}",
    [PHOTOS]: "{count, plural, one {# zdjęcie} few {# zdjęcia} other {# zdjęć}}",
  };
  speak({ tag: "pl", sentences });
  expect(say("Undo")).toBe("Cofnij");
  expect(say("{from} becomes {to}", { from: "a", to: "b" })).toBe("b zamiast a");
  expect([1, 3, 5].map((count) => say(PHOTOS, { count }))).toEqual(["1 zdjęcie", "3 zdjęcia", "5 zdjęć"]);
  // What is not translated is said in English, by English numbers.
  expect(say("Redo")).toBe("Redo");
  expect(say("{n, plural, one {# line} other {# lines}}", { n: 3 })).toBe("3 lines");
  expect(sayList(["1", "2"])).toBe("1 i 2");
  speak(undefined);
  expect(say("Undo")).toBe("Undo");
});

test("a translation that does not hold together is passed over", () => {
  speak({ tag: "nl", sentences: { "{from} becomes {to}": "{from} wordt {naar}", [PHOTOS]: "{count, plural, one {#" } });
  expect(say("{from} becomes {to}", { from: 1, to: 2 })).toBe("1 becomes 2");
  expect(say(PHOTOS, { count: 2 })).toBe("2 photos");
});

test("whatever a value holds, it stands as it is", () => {
  fc.assert(
    fc.property(fc.string(), (name) => {
      expect(say("Delete {name}", { name })).toBe(`Delete ${name}`);
    }),
  );
});

test("a sentence begins with a large letter, by the language's own rules", () => {
  expect(["plumb 3", "", "élan"].map((words) => put(capital(words)))).toEqual(["Plumb 3", "", "Élan"]);
  speak({ tag: "tr", sentences: {} });
  expect(put(capital("iz"))).toBe("İz");
});

test("numbers have the decimal sign of the language that is spoken, and no groups", () => {
  expect([figure(1234.56, 1), figure(-0.004, 2), figure(-0.5, 1), figure(3, 0)].map(put)).toEqual([
    "1234.6",
    "0.00",
    "−0.5",
    "3",
  ]);
  speak({ tag: "de", sentences: {} });
  expect(put(figure(2.25, 1))).toBe("2,3");
  speak({ tag: "ar-EG", sentences: {} });
  expect(put(figure(12, 0))).toBe("12");
});
