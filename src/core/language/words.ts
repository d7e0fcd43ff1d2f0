/**
 * What the core says, as data: a sentence is named by its English and has values; it is put into a language where people read
 * it (`src/language`). It may be kept, sent and compared.
 */
export type Words = Sentence | Figure | Row | Capital;

/** What stands for a name in braces: numbers choose between one and several, names that people gave stand as they are. */
export type Value = string | number | Words;

export interface Sentence {
  /** The sentence in English, an ICU message as `{count, plural, one {# photo} other {# photos}}`. */
  readonly id: string;
  readonly values?: Readonly<Record<string, Value>>;
}

/** A number with so many digits behind the decimal sign. */
export interface Figure {
  readonly figure: number;
  readonly digits: number;
}

/** Several things in a row. */
export interface Row {
  readonly row: readonly Value[];
  /** What stands between them; null: as a language lists things, "1, 2 and A". */
  readonly between: string | null;
}

/** What begins a sentence: its first letter is large. */
export interface Capital {
  readonly capital: Value;
}

/** A sentence of the app. `npm run words` gathers them from the code, so they stand in it as they are. */
export const tell = (id: string, values?: Sentence["values"]): Sentence => (values ? { id, values } : { id });

/** Rounded as it is shown, so that what reads alike is alike. */
export const figure = (value: number, digits: number): Figure => ({ figure: Number(value.toFixed(digits)), digits });

/** Things one after the other, with a text between them. */
export const row = (things: readonly Value[], between = ""): Row => ({ row: things, between });

/** Things as a language lists them. */
export const listed = (things: readonly Value[]): Row => ({ row: things, between: null });

/** What a person or a format calls something: the same in every language. */
export const named = (name: string): Row => row([name]);

export const capital = (words: Value): Capital => ({ capital: words });
