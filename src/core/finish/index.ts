/**
 * Finish: the tone, and the sharpness that corrections took, as raster steps after the last resampling. It knows pixels and how much
 * they were stretched; how they came about is for `render` to know.
 */
export * from "./histogram";
export * from "./light";
export * from "./recipe-part";
export * from "./settings";
export * from "./course";
export * from "./tone";
export * from "./tone-step";
export * from "./steepen";
export * from "./even-step";
export * from "./as-shot";
export * from "./guided-base";
export * from "./local-light-step";
export * from "./masks";
export * from "./parts";
export * from "./mask-field";
export * from "./mask-step";
export * from "./warm";
