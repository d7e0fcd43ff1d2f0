import type { Value, Words } from "./words";

/** In English, as logs have it: values are put in their places, numbers and choices stand as they are written. */
function inLogs(words: Value): string {
  if (typeof words !== "object") return String(words);
  if ("id" in words)
    return words.id.replace(/\{(\w+)\}/g, (whole, name: string) => {
      const value = words.values?.[name];
      return value === undefined ? whole : inLogs(value);
    });
  if ("figure" in words) return words.figure.toFixed(words.digits);
  if ("row" in words) return words.row.map(inLogs).join(words.between ?? ", ");
  return inLogs(words.capital);
}

/** An error that says as words what a person should hear of it; its message is for logs. */
export class TellingError extends Error {
  constructor(readonly words: Words) {
    super(inLogs(words));
  }
}
