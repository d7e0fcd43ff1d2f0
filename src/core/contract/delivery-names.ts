import { type DeliveryFormat, endingOf } from "./formats";

/** What a file's name may be filled in with. */
export interface NamePlaces {
  /** The photo's, without its ending. */
  readonly name: string;
  /** Where it stands among those that are delivered, from 1. */
  readonly number: number;
  /** What an output is called. */
  readonly output: string;
  /** The version's; absent where there are none. */
  readonly version?: string;
  /** When it was taken, year-month-day; absent where that is not known. */
  readonly date?: string;
  /** The visit's. */
  readonly assignment?: string;
}

const PLACES = /\{(name|output|version|date|assignment|number(?::([1-9]))?)\}/g;

/** What a name cannot hold on some machine, and spaces at its ends. */
const NOT_IN_NAMES = /[/\\:*?"<>|\u0000-\u001f]/g;

/** The first thing in braces that a pattern has and that is no place; null where there is none. */
export const unknownPlace = (pattern: string): string | null =>
  /\{[^{}]*\}/.exec(pattern.replace(PLACES, ""))?.[0] ?? null;

/** A file's name by a pattern: {name}, {number}, {number:3} with leading zeros, {output}, {version}, {date}, {assignment}. */
export function fileName(pattern: string, places: NamePlaces, format: DeliveryFormat): string {
  const filled = pattern.replace(PLACES, (_, place: string, digits: string | undefined) =>
    place.startsWith("number")
      ? String(places.number).padStart(Number(digits ?? 1), "0")
      : (places[place as Exclude<keyof NamePlaces, "number">] ?? ""),
  );
  const plain = filled.replace(NOT_IN_NAMES, "-").trim().replace(/^\.+/, "");
  return `${plain || "photo"}.${endingOf(format)}`;
}

/** The first two of some names that are one, whatever their letters' case; null where all differ. */
export function clashOf(names: readonly string[]): readonly [number, number] | null {
  const taken = new Map<string, number>();
  for (const [i, name] of names.entries()) {
    const other = taken.get(name.toLowerCase());
    if (other !== undefined) return [other, i];
    taken.set(name.toLowerCase(), i);
  }
  return null;
}
