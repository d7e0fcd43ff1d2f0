/** What a piece of code says; see words.mjs. */
export interface Said {
  readonly sentence: string;
  /** The names it gets values for; null where they are not written out. */
  readonly values: readonly (string | null)[] | null;
  readonly at: string;
}
export function valuesOf(sentence: string): Set<string> | null;
export function readCode(file: string, text: string): { said: Said[]; faults: string[] };
export function faultsOfSentence(sentence: string): string[];
export function faultsOfLanguage(
  name: string,
  file: { language: string; sentences: Record<string, string> },
  english: ReadonlySet<string>,
): string[];
