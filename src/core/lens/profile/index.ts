/** Lens profiles: the open document, its check, interpolation between what was measured, and which one fits a photo. */
export * from "./at";
export * from "./from-calibration";
export * from "./hermite";
export * from "./match";
export * from "./read";
export * from "./schema";
