import { say } from "@/language";
import type { KnownMeasure, Unit } from "@/core/shape/proportion";
import { lengthUnit } from "@/ui";

/** Something whose size is known by heart. Metres; a ratio's numbers are its sides. */
export interface CommonMeasure {
  readonly name: string;
  readonly kind: KnownMeasure["kind"];
  readonly unit: Unit;
  readonly width?: number;
  readonly height?: number;
  readonly length?: number;
}

const INCH = 0.0254;

/** What is of one shape everywhere. */
const SHAPES = {
  square: { name: say("Square"), kind: "rectangle", unit: "ratio", width: 1, height: 1 },
  tiles: { name: say("Square tiles"), kind: "grid", unit: "ratio", width: 1, height: 1 },
  round: { name: say("Round"), kind: "ellipse", unit: "ratio", width: 1, height: 1 },
} as const satisfies Record<string, CommonMeasure>;

const IN_METRES: readonly CommonMeasure[] = [
  SHAPES.square,
  { name: say("Door leaf"), kind: "rectangle", unit: "m", width: 0.9, height: 2.1 },
  { name: say("Door leaf, narrow"), kind: "rectangle", unit: "m", width: 0.8, height: 2 },
  { name: say("Paper A4, standing"), kind: "rectangle", unit: "cm", width: 0.21, height: 0.297 },
  { name: say("Paper A3, lying"), kind: "rectangle", unit: "cm", width: 0.42, height: 0.297 },
  SHAPES.tiles,
  { name: say("Tiles 15 cm"), kind: "grid", unit: "cm", width: 0.15, height: 0.15 },
  { name: say("Bricks with joints"), kind: "grid", unit: "cm", width: 0.25, height: 0.075 },
  SHAPES.round,
  { name: say("Ten brick courses"), kind: "length", unit: "cm", length: 0.75 },
  { name: say("One metre"), kind: "length", unit: "m", length: 1 },
];

const IN_FEET: readonly CommonMeasure[] = [
  SHAPES.square,
  { name: say("Door leaf"), kind: "rectangle", unit: "in", width: 36 * INCH, height: 80 * INCH },
  { name: say("Door leaf, narrow"), kind: "rectangle", unit: "in", width: 30 * INCH, height: 80 * INCH },
  { name: say("Letter paper, standing"), kind: "rectangle", unit: "in", width: 8.5 * INCH, height: 11 * INCH },
  SHAPES.tiles,
  { name: say("Tiles 12 in"), kind: "grid", unit: "in", width: 12 * INCH, height: 12 * INCH },
  { name: say("Bricks with joints"), kind: "grid", unit: "in", width: 8 * INCH, height: (8 / 3) * INCH },
  SHAPES.round,
  { name: say("Three brick courses"), kind: "length", unit: "in", length: 8 * INCH },
  { name: say("One foot"), kind: "length", unit: "ft", length: 12 * INCH },
];

/** What buildings are full of, where the browser's language is spoken. */
const common = (): readonly CommonMeasure[] => (lengthUnit().unit === "ft" ? IN_FEET : IN_METRES);

const KEY = "flat-stone-measures";

/** The list as this photographer keeps it; their own come first. */
export function commonMeasures(): readonly CommonMeasure[] {
  try {
    const own = JSON.parse(localStorage.getItem(KEY) ?? "[]") as unknown;
    return Array.isArray(own) ? [...(own as CommonMeasure[]), ...common()] : common();
  } catch {
    return common();
  }
}

/** Keeps a size in the list under a name; another of that name gives way. */
export function keepCommon(one: CommonMeasure): void {
  const own = commonMeasures().filter((c) => !common().includes(c) && c.name !== one.name);
  localStorage.setItem(KEY, JSON.stringify([one, ...own].slice(0, 40)));
}

/** Takes a size of one's own off the list. */
export function dropCommon(name: string): void {
  const own = commonMeasures().filter((c) => !common().includes(c) && c.name !== name);
  localStorage.setItem(KEY, JSON.stringify(own));
}

export const isOwn = (one: CommonMeasure): boolean => !common().includes(one);
