import type { KnownMeasure, Unit } from "@/core/proportion";

/** Something whose size is known by heart. Metres; a ratio's numbers are its sides. */
export interface CommonMeasure {
  readonly name: string;
  readonly kind: KnownMeasure["kind"];
  readonly unit: Unit;
  readonly width?: number;
  readonly height?: number;
  readonly length?: number;
}

/** What buildings are full of. */
export const COMMON: readonly CommonMeasure[] = [
  { name: "Square", kind: "rectangle", unit: "ratio", width: 1, height: 1 },
  { name: "Door leaf", kind: "rectangle", unit: "m", width: 0.9, height: 2.1 },
  { name: "Door leaf, narrow", kind: "rectangle", unit: "m", width: 0.8, height: 2 },
  { name: "Paper A4, standing", kind: "rectangle", unit: "cm", width: 0.21, height: 0.297 },
  { name: "Paper A3, lying", kind: "rectangle", unit: "cm", width: 0.42, height: 0.297 },
  { name: "Square tiles", kind: "grid", unit: "ratio", width: 1, height: 1 },
  { name: "Tiles 15 cm", kind: "grid", unit: "cm", width: 0.15, height: 0.15 },
  { name: "Bricks with joints", kind: "grid", unit: "cm", width: 0.25, height: 0.075 },
  { name: "Round", kind: "ellipse", unit: "ratio", width: 1, height: 1 },
  { name: "Ten brick courses", kind: "length", unit: "cm", length: 0.75 },
  { name: "One metre", kind: "length", unit: "m", length: 1 },
];

const KEY = "flat-stone-measures";

/** The list as this photographer keeps it; their own come first. */
export function commonMeasures(): readonly CommonMeasure[] {
  try {
    const own = JSON.parse(localStorage.getItem(KEY) ?? "[]") as unknown;
    return Array.isArray(own) ? [...(own as CommonMeasure[]), ...COMMON] : COMMON;
  } catch {
    return COMMON;
  }
}

/** Keeps a size in the list under a name; another of that name gives way. */
export function keepCommon(one: CommonMeasure): void {
  const own = commonMeasures().filter((c) => !COMMON.includes(c) && c.name !== one.name);
  localStorage.setItem(KEY, JSON.stringify([one, ...own].slice(0, 40)));
}

/** Takes a size of one's own off the list. */
export function dropCommon(name: string): void {
  const own = commonMeasures().filter((c) => !COMMON.includes(c) && c.name !== name);
  localStorage.setItem(KEY, JSON.stringify(own));
}

export const isOwn = (one: CommonMeasure): boolean => !COMMON.includes(one);
