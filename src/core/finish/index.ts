/**
 * Finish: the tone, and the sharpness that corrections took, as raster steps after the last resampling. It knows pixels and how much
 * they were stretched; how they came about is for `render` to know.
 */
export * from "./tone/histogram";
export * from "./light";
export * from "./recipe-part";
export * from "./settings";
export * from "./course";
export * from "./tone/tone";
export * from "./tone/tone-step";
export * from "./sharpness/steepen";
export * from "./sharpness/even-step";
export * from "./sharpness/as-shot";
export * from "./tone/guided-base";
export * from "./tone/local-light-step";
export * from "./masks/masks";
export * from "./parts";
export * from "./masks/mask-field";
export * from "./masks/mask-step";
export * from "./warm";
