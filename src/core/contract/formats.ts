import { type Words, tell } from "../language";

/** A format that pictures are delivered in, described once: form, command line, schema and database go by it. */
export interface OutputFormat<K extends string = string> {
  readonly key: K;
  readonly name: string;
  /** A few words under its name. */
  readonly note: Words;
  /** How its files' names end; the first is given to those that are made here. */
  readonly endings: readonly [string, ...string[]];
  /** Whether its quality is chosen. */
  readonly lossy: boolean;
  /** Longest side that it can hold, pixels. */
  readonly longest: number;
  /** Whether it keeps 16 bits, and clear gaps. */
  readonly deep: boolean;
  readonly clear: boolean;
  /** Choices that only some formats have. */
  readonly choices: readonly ("subsampling" | "progressive" | "compression")[];
}

const format = <const K extends string>(described: OutputFormat<K>): OutputFormat<K> => described;
const UNBOUNDED = 2 ** 31 - 1;

/** In the order of the form. To add one, add it here, and how it is written in `server/image/writing/encoders`. */
export const FORMATS = [
  format({
    ...{ key: "jpeg", name: "JPEG", note: tell("8 bits, for everyone"), endings: ["jpg", "jpeg"] },
    // The library's own limit, a little below the format's.
    ...{ lossy: true, longest: 65_500, deep: false, clear: false, choices: ["subsampling", "progressive"] },
  }),
  format({
    ...{ key: "tiff", name: "TIFF", note: tell("lossless, 16 bits or floats"), endings: ["tif", "tiff"] },
    ...{ lossy: false, longest: UNBOUNDED, deep: true, clear: true, choices: ["compression"] },
  }),
  format({
    ...{ key: "png", name: "PNG", note: tell("lossless, 16 bits, clear gaps"), endings: ["png"] },
    ...{ lossy: false, longest: UNBOUNDED, deep: true, clear: true, choices: [] },
  }),
  format({
    ...{ key: "webp", name: "WebP", note: tell("8 bits, for the web"), endings: ["webp"] },
    ...{ lossy: true, longest: 16_383, deep: false, clear: true, choices: [] },
  }),
  format({
    ...{ key: "avif", name: "AVIF", note: tell("8 bits, the smallest"), endings: ["avif"] },
    ...{ lossy: true, longest: 16_384, deep: false, clear: true, choices: [] },
  }),
];

export type DeliveryFormat = (typeof FORMATS)[number]["key"];

export const formatOf = (key: DeliveryFormat): OutputFormat<DeliveryFormat> => FORMATS.find((f) => f.key === key)!;

/** How the name of a delivered file ends. */
export const endingOf = (key: DeliveryFormat): string => formatOf(key).endings[0];

/** The delivery format that a file's name asks for, or null. */
export function formatOfName(name: string): DeliveryFormat | null {
  const ending = name.slice(name.lastIndexOf(".") + 1).toLowerCase();
  return name.includes(".") ? (FORMATS.find((f) => f.endings.includes(ending))?.key ?? null) : null;
}
