/** Scripts that run from right to left (Unicode Standard Annex 9), of languages that are written in one. */
const RIGHT_TO_LEFT = new Set(["Arab", "Hebr", "Thaa", "Syrc", "Nkoo", "Adlm", "Rohg"]);

/** Which way a language is written, for a page's `dir`. @param tag as BCP 47 has it. */
export const directionOf = (tag: string): "ltr" | "rtl" =>
  RIGHT_TO_LEFT.has(new Intl.Locale(tag).maximize().script ?? "") ? "rtl" : "ltr";
