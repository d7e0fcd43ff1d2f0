import { IntlMessageFormat } from "intl-messageformat";
import { TellingError, type Value, type Words } from "@/core/language";

/** A language the app can speak besides the English it is written in. */
export interface Language {
  /** As BCP 47 has it: "nl", "pt-BR". */
  readonly tag: string;
  /** What is said instead of each English sentence; those it lacks are said in English. */
  readonly sentences: Readonly<Record<string, string>>;
}

/** What stands for a name in braces: numbers choose between one and several, words are put into the language themselves. */
export type Values = Readonly<Record<string, Value>>;

const ENGLISH: Language = { tag: "en", sentences: {} };

/** Where a page, a worker or the server keeps the language: it must be there before the first module that says something. */
type Host = typeof globalThis & { flatStoneLanguage?: Language };

/** The language that is spoken here. */
export const language = (): Language => (globalThis as Host).flatStoneLanguage ?? ENGLISH;

/** Speaks another language from now on; undefined: English. */
export function speak(other: Language | undefined): void {
  (globalThis as Host).flatStoneLanguage = other;
  messages.clear();
}

const messages = new Map<string, IntlMessageFormat>();

/** Several things as the language lists them: "No. 1, No. 2 and No. 3"; nothing, where there are none. */
export function sayList(all: readonly string[]): string {
  const { tag } = language();
  // British, as the app's English is: no comma before the last.
  return new Intl.ListFormat(tag === "en" ? "en-GB" : tag, { type: "conjunction" }).format(all);
}

const formats = new Map<string, Intl.NumberFormat>();

/** A number with so many digits behind a language's decimal sign, without groups; a zero has no sign. Number fields read what it writes. */
export function decimalIn(tag: string, v: number, digits: number): string {
  const key = `${tag} ${digits}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat(tag, {
      ...{ minimumFractionDigits: digits, maximumFractionDigits: digits },
      ...{ useGrouping: false, signDisplay: "negative", numberingSystem: "latn" },
    });
    formats.set(key, format);
  }
  return format.format(v);
}

/** The same in the language that is spoken. */
const decimal = (v: number, digits: number): string => decimalIn(language().tag, v, digits);

/** The first letter large, as a sentence begins. */
const capital = (text: string): string =>
  text === "" ? text : text[0]!.toLocaleUpperCase(language().tag) + text.slice(1);

/** A sentence, read once: settings are said again with every move of the pointer. */
function messageOf(sentence: string, tag: string): IntlMessageFormat {
  let message = messages.get(sentence);
  if (!message) messages.set(sentence, (message = new IntlMessageFormat(sentence, tag)));
  return message;
}

/** Words that are kept as data, in the language that is spoken. A translation that does not hold together is passed over for the English. */
export function put(words: Words): string {
  if ("id" in words) {
    const { id, values } = words;
    if (!values) return language().sentences[id] ?? id;
    const said = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, putValue(value)]));
    return sayBy(id, (message) => message.format(said) as string);
  }
  if ("figure" in words) return decimal(words.figure, words.digits).replace("-", "−");
  if ("capital" in words) return capital(`${putValue(words.capital)}`);
  const things = words.row.map((thing) => `${putValue(thing)}`);
  return words.between === null ? sayList(things) : things.join(words.between);
}

const putValue = (value: Value): string | number => (typeof value === "object" ? put(value) : value);

/**
 * A sentence in the language that is spoken. `npm run words` gathers all of them from the code into words/en.json, so they
 * stand in it as they are. With values it is an ICU message, as `{count, plural, one {# photo} other {# photos}}`; without, plain words.
 */
export const say = (id: string, values?: Values): string => put(values ? { id, values } : { id });

/** What a person should hear of an error. */
export const sayError = (error: Error): string => (error instanceof TellingError ? put(error.words) : error.message);

/** As `say`, of a message that is put together otherwise than to a text. */
export function sayBy<T>(english: string, put: (message: IntlMessageFormat) => T): T {
  const { tag, sentences } = language();
  const other = sentences[english];
  if (other !== undefined)
    try {
      return put(messageOf(other, tag));
    } catch {
      // What does not hold together is said in English.
    }
  return put(messageOf(english, "en"));
}
