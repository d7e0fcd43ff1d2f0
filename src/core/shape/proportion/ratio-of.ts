import type { KnownMeasure } from "./recipe-part";

/** Width over height as they are known. */
export const ratioOf = (m: Exclude<KnownMeasure, { kind: "length" }>): number =>
  m.kind === "grid" ? (m.columns * m.width) / (m.rows * m.height) : m.width / m.height;
